import type { CatalogueTexts } from './catalogue.ts'
import type * as handover from './en/handover.ts'
import type * as job from './en/job.ts'
import type * as mixing from './en/mixing.ts'
import type * as plan from './en/plan.ts'
import type * as procedures from './en/procedures.ts'
import type * as shop from './en/shop.ts'
import type { Names } from './names.ts'

/** Everything core says in one language. English is the reference: another one has the same files with the same exports. */
export interface Language {
  /** Its tag (BCP 47). */
  tag: string
  texts: CatalogueTexts
  names: Names
  procedures: typeof procedures
  job: typeof job
  handover: typeof handover
  plan: typeof plan
  mixing: typeof mixing
  shop: typeof shop
}
