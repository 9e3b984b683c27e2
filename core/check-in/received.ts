import { type Static, Type } from '@sinclair/typebox'
import { Strict } from './shape.ts'

/** The car as it was left here: it goes back the same. */
export const Received = Type.Object(
  {
    /** How many keys, and the hook they hang on; no hook where there are none. */
    keys: Type.Optional(Type.Integer({ minimum: 0, maximum: 9 })),
    hook: Type.Optional(Type.String({ maxLength: 20 })),
    /** As the dash shows it, in the unit it shows. */
    mileage: Type.Optional(Type.Integer({ minimum: 0, maximum: 9_999_999 })),
    /** Fuel or charge, percent. */
    fuel: Type.Optional(Type.Integer({ minimum: 0, maximum: 100 })),
    stands: Type.Optional(Type.String({ maxLength: 60 })),
  },
  Strict,
)
export type Received = Static<typeof Received>
