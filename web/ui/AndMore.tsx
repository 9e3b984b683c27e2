import { words } from '#words/en/screens/ui.ts'

/** Says that a list goes on, so that nothing is left out in silence. */
export function AndMore({ all, shown }: { all: number; shown: number }) {
  return all > shown ? <p className="soft">{words.more(all - shown)}</p> : null
}
