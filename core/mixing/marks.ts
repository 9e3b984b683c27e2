import { type Static, Type } from '@sinclair/typebox'
import { BadInput } from '#core/units/fault.ts'
import { heightAt, Shape, usablePoints } from './fill-curve.ts'
import { fractionOf } from './fraction.ts'
import { Ratio } from './schema.ts'

const Strict = { additionalProperties: false }
const Millilitres = Type.Number({ exclusiveMinimum: 0, maximum: 1e6 })
const Point = Type.Tuple([Type.Number({ minimum: 0, maximum: 3000 }), Type.Number({ minimum: 0, maximum: 1e6 })])

export const MarksRequest = Type.Object(
  {
    points: Type.Optional(Type.Array(Point, { minItems: 2, maxItems: 60 })),
    shape: Type.Optional(Shape),
    marks: Type.Array(
      Type.Object(
        {
          ratio: Ratio,
          fill_ml: Millilitres,
          name: Type.Optional(Type.String({ maxLength: 40 })),
          water_first: Type.Optional(Type.Boolean()),
        },
        Strict,
      ),
      { minItems: 1, maxItems: 12 },
    ),
  },
  { ...Strict, $id: 'marks', title: 'Fill marks on a container' },
)
export type MarksRequest = Static<typeof MarksRequest>

export const FillMark = Type.Object(
  {
    name: Type.String(),
    ratio: Ratio,
    /** What is poured up to the first mark. */
    first: Type.Union([Type.Literal('concentrate'), Type.Literal('water')]),
    first_ml: Type.Number(),
    first_mm: Type.Number(),
    fill_ml: Type.Number(),
    fill_mm: Type.Number(),
  },
  Strict,
)
export type FillMark = Static<typeof FillMark>
export const Marks = Type.Object({ marks: Type.Array(FillMark), height_mm: Type.Number() }, Strict)
export type Marks = Static<typeof Marks>

/**
 * Heights (mm from the bottom) of fill marks for one or more ratios on one container.
 * @throws BadInput where the points do not rise or a fill does not fit
 */
export function fillMarks(request: MarksRequest): Marks {
  const points = usablePoints(request.points, request.shape, request.points ? '/points' : '/shape')
  const most = points.at(-1)![1]
  const faults = request.marks.flatMap((m, i) =>
    m.fill_ml > most * (1 + 1e-9)
      ? [{ pointer: `/marks/${i}/fill_ml`, message: `${m.fill_ml} ml does not fit: the points go up to ${most} ml.` }]
      : [],
  )
  if (faults.length > 0) throw new BadInput(faults)
  return {
    height_mm: points.at(-1)![0],
    marks: request.marks.map(({ ratio, fill_ml, name, water_first }) => {
      const dose = fractionOf(ratio) * fill_ml
      const first_ml = water_first ? fill_ml - dose : dose
      return {
        name: name ?? `${ratio.concentrate}:${ratio.water}`,
        ratio,
        first: water_first ? ('water' as const) : ('concentrate' as const),
        first_ml,
        first_mm: heightAt(points, first_ml),
        fill_ml,
        fill_mm: heightAt(points, fill_ml),
      }
    }),
  }
}
