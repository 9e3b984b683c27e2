import { Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** What is used up beside products, and how much of it a vehicle usually takes. */
export const Consumable = Type.Object({ id: Text, perVehicle: Type.Number({ minimum: 0 }) }, Strict)
