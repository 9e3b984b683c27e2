import { Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** A machine, or what stands ready like one. */
export const Equipment = Type.Object(
  {
    id: Text,
    /** Minutes that it takes to get warm, by itself, when it has been set up. */
    warmUp: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
    /** Its tank, litres; what it draws is clean water, else it is what it takes up. */
    tank: Type.Optional(Type.Object({ litres: Type.Number({ exclusiveMinimum: 0 }), draws: Type.Boolean() }, Strict)),
    /** mg of ozone it makes in an hour. */
    ozone: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
    /** A place for one car and no machine: held from a car's first step to its last, or for the work at its outside alone. Asked for where the shop says how many it has. */
    place: Type.Optional(Type.Union([Type.Literal('car'), Type.Literal('outside')])),
    /** Minutes to clean it and put it away. */
    putAway: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
  },
  Strict,
)
