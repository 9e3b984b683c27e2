import { marksOf } from '#core/condition/marks.ts'
import type { SurfaceCondition } from '#core/condition/schema.ts'
import { words } from '#words/en/screens/check-in.ts'

/** Where two people's check-ins differ, as people call the place. @param surface a surface's name by its id */
export function placeName(pointer: string, surface: (id: string) => string | undefined): string {
  const path = pointer.split('/').slice(1)
  const [, part, id] = path
  if (path[0] === 'due') return words.places.due!
  if (part === 'condition') return id ? (surface(id) ?? id) : words.places.condition!
  return [part, ...path.slice(2)]
    .filter((key) => key !== undefined)
    .map((key) => words.places[key] ?? key)
    .join(', ')
}

function condition(found: SurfaceCondition): string {
  return [words.soil[found.soil], marksOf(found).join(' ')].filter(Boolean).join(', ')
}

/** What somebody has there, short enough to stand beside what somebody else has. */
export function placeWords(found: unknown, pointer: string): string {
  if (found === undefined || found === null || found === '') return words.nothingThere
  if (/^\/checkIn\/condition\/[^/]+$/.test(pointer)) return condition(found as SurfaceCondition)
  if (typeof found === 'boolean') return found ? 'yes' : 'no'
  if (Array.isArray(found))
    return (
      found
        .map((item: { what?: string; kind?: string }) => item.what ?? item.kind ?? '')
        .filter(Boolean)
        .join(', ') || words.nothingThere
    )
  if (typeof found === 'object') {
    const { name, works } = found as { name?: string; works?: boolean }
    return name ?? (works === undefined ? '…' : works ? 'works' : 'does not')
  }
  return String(found)
}
