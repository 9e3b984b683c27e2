import { type Static, Type } from '@sinclair/typebox'
import { Strict } from './shape.ts'

const Positive = Type.Number({ exclusiveMinimum: 0 })

/** Figures of the trade that are no row of anything: one place to look them up and to change them. */
export const Figures = Type.Object(
  {
    /** What the minutes of the whole car are multiplied by, by its size. */
    sizeFactor: Type.Object({ mid: Positive, 'small-suv': Positive, 'three-row': Positive }, Strict),
    /** m² that a towel lasts for on all its faces. */
    towelArea: Positive,
    /** Faces of a towel, folded and flipped. */
    towelFaces: Type.Integer({ minimum: 1 }),
    /** ml of ready mix that nobody mixes less than. */
    leastBatch: Positive,
    /** m² of a stain by its size; the whole panel is the surface. */
    stainArea: Type.Object({ coin: Positive, palm: Positive }, Strict),
    /** g/m² that soaked underlay holds when the water is out and it is propped: a slow store that gives 3 to 5 % an hour (engines.md §3). */
    underlayHolds: Positive,
    /** How likely a stain rises again as it dries: hazard by its index, more by its age, for each so many g/m² of water below it. */
    wicking: Type.Object(
      {
        hazards: Type.Array(Type.Number({ minimum: 0 }), { minItems: 4, maxItems: 4 }),
        byAge: Type.Object({ fresh: Positive, days: Positive, old: Positive }, Strict),
        water: Positive,
        /** Groups of stains whose heat is forbidden only before their acid: what comes back of them may be steamed after its mist. */
        steamsAfterMist: Type.Array(Type.String()),
      },
      Strict,
    ),
    /** Times that what failed its recheck is treated again. */
    mostRetries: Type.Integer({ minimum: 0 }),
    /** Points a stain's chance loses for each earlier attempt, whoever made it (catalogue C3). */
    earlierAttempt: Type.Number({ minimum: 0 }),
    /** A material that holds less, g/m², has what is put on towelled off within the step. */
    towelledUnder: Positive,
    /** g/m² that are left there then. */
    towelledLeft: Positive,
    /** Mixed for a day over what the steps ask for: spray drifts, bottles are not emptied to the last drop. */
    mixMargin: Type.Number({ minimum: 1 }),
    /** Days between an order and its delivery. */
    leadDays: Type.Integer({ minimum: 0 }),
    /** Days that a day's use is measured on. */
    useDays: Type.Integer({ minimum: 1 }),
    /** People at one car at once. */
    mostPeople: Type.Integer({ minimum: 1 }),
    /** Minutes in which whoever holds a skill signs off what somebody did who learns it. */
    signOff: Type.Integer({ minimum: 1 }),
    /** Minutes from which a step is shared out among several people (judgement.md §6). */
    sharedFrom: Type.Integer({ minimum: 2 }),
    /** Zones that are all of the car's glass or jambs: shared out, they are a place on each side. */
    divided: Type.Array(Type.String()),
  },
  { ...Strict, description: 'Figures of the trade that are no row of anything.' },
)
export type Figures = Static<typeof Figures>
