import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** What a stain rules out on its panel: heat (hot water, steam), alkali, hard rubbing, and families of product. */
export const Ban = Type.Union([
  Type.Literal('heat'),
  Type.Literal('alkali'),
  Type.Literal('rub'),
  Type.Literal('acid'),
  Type.Literal('solvent'),
  Type.Literal('peroxide'),
])
export type Ban = Static<typeof Ban>

/** One way of working a surface. Rates in minutes per m² at the design soil, water in g/m² (catalogue D1). */
export const Treatment = Type.Object(
  {
    id: Text,
    /** A stage, or "wet": the stage its programme belongs to. */
    stage: Text,
    /** Codes a material must tolerate (catalogue C1). */
    techniques: Type.Array(Type.String({ pattern: '^[A-Z]{2}$' })),
    setUp: Type.Number({ minimum: 0 }),
    /** Rows without a set-up of their own share their machine's, charged when no other row of it is used. */
    setUpGroup: Type.Optional(Type.Object({ id: Text, minutes: Type.Number() }, Strict)),
    /** Treatments whose heavier kit already lies ready for this one, so that it costs no set-up beside them. */
    coveredBy: Type.Optional(Type.Array(Text)),
    /** Its machine is not fetched for less work than fetching it takes, where `orElse` goes through one that stands there anyway. */
    ifWorth: Type.Optional(Type.Literal(true)),
    rate: Type.Number({ minimum: 0 }),
    /** Minutes for each stain, instead of a rate. */
    each: Type.Optional(Type.Number({ minimum: 0 })),
    designSoil: Type.Integer(),
    step: Type.Number({ minimum: 1 }),
    /** Instead of a rate: minutes per m² by level of hair or grit. */
    levels: Type.Optional(
      Type.Object(
        {
          of: Type.Union([Type.Literal('hair'), Type.Literal('sand')]),
          minutes: Type.Array(Type.Number(), { minItems: 4, maxItems: 4 }),
        },
        Strict,
      ),
    ),
    applied: Type.Number({ minimum: 0 }),
    left: Type.Object(
      { default: Type.Number(), carpet: Type.Optional(Type.Number()), adds: Type.Optional(Type.Number()) },
      Strict,
    ),
    /** Share of the area that usually needs it. */
    share: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1 })),
    wet: Type.Boolean(),
    dries: Type.Optional(Type.Boolean()),
    /** g/m² of the ready mix, where the water applied is mostly rinse. */
    dose: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
    /** The name says where by itself. */
    ownTitle: Type.Optional(Type.Boolean()),
    /** One step for the whole car instead of one a zone group. */
    together: Type.Optional(Type.Boolean()),
    /** Done with the load area, or with the seats of its row, wherever else its surfaces are worked. */
    group: Type.Optional(Type.Union([Type.Literal('load'), Type.Literal('seats')])),
    /** Nobody else in the car meanwhile. */
    holdsCar: Type.Optional(Type.Boolean()),
    airing: Type.Optional(Type.Boolean()),
    product: Type.Optional(Type.Object({ id: Text, purpose: Text }, Strict)),
    dwell: Type.Optional(Type.Object({ min: Type.Number(), max: Type.Number() }, Strict)),
    on: Type.Union([Type.Literal('tool'), Type.Literal('surface')]),
    tool: Text,
    towels: Type.Array(Type.Object({ role: Text, count: Type.Integer() }, Strict)),
    attempts: Type.Integer({ minimum: 1 }),
    skills: Type.Array(Text),
    equipment: Type.Array(Text),
    ppe: Type.Array(Text),
    /** Product put on by it is taken out again by one of these, on the same surface: a rinse nobody may drop. */
    needs: Type.Optional(Type.Array(Text)),
    /** It leaves no product behind that could meet the next one. */
    clears: Type.Optional(Type.Literal(true)),
    /** It pulls water out again: what is left then is its own, whatever was put on before. */
    takesOut: Type.Optional(Type.Literal(true)),
    /** It works with hot water or steam. */
    hot: Type.Optional(Type.Literal(true)),
    /** It rubs hard. */
    rubs: Type.Optional(Type.Literal(true)),
    /** It is put on the stain alone, not on the whole surface. */
    spots: Type.Optional(Type.Literal(true)),
    /** Its turn among what is done to one surface, 50 where nothing is said: the running balance of moisture follows it. */
    turn: Type.Optional(Type.Integer()),
    /** Made for these materials alone. */
    onlyOn: Type.Optional(Type.Array(Text)),
    /** Used instead where this may not be used; none: left out, and nothing is lost by it. */
    orElse: Type.Optional(Type.Array(Text)),
    /** What it becomes on a panel whose stain rules something out. */
    under: Type.Optional(Type.Partial(Type.Record(Ban, Type.Array(Text)))),
  },
  Strict,
)
export type Treatment = Static<typeof Treatment>
