import { type Static, Type } from '@sinclair/typebox'

const Id = Type.String({ pattern: '^[a-z0-9][a-z0-9-]*$', maxLength: 60 })

export const Row = Type.Object(
  {
    kind: Type.Union([Type.Literal('bucket'), Type.Literal('captain'), Type.Literal('bench'), Type.Literal('fold')]),
    seats: Type.Integer({ minimum: 1, maximum: 4 }),
  },
  { additionalProperties: false },
)

export const DoorPair = Type.Object(
  {
    row: Type.Integer({ minimum: 1, maximum: 3 }),
    kind: Type.Union([Type.Literal('hinged'), Type.Literal('sliding')]),
    /** A door on one side only; both when left out. */
    side: Type.Optional(Type.Union([Type.Literal('left'), Type.Literal('right')])),
  },
  { additionalProperties: false },
)

const Metres = (minimum: number, maximum: number) => Type.Number({ minimum, maximum })

/** Cabin measures in metres: width between the doors, a seat row's share of the length, floor to roof, length of the load area. */
export const Dimensions = Type.Object(
  { width: Metres(0.9, 2.4), pitch: Metres(0.6, 1.4), height: Metres(0.8, 2), load: Metres(0.2, 5) },
  { additionalProperties: false },
)
export type Dimensions = Static<typeof Dimensions>

/** The parameters of a body; zones, surfaces, areas and the drawn sheet all follow from them. */
export const Body = Type.Object(
  {
    id: Id,
    name: Type.String({ maxLength: 80 }),
    kind: Id,
    size: Type.Union([Type.Literal('mid'), Type.Literal('small-suv'), Type.Literal('three-row')]),
    /** Growth of areas over the mid-size reference, 1 = mid-size; where `dimensions` are given, those decide. */
    scale: Type.Number({ minimum: 0.6, maximum: 1.6 }),
    driverSide: Type.Union([Type.Literal('left'), Type.Literal('right')]),
    rows: Type.Array(Row, { minItems: 1, maxItems: 3 }),
    doors: Type.Array(DoorPair, { minItems: 1, maxItems: 3 }),
    /** What lies behind the last row: under a hatch, in a boot, a van's bay or a pickup's bed. */
    load: Type.Union((['hatch', 'boot', 'cargo', 'bed', 'none'] as const).map((load) => Type.Literal(load))),
    dimensions: Type.Optional(Dimensions),
    roof: Type.Optional(
      Type.Union([Type.Literal('headliner'), Type.Literal('suede'), Type.Literal('sunroof'), Type.Literal('soft-top')]),
    ),
    /** A parcel shelf behind the last row. */
    shelf: Type.Optional(Type.Boolean()),
    /** Ids of the catalogue's features. */
    features: Type.Optional(Type.Array(Id, { maxItems: 30, uniqueItems: true })),
    /** By slot of the surface kinds; what is not named is the usual material of its slot. */
    materials: Type.Object(
      {
        seat: Id,
        carpet: Id,
        mat: Id,
        trim: Type.Optional(Id),
        /** A door's upper and its insert, where they are of something else than the trim. */
        upper: Type.Optional(Id),
        insert: Type.Optional(Id),
        wheel: Type.Optional(Id),
        headliner: Type.Optional(Id),
        glass: Type.Optional(Id),
        cargo: Type.Optional(Id),
      },
      { additionalProperties: false },
    ),
  },
  { additionalProperties: false, $id: 'body' },
)
export type Body = Static<typeof Body>

/** What the name of a surface is made of: its kind, where it is, and what the car is like there. Words make "Driver seat base" of it. */
export const SurfaceName = Type.Object(
  {
    kind: Id,
    place: Id,
    zone: Type.String({ maxLength: 40 }),
    /** Rows of seats in the car: the second of two is the rear one. */
    rows: Type.Integer({ minimum: 1, maximum: 3 }),
    /** It is on the driver's side. */
    driver: Type.Optional(Type.Literal(true)),
    sliding: Type.Optional(Type.Literal(true)),
  },
  { additionalProperties: false },
)
export type SurfaceName = Static<typeof SurfaceName>

/** How one kind of surface stands in the catalogue: where it occurs, its area (m²) at scale 1 and its weights 0–5. */
export const SurfaceKind = Type.Object(
  {
    kind: Id,
    place: Id,
    group: Id,
    /** A slot of the body's materials, or a fixed one of `slots`. */
    material: Id,
    area: Type.Number({ exclusiveMinimum: 0 }),
    visibility: Type.Integer({ minimum: 0, maximum: 5 }),
    touch: Type.Integer({ minimum: 0, maximum: 5 }),
    /** Under a time limit: what the customer sees and touches first, in this order, before anything else … */
    must: Type.Optional(Type.Integer({ minimum: 1 })),
    /** … and what comes last. What is neither comes between. */
    extra: Type.Optional(Type.Literal(true)),
    access: Type.Number({ minimum: 1, maximum: 2 }),
    dress: Type.Boolean(),
    /** Cabin measures its area grows with; none: the same in every body. */
    grows: Type.Array(
      Type.Union([Type.Literal('width'), Type.Literal('pitch'), Type.Literal('height'), Type.Literal('load')]),
    ),
  },
  { additionalProperties: false },
)
export type SurfaceKind = Static<typeof SurfaceKind>

const Tolerance = Type.Union([Type.Literal('Y'), Type.Literal('c'), Type.Literal('N'), Type.Literal('-')])

/** A material: what it tolerates (by technique code) and how it holds water (g/m²). */
export const Material = Type.Object(
  {
    id: Id,
    family: Id,
    /** Multiplies labour minutes; 1 is flat cloth. */
    rateFactor: Type.Number({ exclusiveMinimum: 0 }),
    tolerates: Type.Record(Type.String({ pattern: '^[A-Z]{2}$' }), Tolerance),
    holds: Type.Number(),
    ceiling: Type.Number(),
    critical: Type.Number(),
    touchDry: Type.Number(),
    /** Families of product that must never touch it. */
    never: Type.Optional(Type.Array(Type.String())),
  },
  { additionalProperties: false },
)
export type Material = Static<typeof Material>

/** Something about a car that changes the work, and for which kinds of surface (none named: for all). */
export const Feature = Type.Object(
  {
    id: Id,
    effects: Type.Array(
      Type.Object(
        {
          kinds: Type.Array(Id),
          /** Techniques that may not be used there. */
          forbid: Type.Array(Type.String({ pattern: '^[A-Z]{2}$' })),
          /** g/m² that may be left at most. */
          ceiling: Type.Optional(Type.Number({ minimum: 0 })),
          /** A second material whose row holds as well; the stricter wins. */
          asMaterial: Type.Optional(Id),
          /** What is put on a spot is rinsed out over the whole panel, so that it dries even. */
          even: Type.Optional(Type.Literal(true)),
          /** What was wetted there is judged dry in raking light. */
          judged: Type.Optional(Type.Literal(true)),
        },
        { additionalProperties: false },
      ),
    ),
  },
  { additionalProperties: false },
)
export type Feature = Static<typeof Feature>

/** One surface of one car. `area` in m²; `access` multiplies minutes; weights 0–5. */
export interface Surface {
  id: string
  kind: string
  zone: string
  /** Zones that one pair of hands works as one: the unit of a step. */
  zoneGroup: string
  row: number
  name: SurfaceName
  group: string
  material: string
  area: number
  visibility: number
  touch: number
  must?: number
  extra?: true
  access: number
  dress: boolean
}
