import type { Language } from '#words/language.ts'
import { namesOf } from '#words/names.ts'
import { cabin } from './cabin.ts'
import { texts } from './catalogue-texts.ts'
import * as handover from './handover.ts'
import * as job from './job.ts'
import * as mixing from './mixing.ts'
import * as plan from './plan.ts'
import * as procedures from './procedures.ts'
import * as shop from './shop.ts'

export const language: Language = {
  tag: 'en',
  texts,
  names: namesOf(texts, cabin, shop.ownTexts),
  procedures,
  job,
  handover,
  plan,
  mixing,
  shop,
}
