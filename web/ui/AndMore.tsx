/** Says that a list goes on, so that nothing is left out in silence. */
export function AndMore({ all, shown }: { all: number; shown: number }) {
  return all > shown ? <p className="soft">and {all - shown} more</p> : null
}
