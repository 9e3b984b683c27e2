import { Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** Something tried at check-in, because it is found too late otherwise. */
export const FunctionCheck = Type.Object(
  {
    id: Text,
    name: Text,
    why: Text,
    /** Kinds of surface that cannot be reached when it does not work. */
    dead: Type.Optional(Type.Array(Text)),
    /** What is said instead when it does not work: a treatment's motion, a permission's refusal, a caution, a place of the final check (null: none). */
    said: Type.Optional(
      Type.Object(
        {
          motion: Type.Optional(Type.Record(Text, Text)),
          refused: Type.Optional(Type.Record(Text, Text)),
          cautions: Type.Optional(Type.Record(Text, Text)),
          places: Type.Optional(Type.Record(Text, Type.Union([Text, Type.Null()]))),
        },
        Strict,
      ),
    ),
  },
  Strict,
)
