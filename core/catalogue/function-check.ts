import { Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** Something tried at check-in, because it is found too late otherwise. */
export const FunctionCheck = Type.Object(
  {
    id: Text,
    /** Kinds of surface that cannot be reached when it does not work. */
    dead: Type.Optional(Type.Array(Text)),
    /** Beginnings of the zones it may be about one by one: which window, seat or lamp. */
    of: Type.Optional(Type.Array(Text)),
    /** What is said otherwise when it does not work: motions by treatment, refusals by permission, cautions, places of the final check; `gone` places fall out. */
    instead: Type.Optional(
      Type.Partial(
        Type.Object(
          {
            motion: Type.Array(Text),
            refused: Type.Array(Text),
            cautions: Type.Array(Text),
            places: Type.Array(Text),
            gone: Type.Array(Text),
          },
          Strict,
        ),
      ),
    ),
  },
  Strict,
)
