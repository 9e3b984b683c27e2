import { catalogue as facts } from '#catalogue/catalogue.ts'
import { inWords } from '#words/catalogue.ts'
import type { Language } from '#words/language.ts'
import { namesOf } from '#words/names.ts'
import { cabin } from './cabin.ts'
import { texts } from './catalogue-texts.ts'
import * as handover from './handover.ts'
import * as job from './job.ts'
import * as mixing from './mixing.ts'
import * as plan from './plan.ts'
import * as procedures from './procedures.ts'

/** The shipped catalogue with its English words. */
export const catalogue = inWords(facts, texts)

export const english: Language = {
  tag: 'en',
  catalogue,
  names: namesOf(catalogue, texts, cabin),
  procedures,
  job,
  handover,
  plan,
  mixing,
}
