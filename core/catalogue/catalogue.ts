import { type Static, Type } from '@sinclair/typebox'
import { Body, Feature, Material, SurfaceKind } from '#core/cabin/schema.ts'
import { NeverMix, Product } from '#core/chemistry/schema.ts'
import { AirSetting } from './air.ts'
import { Caution } from './caution.ts'
import { CheckListPlace } from './check-list-place.ts'
import { Consumable } from './consumable.ts'
import { Cup } from './cup.ts'
import { DamageKind } from './damage.ts'
import { Equipment } from './equipment.ts'
import { Figures } from './figures.ts'
import { Finish } from './finish.ts'
import { ForbiddenRule } from './forbidden-rule.ts'
import { FunctionCheck } from './function-check.ts'
import { HouseRule } from './house-rule.ts'
import { Named } from './named.ts'
import { OdourKind } from './odour.ts'
import { OrderRule } from './order-rule.ts'
import { Package } from './package.ts'
import { Permission } from './permission.ts'
import { Preset } from './preset.ts'
import { Programme } from './programme.ts'
import { Sequence } from './sequence.ts'
import { Strict } from './shape.ts'
import { Skill } from './skill.ts'
import { Stage } from './stage.ts'
import { StainGroup, StainKind } from './stain.ts'
import { Stop } from './stop.ts'
import type { Swap } from './swap.ts'
import { Treatment } from './treatment.ts'
import { Walk } from './walk.ts'
import { WholeCar } from './whole-car.ts'

/** All shipped trade knowledge, as one argument of the engines. */
export const Catalogue = Type.Object(
  {
    /** Their names are words. */
    bodies: Type.Array(Type.Omit(Body, ['name'])),
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
    airs: Type.Array(AirSetting),
    equipment: Type.Array(Equipment),
    skills: Type.Array(Skill),
    figures: Figures,
    walk: Walk,
  },
  { ...Strict, $id: 'catalogue' },
)

/** What a shop's own catalogue has besides (core/shop): no file of the shipped one holds it. */
export interface OfShop {
  /** Nothing is written over it again. */
  composed?: true
  /** What it puts in a usual treatment's place, before any package, finish or house. */
  swaps?: readonly Swap[]
  /** What it says besides, by treatment, in its own words. */
  said?: Readonly<Record<string, readonly string[]>>
}
export type Catalogue = Static<typeof Catalogue> & OfShop
