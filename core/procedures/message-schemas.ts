import { messageSchema } from '#core/message/schema.ts'
import type {
  CautionMessages,
  ChangeMessages,
  FindingMessages,
  FixMessages,
  MotionMessages,
  NoteMessages,
  PlaceMessages,
  ReasonMessages,
  TitleMessages,
} from './messages.ts'

// What a message looks like where it is stored or sent; who only makes messages needs none of this.

export const Title = messageSchema<TitleMessages>()
export const Motion = messageSchema<MotionMessages>()
export const CautionSaid = messageSchema<CautionMessages>()
export const Reason = messageSchema<ReasonMessages>()
export const FindingSaid = messageSchema<FindingMessages>()
export const FixSaid = messageSchema<FixMessages>()
export const Note = messageSchema<NoteMessages>()
export const PlaceSaid = messageSchema<PlaceMessages>()
export const ChangeSaid = messageSchema<ChangeMessages>()
