import { type Static, Type } from '@sinclair/typebox'
import { Outside } from '#core/drying/schema.ts'
import { Week } from './week.ts'

const Strict = { additionalProperties: false }

/** Where a shop is and how it counts. */
export const About = Type.Object(
  {
    place: Type.String({ maxLength: 120 }),
    /** Where customers find it and how they reach it, as it stands on their paper. */
    address: Type.Optional(Type.String({ maxLength: 300 })),
    units: Type.Union([Type.Literal('metric'), Type.Literal('us')]),
    currency: Type.String({ pattern: '^[A-Z]{3}$', description: 'ISO 4217' }),
    /** 1 is Monday, 7 is Sunday. */
    weekStart: Type.Union([Type.Literal(1), Type.Literal(6), Type.Literal(7)]),
    opens: Week,
    /** What an hour of somebody's work costs the shop where nothing is said of that person, in minor units. */
    hour: Type.Optional(Type.Integer({ minimum: 0, maximum: 1e7 })),
    /** Air of the hall in which cars dry; left out: they dry outdoors, in the weather. */
    indoors: Type.Optional(Outside),
    /** Days after the handing over in which something that was not right is made good for nothing; 14 where left out. */
    reworkDays: Type.Optional(Type.Integer({ minimum: 0, maximum: 365 })),
    /** Minutes that going over to another car takes: tools down, hands clean, the other sheet read; 3 where left out. */
    goingOver: Type.Optional(Type.Integer({ minimum: 0, maximum: 30 })),
    /** What an hour of work beside a package is sold for, in minor units. */
    sells: Type.Optional(Type.Integer({ minimum: 0, maximum: 1e7 })),
  },
  Strict,
)
export type About = Static<typeof About>

/** Minutes that the plan leaves somebody who goes over to another car; a seed, not measured. */
export const goingOverOf = (about: Pick<About, 'goingOver'> | null | undefined): number => about?.goingOver ?? 3

/** Days in which a car may come back for what was not right. */
export const reworkDaysOf = (about: Pick<About, 'reworkDays'> | null | undefined): number => about?.reworkDays ?? 14
