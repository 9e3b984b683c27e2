import type { SurfaceCondition } from './schema.ts'

/** Signs for what beside soil is on a surface, the gravest first: B biohazard, D damage, S stain, W wet, H hair, G grit with their level. */
export function marksOf(is: SurfaceCondition | undefined): string[] {
  if (!is) return []
  return [
    is.biohazard?.length && 'B',
    is.damage?.length && 'D',
    is.stains?.length && 'S',
    is.moisture && 'W',
    is.hair && `H${is.hair}`,
    is.sand && `G${is.sand}`,
  ].filter((mark): mark is string => Boolean(mark))
}

/** Signs of several surfaces: each once, at its highest level; O is a smell's source, which is no surface's own condition. */
export function marksOver(all: readonly (readonly string[])[]): string[] {
  const levels = new Map<string, string>()
  for (const mark of all.flat()) {
    const letter = mark.charAt(0)
    if ((levels.get(letter) ?? '') < mark) levels.set(letter, mark)
  }
  return [...'BDSWOHG'].flatMap((letter) => levels.get(letter) ?? [])
}
