import { messageSchema } from '#core/message/schema.ts'
import type { ObstacleMessages, ViolationMessages } from './messages.ts'

// What a message looks like where it is stored or sent; who only makes messages needs none of this.

export const ObstacleSaid = messageSchema<ObstacleMessages>()
export const ViolationSaid = messageSchema<ViolationMessages>()
