import type { Patch } from '#core/cabin/sheet.ts'

/** A place on a patch, as shares of its length and width. */
export interface Spot {
  x: number
  y: number
}

export interface PatchLook {
  name: string
  soil: number
  /** Family of its material, whose weave is drawn into the patch. */
  weave?: string
  /** Letters drawn on the patch: B biohazard, D damage, S stain, W wet, H hair, G grit. */
  marks: string
  /** Lit: this is where the work is. */
  lit?: boolean
  /** Places of stains on it. */
  spots?: readonly Spot[]
  dim?: boolean
  done?: boolean
}

const weaves = new Set(['cloth', 'carpet', 'leather', 'headliner'])
const soilWords = ['clean', 'dust', 'used', 'heavy', 'severe']
const markWords: Record<string, string> = {
  B: 'biohazard',
  D: 'damage',
  S: 'stain',
  W: 'wet',
  H: 'hair',
  G: 'grit',
}

export function describe(look: PatchLook): string {
  // What is drawn on the patch is in its name as well, for those who say what they see.
  const drawn = look.marks.length > 1 ? [look.marks] : []
  return [look.name, soilWords[look.soil], ...[...look.marks].map((m) => markWords[m]), ...drawn].join(', ')
}

interface Props {
  patch: Patch
  look: PatchLook
  /** What the names of the sheet's patterns begin with. */
  patterns: string
  noseUp: boolean
}

/** One surface as it is drawn: its ground, weave and soil, the places of its stains, its marks. */
export function CabinPatch({ patch, look, patterns, noseUp }: Props) {
  const shape = { x: patch.x, y: patch.y, width: patch.w, height: patch.h, rx: patch.r }
  return (
    <>
      <rect className="ground" {...shape} />
      {look.weave && weaves.has(look.weave) && (
        <rect {...shape} fill={`url(#${patterns}-${look.weave})`} pointerEvents="none" />
      )}
      {look.soil > 0 && !look.dim && <rect {...shape} fill={`url(#${patterns}-${look.soil})`} pointerEvents="none" />}
      {look.spots?.map((spot) => {
        const { x, y } = noseUp ? { x: 1 - spot.y, y: spot.x } : spot
        const [cx, cy] = [patch.x + x * patch.w, patch.y + y * patch.h]
        return <circle key={`${x} ${y}`} className="spot" cx={cx} cy={cy} r="4" pointerEvents="none" />
      })}
      {look.marks && (
        <g pointerEvents="none" transform={`translate(${patch.x + patch.w / 2} ${patch.y + patch.h / 2})`}>
          <rect
            x={-5 - 5 * look.marks.length}
            y="-10"
            width={10 + 10 * look.marks.length}
            height="20"
            rx="10"
            className="badge"
          />
          <text textAnchor="middle" dominantBaseline="central" className="mark">
            {look.marks}
          </text>
        </g>
      )}
    </>
  )
}
