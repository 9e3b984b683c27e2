import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'
import { Ban } from './treatment.ts'

/** Who takes what the crew does not work: it stops, a specialist has it, or it is recorded. */
const LeftTo = Type.Union([Type.Literal('stop'), Type.Literal('specialist'), Type.Literal('record')])

/** A kind of stain on colourfast synthetic cloth or carpet (catalogue C3). Chances of full removal in percent. */
export const StainKind = Type.Object(
  {
    id: Text,
    group: Text,
    wicking: Type.Integer({ minimum: 0, maximum: 3 }),
    /** Sugar and product: the panel is rinsed out by extraction, whatever dries quicker. */
    rinsedOut: Type.Optional(Type.Literal(true)),
    chance: Type.Object({ fresh: Type.Number(), old: Type.Number() }, Strict),
    /** Of how many stains the shop's own chances were seen; left out where they are the catalogue's. */
    records: Type.Optional(Type.Integer({ minimum: 1 })),
    /** Who it is left to where nothing is planned. */
    left: Type.Optional(LeftTo),
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
          /** Those of the group that the row is for; left out: all of it. */
          kinds: Type.Optional(Type.Array(Text)),
          left: Type.Optional(LeftTo),
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
