import { type Static, type TSchema, Type } from '@sinclair/typebox'
import { SurfaceName } from '#core/cabin/schema.ts'
import { CheckIn } from '#core/check-in/check-in.ts'
import { Outside } from '#core/drying/schema.ts'
import { Ratio } from '#core/mixing/schema.ts'
import { looseAlone } from '#core/procedures/loose-alone.ts'
import { Own } from '#core/shop/schema.ts'
import { Uuid } from '#core/units/uuid.ts'
import {
  CautionSaid,
  ChangeSaid,
  FindingSaid,
  FixSaid,
  Motion,
  Note,
  PlaceSaid,
  Reason,
  Title,
} from './message-schemas.ts'

const Strict = { additionalProperties: false }

const Level = Type.Integer({ minimum: 0, maximum: 4 })

const StepId = Type.String({ minLength: 1, maxLength: 120 })

const Because = Type.Optional(Type.String({ maxLength: 300, description: 'why, where an order rule is broken by it' }))

const edit = <T extends string, F extends Record<string, TSchema>>(what: T, fields: F) =>
  Type.Object({ do: Type.Literal(what), ...fields, reason: Because }, Strict)

/** One change of a generated procedure by a lead. Steps are named by id, so that the same edit fits any car that has the step. */
export const Edit = Type.Union([
  edit('move', { step: StepId, after: Type.Union([StepId, Type.Null()], { description: 'null: first of all' }) }),
  edit('remove', { step: StepId }),
  edit('add', {
    treatment: Type.String({ minLength: 1, maxLength: 40 }),
    zoneGroup: Type.String({ minLength: 1, maxLength: 40 }),
    surfaces: Type.Optional(Type.Array(Type.String({ maxLength: 80 }), { maxItems: 400 })),
  }),
  edit('rung', { step: StepId, level: Level }),
  edit('minutes', { step: StepId, minutes: Type.Number({ minimum: 1, maximum: 600 }) }),
  edit('ratio', { step: StepId, ratio: Ratio }),
])
export type Edit = Static<typeof Edit>

/** A named standard, as a procedure refers to it. */
export const StandardName = Type.Object(
  { id: Uuid, version: Type.Integer({ minimum: 1 }), name: Type.String({ minLength: 1, maxLength: 80 }) },
  Strict,
)

/** Clock minutes a car may take with so many people on it. */
export const TimeLimit = Type.Object(
  { minutes: Type.Integer({ minimum: 15, maximum: 1440 }), crew: Type.Integer({ minimum: 1, maximum: 6 }) },
  Strict,
)
export type TimeLimit = Static<typeof TimeLimit>

/** What a lead sets for one procedure beyond the check-in: the same fields are a named standard and part of the engine's input. */
export const settingFields = {
  houseRules: Type.Optional(
    Type.Record(Type.String({ maxLength: 60 }), Type.String({ maxLength: 60 }), { description: 'choices by rule' }),
  ),
  finish: Type.Optional(Type.Union([Type.Literal('trade'), Type.Literal('standard'), Type.Literal('show')])),
  edits: Type.Optional(Type.Array(Edit, { maxItems: 200 })),
}

export const SurfaceRungs = Type.Record(Type.String({ maxLength: 80 }), Type.Union([Level, Type.Literal(looseAlone)]), {
  description: 'rung by surface: 0 is left out, 0.5 is vacuumed alone',
})

/** Why a step stands where it stands: the rule, and behind which steps it puts it. */
const Why = Type.Object(
  {
    rule: Type.String(),
    after: Type.Array(Type.String()),
    /** What the lead wrote who placed it. */
    reason: Type.Optional(Type.String()),
  },
  Strict,
)

export const Step = Type.Object(
  {
    id: Type.String(),
    stage: Type.String(),
    petal: Type.String(),
    treatment: Type.String(),
    title: Title,
    zoneGroup: Type.String(),
    zones: Type.Array(Type.String()),
    surfaces: Type.Array(Type.String()),
    /** m² worked. */
    area: Type.Number(),
    /** Attended minutes, median; 0 for passive steps. */
    p50: Type.Number(),
    p80: Type.Number(),
    /** Whole minutes that the plan books: max(1, ceil(p50)), or the length of a passive step. */
    minutes: Type.Integer(),
    /** 0 is passive: nobody attends. */
    crew: Type.Integer(),
    skills: Type.Array(Type.String()),
    equipment: Type.Array(Type.String()),
    product: Type.Union([Type.Object({ id: Type.String(), ratio: Ratio, ml: Type.Number() }, Strict), Type.Null()]),
    on: Type.String(),
    motion: Type.Union([Motion, Type.Null()]),
    /** Empty: none. */
    tool: Type.String(),
    /** Faces: what it uses of them, folded and flipped; towels go on to the next step. Not in what was issued before they were counted. */
    towels: Type.Array(
      Type.Object({ role: Type.String(), count: Type.Integer(), faces: Type.Optional(Type.Integer()) }, Strict),
    ),
    /** g/m² put on and left in. */
    applied: Type.Number(),
    left: Type.Number(),
    /** Minutes from its end until what it wetted is touch-dry. */
    dryIn: Type.Optional(Type.Integer()),
    /** A drying step's why: in what air and weather, and the grams of water that dry in the car at once. */
    drying: Type.Optional(Type.Object({ air: Type.String(), ...Outside.properties, water: Type.Integer() }, Strict)),
    dwell: Type.Union([Type.Object({ min: Type.Number(), max: Type.Number() }, Strict), Type.Null()]),
    cautions: Type.Array(CautionSaid),
    ppe: Type.Array(Type.String()),
    attempts: Type.Integer(),
    /** Treatments tried next on these surfaces if this fails its dry judgement; none: nothing more. */
    next: Type.Array(Type.String()),
    why: Type.Array(Why),
    /** A lead has changed or placed it. */
    byHand: Type.Optional(Type.Literal(true)),
    /** Done or under way when the procedure was revised: kept as it was. */
    kept: Type.Optional(Type.Literal(true)),
    /** What an ozone run comes to: mg/h, m³ and ppm when it ends. */
    ozone: Type.Optional(
      Type.Object({ generator: Type.Number(), volume: Type.Number(), peak: Type.Integer() }, Strict),
    ),
    /** Its machine's tank is used up on the way so many times: emptied, and filled where it draws. */
    tank: Type.Optional(Type.Object({ machine: Type.String(), turns: Type.Integer(), draws: Type.Boolean() }, Strict)),
    /** A finding that stops: its places get no work until somebody who may has cleared it. */
    stop: Type.Optional(
      Type.Object(
        {
          rule: Type.String(),
          /** Where it was found; a smell is nowhere. */
          at: Type.Array(Type.String()),
          holds: Type.Union([Type.Literal('car'), Type.Literal('places')]),
          /** Zone groups of what is held. */
          groups: Type.Optional(Type.Array(Type.String())),
          /** Who may clear it; null: the lead, with whoever is competent. */
          skill: Type.Union([Type.String(), Type.Null()]),
          specialist: Type.Boolean(),
          /** The crew takes it on: finishing the step is taking it on, and what is done there follows. Clearing comes after. */
          taken: Type.Boolean(),
          references: Type.Array(Type.String()),
        },
        Strict,
      ),
    ),
    /** For what stains the step is, and what the technician reads about them. */
    playbook: Type.Optional(
      Type.Array(
        Type.Object(
          {
            stain: Type.String(),
            surface: Type.String(),
            wicking: Type.Integer(),
            chance: Type.Number(),
            /** The row of the stain's group that says how it is taken there; left out on cloth and carpet. */
            on: Type.Optional(Type.Object({ group: Type.String(), row: Type.Integer() }, Strict)),
          },
          Strict,
        ),
      ),
    ),
  },
  Strict,
)
export type Step = Static<typeof Step>

/** What a lead has set for one job. */
export const JobSettings = Type.Object(
  {
    ...settingFields,
    standard: Type.Optional(StandardName),
    rungs: Type.Optional(SurfaceRungs),
    timeLimit: Type.Optional(TimeLimit),
    /** How it stands while it dries; what is at hand where left out. */
    air: Type.Optional(Type.String({ maxLength: 40 })),
    crew: Type.Optional(
      Type.Integer({
        minimum: 1,
        maximum: 6,
        description:
          'people who share the work: what spans several places is in parts; the time limit’s where left out, else one',
      }),
    ),
  },
  Strict,
)
export type JobSettings = Static<typeof JobSettings>

/** How many share the work on a car: as set, else as its time limit has it, else one. */
export const crewOf = ({ crew, timeLimit }: Pick<JobSettings, 'crew' | 'timeLimit'>): number =>
  crew ?? timeLimit?.crew ?? 1

/** What a named standard holds. */
export const StandardSettings = Type.Object(settingFields, Strict)
export type StandardSettings = Static<typeof StandardSettings>

/** Input of the procedure engine. Equipment and skills left out mean: everything the catalogue knows is at hand. */
export const ProcedureRequest = Type.Object(
  {
    checkIn: CheckIn,
    ...JobSettings.properties,
    /** The shop's pace by treatment, over the catalogue's minutes. */
    rates: Type.Optional(Type.Record(Type.String({ maxLength: 60 }), Type.Number({ minimum: 0.1, maximum: 10 }))),
    /** What the shop writes over the shipped catalogue. */
    own: Type.Optional(Own),
    /** Weather it dries in; a mild day where left out. */
    outside: Type.Optional(Outside),
    equipment: Type.Optional(Type.Array(Type.String(), { maxItems: 100 })),
    skills: Type.Optional(Type.Array(Type.String(), { maxItems: 100 })),
    /** Steps of an earlier version that are done or under way: facts, kept as they were. */
    kept: Type.Optional(Type.Array(Step, { maxItems: 400 })),
    /** Failed rechecks by surface. */
    retries: Type.Optional(
      Type.Record(Type.String({ maxLength: 80 }), Type.Integer({ minimum: 0, maximum: 20 }), {
        description: 'each asks for the next rung there',
      }),
    ),
    /** How often a surface was clean and came back as it dried. */
    wicked: Type.Optional(
      Type.Record(Type.String({ maxLength: 80 }), Type.Integer({ minimum: 0, maximum: 20 }), {
        description: 'a mist, then covered steam where it may be, no more water',
      }),
    ),
    /** Ids of stop steps that somebody who may has cleared. */
    cleared: Type.Optional(Type.Array(Type.String({ maxLength: 120 }), { maxItems: 200 })),
    seed: Type.Optional(Type.Integer({ minimum: 0 })),
  },
  { ...Strict, $id: 'procedure', title: 'A check-in to be turned into a procedure' },
)
export type ProcedureRequest = Static<typeof ProcedureRequest>

export const StepLink = Type.Object(
  {
    from: Type.String(),
    to: Type.String(),
    minLag: Type.Number(),
    maxLag: Type.Optional(Type.Number()),
    rules: Type.Array(Type.String()),
  },
  Strict,
)
export type StepLink = Static<typeof StepLink>

export const Residual = Type.Object(
  { surface: Type.String(), name: SurfaceName, code: Type.String(), reason: Reason },
  Strict,
)
export type Residual = Static<typeof Residual>

export const Expectation = Type.Object(
  {
    surface: Type.String(),
    name: SurfaceName,
    of: Type.Union([Type.Literal('stain'), Type.Literal('damage')]),
    kind: Type.String(),
    /** Percent. */
    chance: Type.Number(),
    /** Percent: it rises again as its surface dries. */
    comesBack: Type.Optional(Type.Integer()),
    /** It came to light while the car was worked on. */
    appeared: Type.Optional(Type.Literal(true)),
    /** Nothing of it is worked here: nothing is promised. */
    unplanned: Type.Optional(Type.Literal(true)),
  },
  Strict,
)

/** What the checker says of an edit or of the whole: forbidden is never saved, order needs a reason, advice is only said. */
export const Finding = Type.Object(
  {
    grade: Type.Union([Type.Literal('forbidden'), Type.Literal('order'), Type.Literal('advice')]),
    /** The rule's id in the catalogue, or the checker's own word. */
    code: Type.String(),
    text: FindingSaid,
    reason: Reason,
    steps: Type.Array(Type.String()),
    /** Which edit it is about; null: the whole. */
    edit: Type.Union([Type.Integer(), Type.Null()]),
    /** The reason given for it. */
    answered: Type.Union([Type.String(), Type.Null()]),
    /** What mends it: the edit replaced by this one, or taken back where it is null. */
    fix: Type.Union([Type.Object({ text: FixSaid, edit: Type.Union([Edit, Type.Null()]) }, Strict), Type.Null()]),
  },
  Strict,
)
export type Finding = Static<typeof Finding>

/** How a procedure was fitted into a time limit; minutes on the clock. */
export const FitLimit = Type.Object(
  {
    minutes: Type.Integer(),
    crew: Type.Integer(),
    clock: Type.Integer({ description: 'until the car is ready to be handed over, drying too' }),
    fits: Type.Boolean(),
    must: Type.Optional(
      Type.Integer({ description: 'minutes on the clock for all that must be done, where some of it is left out' }),
    ),
    leftOut: Type.Array(PlaceSaid),
    more: Type.Object({ minutes: Type.Integer(), gains: Type.Array(PlaceSaid) }, Strict),
  },
  Strict,
)
export type FitLimit = Static<typeof FitLimit>

const Minutes = Type.Number({ minimum: 0 })

/** A wait in which something only passes by itself: before which step, how long, and for what. */
export const IdleWait = Type.Object({ before: Type.String(), minutes: Minutes, for: Type.Array(Type.String()) }, Strict)
export type IdleWait = Static<typeof IdleWait>

/** The list as one person works it from top to bottom, in minutes from its beginning. */
export const ByOne = Type.Object(
  {
    clock: Minutes,
    /** By step. */
    starts: Type.Record(Type.String(), Minutes),
    /** Where nothing is left to do but wait. */
    waits: Type.Array(IdleWait),
    /** What going from step to step costs, in all and by what it goes to (catalogue walk.json). */
    walk: Type.Object(
      {
        cost: Minutes,
        machine: Minutes,
        tool: Minutes,
        product: Minutes,
        move: Minutes,
        door: Minutes,
        direction: Minutes,
        /** What was issued before work was laid aside at a cost has none. */
        aside: Type.Optional(Minutes),
      },
      Strict,
    ),
  },
  Strict,
)

/** What is laid out before starting, for this car. */
export const Kit = Type.Object(
  {
    machines: Type.Array(Type.String()),
    tools: Type.Array(Type.String()),
    towels: Type.Array(Type.Object({ role: Type.String(), count: Type.Integer() }, Strict)),
    wear: Type.Array(Type.String()),
  },
  Strict,
)

export const Procedure = Type.Object(
  {
    steps: Type.Array(Step),
    /** What holds for the whole car, said once. Not in what was issued before it was told apart. */
    head: Type.Optional(Type.Array(CautionSaid)),
    links: Type.Array(StepLink),
    /** Not in what was issued before there was one. */
    byOne: Type.Optional(ByOne),
    findings: Type.Array(Finding),
    kit: Kit,
    totals: Type.Object(
      {
        attended: Type.Number(),
        attendedP80: Type.Number(),
        planned: Type.Integer(),
        waterLeft: Type.Number({ description: 'grams left in cloth and carpet when wetting ends' }),
        carSoil: Type.Integer(),
        byTreatment: Type.Array(
          Type.Object({ treatment: Type.String(), area: Type.Number(), minutes: Type.Number() }, Strict),
        ),
        products: Type.Array(Type.Object({ id: Type.String(), ratio: Ratio, ml: Type.Number() }, Strict)),
        /** Water through each machine that has a tank, litres, and how often that fills it. Not in what was issued before it was counted. */
        tanks: Type.Optional(
          Type.Array(
            Type.Object(
              {
                machine: Type.String(),
                litres: Type.Number(),
                tank: Type.Number(),
                draws: Type.Boolean({ description: 'clean water drawn; else what it takes up' }),
                fills: Type.Integer(),
              },
              Strict,
            ),
          ),
        ),
      },
      Strict,
    ),
    residuals: Type.Array(Residual),
    expectations: Type.Array(Expectation),
    notes: Type.Array(Note),
    /** What the package that was sold leaves, by stage, with the minutes it would take. */
    offers: Type.Optional(Type.Array(Type.Object({ stage: Type.String(), minutes: Type.Integer() }, Strict))),
    /** What dries in it: patches of one place, material and water, as `chamomile dry` takes them. Not in what was issued before it was reckoned. */
    drying: Type.Optional(
      Type.Object(
        {
          air: Type.String(),
          outside: Outside,
          volume: Type.Number({ description: 'm³ of air in the cabin' }),
          patches: Type.Array(
            Type.Object(
              {
                group: Type.String({ description: 'zone group' }),
                row: Type.Integer(),
                material: Type.String(),
                area: Type.Number(),
                left: Type.Number(),
                critical: Type.Number(),
                touchDry: Type.Number(),
                under: Type.Optional(Type.Number()),
                outside: Type.Optional(Type.Boolean()),
                dry: Type.Number({ description: 'minutes from the end of the wetting' }),
              },
              Strict,
            ),
          ),
        },
        Strict,
      ),
    ),
    /** With a time limit: what was chosen for it. */
    limit: Type.Optional(FitLimit),
  },
  { ...Strict, $id: 'procedure-answer' },
)
export type Procedure = Static<typeof Procedure>

/** How one procedure differs from another, step by step. Minutes are attended medians. */
export const Difference = Type.Object(
  {
    minutes: Type.Number(),
    added: Type.Array(Title),
    dropped: Type.Array(Title),
    changed: Type.Array(Type.Object({ title: Title, what: Type.Array(ChangeSaid) }, Strict)),
    /** Steps that stand in another order than before, among those in both. */
    moved: Type.Boolean(),
    notes: Type.Array(Note),
  },
  Strict,
)
export type Difference = Static<typeof Difference>
