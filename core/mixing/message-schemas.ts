import { messageSchema } from '#core/message/schema.ts'
import type { BenchMessages, MixWarnings, ReadingMessages } from './messages.ts'

// What a message looks like where it is stored or sent; who only makes messages needs none of this.

export const BenchStep = messageSchema<BenchMessages>()
export const MixWarning = messageSchema<MixWarnings>()
export const ReadingMeans = messageSchema<ReadingMessages>()
