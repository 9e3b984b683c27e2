import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** How a car stands while it dries: how its air is changed and moved, and what warms it. */
export const AirSetting = Type.Object(
  {
    id: Text,
    /** Changes of the cabin's air an hour. */
    changes: Type.Number({ minimum: 0 }),
    /** Speed of the air over what is wet, m/s. */
    speed: Type.Number({ minimum: 0 }),
    /** Heat, W. */
    watts: Type.Number({ minimum: 0 }),
    /** Minutes before the heat comes. */
    warmUp: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
    /** Machine it asks for. */
    equipment: Type.Optional(Text),
    /** What the customer has to allow. */
    permission: Type.Optional(Text),
    /** Minutes one person stays in sight of it at most; nobody has to where it is left out. */
    attended: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
  },
  Strict,
)
export type AirSetting = Static<typeof AirSetting>
