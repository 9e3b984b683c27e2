import type { Refused } from '#core/procedures/make/choose.ts'
import { fixSaid } from '#core/procedures/messages.ts'
import type { Edit, Finding } from '#core/procedures/schema.ts'

type Said = Pick<Finding, 'grade' | 'code' | 'text' | 'reason'> & { steps?: string[] } & Pick<Refused, 'instead'>

/** A finding about one edit; its usual fix is to take the edit back. */
export function aboutEdit(edits: readonly Edit[], index: number, said: Said, fix?: Finding['fix']): Finding {
  const { instead, ...rest } = said
  const edit = edits[index]!
  return {
    steps: 'step' in edit ? [edit.step] : [],
    ...rest,
    edit: index,
    answered: edit.reason?.trim() ? edit.reason.trim() : null,
    fix: fix ?? { text: fixSaid('take-back', instead ? { instead } : {}), edit: null },
  }
}

/** A finding about the whole, whatever was edited. */
export const aboutWhole = ({ instead: _instead, ...said }: Said): Finding => ({
  steps: [],
  ...said,
  edit: null,
  answered: null,
  fix: null,
})

/** What keeps a procedure from being saved: forbidden always, order until it has its reason. */
export const blocks = (finding: Finding): boolean =>
  finding.grade === 'forbidden' || (finding.grade === 'order' && finding.answered === null)

/** The edits after a finding's fix. */
export const mended = (edits: readonly Edit[], { edit, fix }: Finding): Edit[] =>
  edits.flatMap((e, i) => (i !== edit || !fix ? [e] : fix.edit ? [fix.edit] : []))
