import { messageSchema } from '#core/message/schema.ts'
import type { RemainsMessages } from './messages.ts'

// What a message looks like where it is stored or sent; who only makes messages needs none of this.

export const Remains = messageSchema<RemainsMessages>()
