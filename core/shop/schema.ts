import { type Static, Type } from '@sinclair/typebox'
import { Pictogram } from '#core/chemistry/schema.ts'
import { Ratio } from '#core/mixing/schema.ts'

const Strict = { additionalProperties: false }
const words = <T extends string>(...list: T[]) => Type.Union(list.map((w) => Type.Literal(w)))
const Id = Type.String({ pattern: '^[a-zA-Z0-9_-]+$', maxLength: 60 })
const Name = Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' })
const Ids = (maxItems: number) => Type.Array(Id, { maxItems })

/** What a shop makes itself has an id that no other shop has. */
export const OwnId = Type.String({
  pattern: '^own-[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$',
  description: '"own-" and a UUIDv7 made by whoever creates the thing',
})

/** One line of a label: how strong for what, and as it is written there. */
export const Strength = Type.Object(
  {
    purpose: Id,
    by: words('hand', 'machine'),
    /** As the label writes it. */
    label: Type.String({ minLength: 1, maxLength: 200 }),
    ratio: Ratio,
  },
  Strict,
)
export type Strength = Static<typeof Strength>

/** A can the shop bought, as its label says it. What the label does not say is null, never a guess. */
export const OwnProduct = Type.Object(
  {
    id: OwnId,
    name: Name,
    /** The product of the catalogue in whose place it is used. */
    role: Type.Union([Id, Type.Null()]),
    families: Ids(20),
    strengths: Type.Array(Strength, { maxItems: 20 }),
    maximum: Type.Union([
      Type.Object({ label: Type.String({ minLength: 1, maxLength: 200 }), ratio: Ratio }, Strict),
      Type.Null(),
    ]),
    ph: Type.Union([words('acid', 'neutral', 'alkaline', 'none'), Type.Null()]),
    flammable: Type.Boolean(),
    waterFirst: Type.Boolean(),
    foams: Type.Boolean(),
    /** Days a ready mix keeps. */
    lifeDays: Type.Integer({ minimum: 1, maximum: 3650 }),
    signal: words('none', 'warning', 'danger'),
    pictograms: Type.Array(Pictogram, { maxItems: 9, uniqueItems: true }),
    h: Type.Array(Type.String({ pattern: '^(H[2-4][0-9]{2}[A-Za-z]{0,2}|EUH[0-9]{3}A?)$' }), { maxItems: 40 }),
    p: Type.Array(Type.String({ pattern: '^P[0-9]{3}(\\+P[0-9]{3})*$' }), { maxItems: 60 }),
    ppe: Ids(20),
    /** Materials its label rules out. */
    neverOn: Ids(60),
    packs: Type.Array(
      Type.Object(
        {
          ml: Type.Number({ exclusiveMinimum: 0, maximum: 1e6 }),
          /** Minor units of the shop's currency. */
          price: Type.Integer({ minimum: 0, maximum: 1e9 }),
        },
        Strict,
      ),
      { maxItems: 20 },
    ),
    barcode: Type.Optional(Type.String({ pattern: '^[0-9A-Za-z-]{4,40}$' })),
    /** Why its codes and its families stand beside each other all the same, by question. */
    answers: Type.Record(Type.String({ maxLength: 40 }), Type.String({ minLength: 3, maxLength: 300 })),
    retired: Type.Boolean(),
  },
  Strict,
)
export type OwnProduct = Static<typeof OwnProduct>

/** What a shop does otherwise in one way of working. Cautions are added, never taken away. */
export const TreatmentChange = Type.Object(
  {
    /** Minutes for a square metre. */
    rate: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 240 })),
    setUp: Type.Optional(Type.Number({ minimum: 0, maximum: 60 })),
    /** Grams put on a square metre. */
    applied: Type.Optional(Type.Number({ minimum: 0, maximum: 2000 })),
    attempts: Type.Optional(Type.Integer({ minimum: 1, maximum: 6 })),
    cautions: Type.Optional(Type.Array(Type.String({ minLength: 3, maxLength: 200 }), { maxItems: 5 })),
  },
  Strict,
)
export type TreatmentChange = Static<typeof TreatmentChange>

/** A way of working of the shop's own: a shipped one, changed, with what it asks of a material besides. */
export const OwnTreatment = Type.Object(
  {
    id: OwnId,
    name: Name,
    motion: Type.String({ maxLength: 300 }),
    like: Id,
    /** Codes of C1 that it asks for besides those of what it is made from. */
    techniques: Type.Array(Type.String({ pattern: '^[A-Z]{2}$' }), { maxItems: 10 }),
    change: TreatmentChange,
    /** It takes the place of what it is made from, wherever it may. */
    instead: Type.Boolean(),
    retired: Type.Boolean(),
  },
  Strict,
)
export type OwnTreatment = Static<typeof OwnTreatment>

export const sizes = ['small', 'medium', 'large'] as const
export type Size = (typeof sizes)[number]
/** Minor units by the car's soil, 0–4. */
const BySoil = Type.Array(Type.Integer({ minimum: 0, maximum: 1e8 }), { minItems: 5, maxItems: 5 })

/** What the shop sells under a name of its own. */
export const OwnPackage = Type.Object(
  {
    id: OwnId,
    name: Name,
    /** The shipped package whose rules it keeps (what it leaves out, what it offers); null: everything in its groups. */
    like: Type.Union([Id, Type.Null()]),
    groups: Type.Array(Id, { minItems: 1, maxItems: 30 }),
    prices: Type.Union([Type.Object({ small: BySoil, medium: BySoil, large: BySoil }, Strict), Type.Null()]),
    retired: Type.Boolean(),
  },
  Strict,
)
export type OwnPackage = Static<typeof OwnPackage>

/** A place of the shop's own on its final check. */
export const OwnCheck = Type.Object(
  { id: OwnId, text: Type.String({ minLength: 3, maxLength: 120 }), kinds: Ids(20), retired: Type.Boolean() },
  Strict,
)
export type OwnCheck = Static<typeof OwnCheck>

/** A machine as the shop has it. */
export const KitChange = Type.Object(
  {
    litres: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 500 })),
    warmUp: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 60 })),
    /** mg of ozone an hour. */
    ozone: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 100_000 })),
    /** Litres a minute with its trigger held. */
    flow: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 60 })),
  },
  Strict,
)

/** Everything a shop writes over the shipped catalogue. It stands in the request of each procedure, so that an old one can be made again. */
export const Own = Type.Object(
  {
    products: Type.Array(OwnProduct, { maxItems: 400 }),
    /** By role: the shop's products for it, the preferred one first. */
    uses: Type.Record(Type.String({ maxLength: 60 }), Ids(20)),
    treatments: Type.Record(Type.String({ maxLength: 60 }), TreatmentChange),
    /** By machine: what its plate says, where it differs from the usual one. */
    kit: Type.Record(Type.String({ maxLength: 60 }), KitChange),
    made: Type.Array(OwnTreatment, { maxItems: 60 }),
    packages: Type.Array(OwnPackage, { maxItems: 40 }),
    checks: Type.Array(OwnCheck, { maxItems: 60 }),
    /** By stain: how its chances of coming out differ here, on the logit scale, and from how many it was seen. */
    chances: Type.Optional(
      Type.Record(
        Type.String({ maxLength: 60 }),
        Type.Object({ shift: Type.Number({ minimum: -6, maximum: 6 }), of: Type.Integer({ minimum: 1 }) }, Strict),
      ),
    ),
  },
  { ...Strict, $id: 'own', title: 'What a shop writes over the shipped catalogue' },
)
export type Own = Static<typeof Own>

export const nothingOwn: Own = { products: [], uses: {}, treatments: {}, kit: {}, made: [], packages: [], checks: [] }

/** A can of which nothing is said yet. */
export const emptyCan = (id: string): OwnProduct => ({
  id,
  name: '',
  role: null,
  families: [],
  strengths: [],
  maximum: null,
  ph: null,
  flammable: false,
  waterFirst: false,
  foams: false,
  lifeDays: 90,
  signal: 'none',
  pictograms: [],
  h: [],
  p: [],
  ppe: [],
  neverOn: [],
  packs: [],
  answers: {},
  retired: false,
})
