import { type Static, Type } from '@sinclair/typebox'
import { Body, Feature, Material, SurfaceKind } from '#core/cabin/schema.ts'
import { NeverMix, Product } from '#core/chemistry/schema.ts'
import { SurfaceCondition } from '#core/condition/schema.ts'

const Text = Type.String({ minLength: 1 })
const Strict = { additionalProperties: false }

export const Stage = Type.Object({ id: Text, name: Text, petal: Type.String() }, Strict)
export type Stage = Static<typeof Stage>

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
    name: Text,
    /** A stage, or "wet": the stage its programme belongs to. */
    stage: Text,
    /** Codes a material must tolerate (catalogue C1). */
    techniques: Type.Array(Type.String({ pattern: '^[A-Z]{2}$' })),
    setUp: Type.Number({ minimum: 0 }),
    /** Rows without a set-up of their own share their machine's, charged when no other row of it is used. */
    setUpGroup: Type.Optional(Type.Object({ id: Text, minutes: Type.Number() }, Strict)),
    /** Treatments whose heavier kit already lies ready for this one, so that it costs no set-up beside them. */
    coveredBy: Type.Optional(Type.Array(Text)),
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
    /** Nobody else in the car meanwhile. */
    holdsCar: Type.Optional(Type.Boolean()),
    airing: Type.Optional(Type.Boolean()),
    product: Type.Optional(Type.Object({ id: Text, purpose: Text }, Strict)),
    dwell: Type.Optional(Type.Object({ min: Type.Number(), max: Type.Number() }, Strict)),
    on: Type.Union([Type.Literal('tool'), Type.Literal('surface')]),
    motion: Text,
    tool: Text,
    towels: Type.Array(Type.Object({ role: Text, count: Type.Integer() }, Strict)),
    passCue: Text,
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
    /** Used instead where this may not be used; none: left out, and nothing is lost by it. */
    orElse: Type.Optional(Type.Array(Text)),
    /** What it becomes on a panel whose stain rules something out. */
    under: Type.Optional(Type.Partial(Type.Record(Ban, Type.Array(Text)))),
  },
  Strict,
)
export type Treatment = Static<typeof Treatment>

/** What a kind of surface of a material family gets at each soil level 0–4. Where a level's rung may not be used, the next lower one is. */
export const Programme = Type.Object(
  {
    id: Text,
    groups: Type.Array(Text),
    families: Type.Array(Text),
    stage: Text,
    soil: Type.Array(Type.Array(Text), { minItems: 5, maxItems: 5 }),
    dust: Type.Optional(Type.Boolean()),
    dress: Type.Optional(Type.Boolean()),
    groom: Type.Optional(Type.Union([Type.Literal('always'), Type.Literal('extracted')])),
    /** From this soil level on, what remains is recorded as well. */
    recordFrom: Type.Optional(Type.Integer()),
    /** From this soil level on the rest is a specialist's; the gentle work is still done. */
    specialistFrom: Type.Optional(Type.Integer()),
  },
  Strict,
)
export type Programme = Static<typeof Programme>

const Selector = Type.Object(
  {
    stages: Type.Optional(Type.Array(Text)),
    treatments: Type.Optional(Type.Array(Text)),
    dries: Type.Optional(Type.Boolean()),
  },
  Strict,
)

/** Why one step comes before another; reasons shown to the crew are built from the rules that bind. */
export const OrderRule = Type.Object(
  {
    id: Text,
    /** Forbidden may never be broken; order may, with a reason or by the house rule that names it. */
    grade: Type.Union([Type.Literal('forbidden'), Type.Literal('order')]),
    first: Selector,
    next: Selector,
    scope: Type.Union([Type.Literal('car'), Type.Literal('group'), Type.Literal('row'), Type.Literal('surface')]),
    /** Minutes between; without a longest one it is only waited for. */
    lag: Type.Optional(Type.Object({ min: Type.Number(), max: Type.Optional(Type.Number()) }, Strict)),
    /** Several firsts follow each other, and only the last one carries the lag. */
    chain: Type.Optional(Type.Boolean()),
    house: Type.Optional(Type.Object({ rule: Text, choice: Text }, Strict)),
    reason: Text,
  },
  Strict,
)
export type OrderRule = Static<typeof OrderRule>

/** One school of a house rule: its reason, and what it changes. What only changes the order is said by order rules that name it. */
export const HouseChoice = Type.Object(
  {
    id: Text,
    name: Text,
    reason: Text,
    /** Treatments used instead, where all of them may be; none: left out. */
    swap: Type.Optional(
      Type.Array(
        Type.Object({ treatment: Text, families: Type.Optional(Type.Array(Text)), use: Type.Array(Text) }, Strict),
      ),
    ),
    /** Whether product goes on the tool or on the surface, by treatment. */
    on: Type.Optional(Type.Record(Text, Type.Union([Type.Literal('tool'), Type.Literal('surface')]))),
    motion: Type.Optional(Type.Record(Text, Text)),
    /** Treatments done with water alone. */
    noProduct: Type.Optional(Type.Array(Text)),
    /** What is put on a spot is rinsed out over the whole panel, so that it dries even. */
    even: Type.Optional(Type.Literal(true)),
    /** Every surface of a kind is worked as its most soiled one. */
    uniform: Type.Optional(Type.Boolean()),
    /** Said with the procedure. */
    note: Type.Optional(Text),
  },
  Strict,
)
export type HouseChoice = Static<typeof HouseChoice>

export const HouseRule = Type.Object({ id: Text, name: Text, default: Text, choices: Type.Array(HouseChoice) }, Strict)
export type HouseRule = Static<typeof HouseRule>

/** A kind of stain on colourfast synthetic cloth or carpet (catalogue C3). Chances of full removal in percent. */
export const StainKind = Type.Object(
  {
    id: Text,
    name: Text,
    group: Text,
    wicking: Type.Integer({ minimum: 0, maximum: 3 }),
    chance: Type.Object({ fresh: Type.Number(), old: Type.Number() }, Strict),
    /** First, second, third. */
    playbook: Type.Array(Text, { minItems: 1, maxItems: 3 }),
    never: Text,
    /** What the planned work on cloth and carpet is; none: stopped or recorded. */
    treatments: Type.Array(Text),
    /** No hot water and no steam on it until its enzyme step is done. */
    cold: Type.Boolean(),
    /** What may not come to its panel, before or after. */
    bans: Type.Array(Ban),
    /** A body fluid: trained people only (stops.json says what is held). */
    fluid: Type.Optional(Type.Literal(true)),
  },
  Strict,
)
export type StainKind = Static<typeof StainKind>

/** What a group of stains gets on other materials (catalogue C4), and by how many points the chance shifts there; null: recorded, not worked. */
export const StainGroup = Type.Object(
  {
    id: Text,
    on: Type.Array(
      Type.Object(
        {
          families: Type.Array(Text),
          first: Text,
          limit: Type.String(),
          treatments: Type.Array(Text),
          shift: Type.Union([Type.Number(), Type.Null()]),
        },
        Strict,
      ),
    ),
  },
  Strict,
)
export type StainGroup = Static<typeof StainGroup>

export const Caution = Type.Object(
  {
    id: Text,
    when: Type.Object(
      {
        product: Type.Optional(Type.Boolean()),
        treatments: Type.Optional(Type.Array(Text)),
        stages: Type.Optional(Type.Array(Text)),
        equipment: Type.Optional(Type.Array(Text)),
        /** Only in cars with one of these. */
        features: Type.Optional(Type.Array(Text)),
        permission: Type.Optional(Type.Object({ id: Text, granted: Type.Boolean() }, Strict)),
        /** Not where this permission was refused: then it is not done at all. */
        notRefused: Type.Optional(Text),
      },
      Strict,
    ),
    text: Text,
  },
  Strict,
)
export type Caution = Static<typeof Caution>

/** A step of the whole car, in minutes by the car's soil. */
export const WholeCar = Type.Object(
  {
    id: Text,
    name: Text,
    stage: Text,
    minutes: Type.Array(Type.Number(), { minItems: 5, maxItems: 5 }),
    passCue: Text,
    /** What it is called where a permission was refused. */
    refused: Type.Optional(Type.Object({ permission: Text, name: Text }, Strict)),
    /** People it takes; 0 is passive. One when left out. */
    crew: Type.Optional(Type.Integer({ minimum: 0 })),
    skills: Type.Optional(Type.Array(Text)),
    equipment: Type.Optional(Type.Array(Text)),
    /** Why it may be neither dropped nor shortened. */
    protected: Type.Optional(Text),
    /** Only where all of this holds; always when left out. */
    when: Type.Optional(
      Type.Object(
        {
          permission: Type.Optional(Text),
          house: Type.Optional(Type.Object({ rule: Text, choice: Text }, Strict)),
          odour: Type.Optional(Type.Literal(true)),
          /** A smell whose source nobody has found. */
          unsourced: Type.Optional(Type.Literal(true)),
          /** Only when a lead adds it. */
          byHand: Type.Optional(Type.Literal(true)),
        },
        Strict,
      ),
    ),
  },
  Strict,
)
export type WholeCar = Static<typeof WholeCar>

/** What is never done, whatever is asked (trade.md §10): every part that is given has to hold, and any entry of a part does. */
export const ForbiddenRule = Type.Object(
  {
    id: Text,
    treatments: Type.Optional(Type.Array(Text)),
    techniques: Type.Optional(Type.Array(Text)),
    /** Families of the step's product. */
    families: Type.Optional(Type.Array(Text)),
    flammable: Type.Optional(Type.Literal(true)),
    equipment: Type.Optional(Type.Array(Text)),
    features: Type.Optional(Type.Array(Text)),
    kinds: Type.Optional(Type.Array(Text)),
    exceptMaterials: Type.Optional(Type.Array(Text)),
    exceptGroups: Type.Optional(Type.Array(Text)),
    stains: Type.Optional(Type.Array(Text)),
    biohazard: Type.Optional(Type.Literal(true)),
    /** A stain that must stay cold, and no enzyme planned on it. */
    cold: Type.Optional(Type.Literal(true)),
    /** Allowed all the same where the permission is given and the house rule chosen. */
    unless: Type.Optional(
      Type.Object(
        {
          permission: Type.Optional(Text),
          house: Type.Optional(Type.Object({ rule: Text, choice: Text }, Strict)),
        },
        Strict,
      ),
    ),
    reason: Text,
    instead: Text,
  },
  Strict,
)
export type ForbiddenRule = Static<typeof ForbiddenRule>

/** Product families that may not meet on one surface, either way round, unless what was there is taken out between. */
export const Sequence = Type.Object({ id: Text, one: Type.Array(Text), other: Type.Array(Text), reason: Text }, Strict)
export type Sequence = Static<typeof Sequence>

/** A set finish level: which rungs it works, what it leaves out, and how much is checked. */
export const Finish = Type.Object(
  {
    id: Text,
    name: Text,
    promise: Text,
    rungAtMost: Type.Integer({ minimum: 0, maximum: 4 }),
    /** Soiled surfaces get at least this rung. */
    rungAtLeast: Type.Optional(Type.Integer({ minimum: 0, maximum: 4 })),
    /** Surfaces neither seen nor touched more than this are worked no further. */
    hidden: Type.Optional(
      Type.Object({ visibility: Type.Integer(), touch: Type.Integer(), rungAtMost: Type.Integer() }, Strict),
    ),
    /** Added to the level of hair worked: −1 leaves the last of it. */
    hair: Type.Integer(),
    drop: Type.Array(Text),
    checks: Type.Union([Type.Literal('all'), Type.Literal('shown')]),
  },
  Strict,
)
export type Finish = Static<typeof Finish>

export const CheckListPlace = Type.Object(
  {
    id: Text,
    kinds: Type.Optional(Type.Array(Text)),
    doorKind: Type.Optional(Text),
    rowKind: Type.Optional(Text),
    /** Neither seen nor touched in daily use: a trade finish does not look. */
    hidden: Type.Optional(Type.Literal(true)),
    text: Text,
  },
  Strict,
)
export type CheckListPlace = Static<typeof CheckListPlace>

/** A skill. `trained`: where it is asked for nobody's word stands in for the training (trade.md §10). */
export const Skill = Type.Object({ id: Text, name: Text, trained: Type.Optional(Type.Literal(true)) }, Strict)

/** A smell. With `stain`: what its source is taken for where it is known; else the source is cleaned. */
export const OdourKind = Type.Object({ id: Text, name: Text, stain: Type.Optional(Text) }, Strict)

export const Named = Type.Object({ id: Text, name: Text }, Strict)

/** Permanent damage, and how the work changes where it is. */
export const DamageKind = Type.Object(
  {
    id: Text,
    name: Text,
    effects: Type.Array(
      Type.Object(
        {
          families: Type.Array(Text),
          /** The material row that holds instead. */
          asMaterial: Type.Optional(Text),
          forbid: Type.Optional(Type.Array(Type.String({ pattern: '^[A-Z]{2}$' }))),
          rungAtMost: Type.Optional(Type.Integer({ minimum: 0, maximum: 4 })),
          advice: Type.Optional(Text),
          /** Treatments a house rule otherwise leaves out, done here. */
          keeps: Type.Optional(Type.Array(Text)),
        },
        Strict,
      ),
    ),
  },
  Strict,
)

export type DamageKind = Static<typeof DamageKind>

/** A finding that stops: what is held until somebody who may has cleared it. */
export const Stop = Type.Object(
  {
    id: Text,
    name: Text,
    /** Any of these. */
    found: Type.Object(
      {
        biohazards: Type.Optional(Type.Array(Text)),
        stains: Type.Optional(Type.Array(Text)),
        odours: Type.Optional(Type.Array(Text)),
        moisture: Type.Optional(Type.Array(Text)),
      },
      Strict,
    ),
    /** Only there, or of that size; any of them. */
    where: Type.Optional(
      Type.Object({ groups: Type.Array(Text), kinds: Type.Array(Text), sizes: Type.Array(Text) }, Strict),
    ),
    /** Only in cars with one of these. */
    features: Type.Optional(Type.Array(Text)),
    holds: Type.Union([Type.Literal('surface'), Type.Literal('zone'), Type.Literal('car')]),
    /** Neighbouring places are held as well. */
    touching: Type.Optional(Type.Literal(true)),
    /** Every gap, pocket and under-seat place of the car is held as well. */
    gaps: Type.Optional(Type.Literal(true)),
    /** Before the walk-round. */
    first: Type.Boolean(),
    /** Who may clear it; null: the lead, with whoever is competent. */
    skill: Type.Union([Text, Type.Null()]),
    /** Never cleared by the crew. */
    specialist: Type.Optional(Type.Literal(true)),
    /** No blowing and dusting anywhere before it is cleared. */
    noDust: Type.Optional(Type.Literal(true)),
    /** No dry vacuum anywhere before it is cleared. */
    noVacuum: Type.Optional(Type.Literal(true)),
    /** On anything but hard surfaces it is a specialist's. */
    onlyHard: Type.Optional(Type.Literal(true)),
    /** From this size, or on these kinds, it is a specialist's. */
    largeFrom: Type.Optional(Text),
    largeKinds: Type.Optional(Type.Array(Text)),
    /** What the trained person does there. */
    work: Type.Optional(Type.Array(Text)),
    /** References the log asks for. */
    references: Type.Array(Text),
    minutes: Type.Number(),
    doing: Type.Array(Text),
  },
  Strict,
)
export type Stop = Static<typeof Stop>

/** Something tried at check-in, because it is found too late otherwise. */
export const FunctionCheck = Type.Object(
  {
    id: Text,
    name: Text,
    why: Text,
    /** Kinds of surface that cannot be reached when it does not work. */
    dead: Type.Optional(Type.Array(Text)),
    /** What is said instead when it does not work: a treatment's motion, a permission's refusal, a caution, a place of the final check (null: none). */
    said: Type.Optional(
      Type.Object(
        {
          motion: Type.Optional(Type.Record(Text, Text)),
          refused: Type.Optional(Type.Record(Text, Text)),
          cautions: Type.Optional(Type.Record(Text, Text)),
          places: Type.Optional(Type.Record(Text, Type.Union([Text, Type.Null()]))),
        },
        Strict,
      ),
    ),
  },
  Strict,
)

/** Something the customer is asked. `refused` says what a no changes. */
export const Permission = Type.Object(
  {
    id: Text,
    question: Text,
    refused: Text,
    /** Techniques that are not used without it. */
    needs: Type.Array(Type.String({ pattern: '^[A-Z]{2}$' })),
    /** What goes without a test: no heat anywhere, nothing wet on these materials, and no rung above this one (trade.md §6). */
    untested: Type.Optional(
      Type.Object({ materials: Type.Array(Text), rungAtMost: Type.Integer({ minimum: 0, maximum: 4 }) }, Strict),
    ),
  },
  Strict,
)
export type Permission = Static<typeof Permission>

/** How a way of using a car marks it (see core/condition/patterns). */
export const Preset = Type.Object(
  {
    id: Text,
    name: Text,
    marks: Type.Array(
      Type.Object(
        {
          groups: Type.Optional(Type.Array(Text)),
          kinds: Type.Optional(Type.Array(Text)),
          rows: Type.Optional(Type.Array(Type.Integer())),
          put: SurfaceCondition,
        },
        Strict,
      ),
    ),
  },
  Strict,
)

/** What is sold: the surface groups it covers. */
export const Package = Type.Object({ id: Text, name: Text, groups: Type.Array(Text) }, Strict)
export type Package = Static<typeof Package>

/** Something to measure with. Volumes in ml. */
export const Cup = Type.Object(
  {
    id: Text,
    name: Text,
    capacity: Type.Number({ exclusiveMinimum: 0 }),
    graduation: Type.Number({ exclusiveMinimum: 0 }),
  },
  Strict,
)
/** What is used up beside products, and how much of it a vehicle usually takes. */
export const Consumable = Type.Object({ id: Text, name: Text, perVehicle: Type.Number({ minimum: 0 }) }, Strict)

/** All shipped trade knowledge, as one argument of the engines. */
export const Catalogue = Type.Object(
  {
    bodies: Type.Array(Body),
    surfaces: Type.Array(SurfaceKind),
    features: Type.Array(Feature),
    damages: Type.Array(DamageKind),
    stops: Type.Array(Stop),
    odours: Type.Array(OdourKind),
    biohazards: Type.Array(Named),
    functions: Type.Array(FunctionCheck),
    permissions: Type.Array(Permission),
    packages: Type.Array(Package),
    presets: Type.Array(Preset),
    materials: Type.Array(Material),
    stages: Type.Array(Stage),
    treatments: Type.Array(Treatment),
    wholeCar: Type.Array(WholeCar),
    programmes: Type.Array(Programme),
    stains: Type.Array(StainKind),
    stainGroups: Type.Array(StainGroup),
    products: Type.Array(Product),
    orderRules: Type.Array(OrderRule),
    houseRules: Type.Array(HouseRule),
    cautions: Type.Array(Caution),
    forbidden: Type.Array(ForbiddenRule),
    sequences: Type.Array(Sequence),
    neverMix: Type.Array(NeverMix),
    cups: Type.Array(Cup),
    consumables: Type.Array(Consumable),
    finishes: Type.Array(Finish),
    checkList: Type.Array(CheckListPlace),
    equipment: Type.Array(Named),
    skills: Type.Array(Skill),
  },
  { ...Strict, $id: 'catalogue' },
)
export type Catalogue = Static<typeof Catalogue>
