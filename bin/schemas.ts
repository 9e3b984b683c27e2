import type { TSchema } from '@sinclair/typebox'
import { Body, Feature, Material, SurfaceKind } from '#core/cabin/schema.ts'
import { NeverMix, Product } from '#core/chemistry/schema.ts'
import { ProcedureFile, StandardFile } from '#core/formats/exchange.ts'
import { LabelRequest } from '#core/mixing/label.ts'
import { MarksRequest } from '#core/mixing/marks.ts'
import { MixRequest } from '#core/mixing/schema.ts'
import { YieldRequest } from '#core/mixing/yield.ts'
import { PlanRequest } from '#core/plan/schema.ts'
import * as trade from '#core/procedures/catalogue.ts'
import { CheckIn, Procedure, ProcedureRequest } from '#core/procedures/schema.ts'
import { WorkIntent } from '#core/work/schema.ts'

const list = (items: TSchema): TSchema => ({ type: 'array', items }) as unknown as TSchema

/** Every published JSON Schema by its file. They are written by `npm run schemas` and compared by a test. */
export const schemaFiles: Record<string, TSchema> = {
  'docs/schemas/check-in.json': CheckIn,
  'docs/schemas/procedure.json': ProcedureRequest,
  'docs/schemas/procedure-answer.json': Procedure,
  'docs/schemas/standard-file.json': StandardFile,
  'docs/schemas/procedure-file.json': ProcedureFile,
  'docs/schemas/ratio.json': LabelRequest,
  'docs/schemas/marks.json': MarksRequest,
  'docs/schemas/yield.json': YieldRequest,
  'docs/schemas/mix.json': MixRequest,
  'docs/schemas/plan.json': PlanRequest,
  'docs/schemas/work-event.json': WorkIntent,
  'catalogue/schema/bodies.json': list(Body),
  'catalogue/schema/surfaces.json': list(SurfaceKind),
  'catalogue/schema/features.json': list(Feature),
  'catalogue/schema/damages.json': list(trade.DamageKind),
  'catalogue/schema/stops.json': list(trade.Stop),
  'catalogue/schema/odours.json': list(trade.OdourKind),
  'catalogue/schema/biohazards.json': list(trade.Named),
  'catalogue/schema/functions.json': list(trade.FunctionCheck),
  'catalogue/schema/permissions.json': list(trade.Permission),
  'catalogue/schema/presets.json': list(trade.Preset),
  'catalogue/schema/packages.json': list(trade.Package),
  'catalogue/schema/materials.json': list(Material),
  'catalogue/schema/stages.json': list(trade.Stage),
  'catalogue/schema/treatments.json': list(trade.Treatment),
  'catalogue/schema/whole-car.json': list(trade.WholeCar),
  'catalogue/schema/programmes.json': list(trade.Programme),
  'catalogue/schema/stain-groups.json': list(trade.StainGroup),
  'catalogue/schema/stains.json': list(trade.StainKind),
  'catalogue/schema/products.json': list(Product),
  'catalogue/schema/order-rules.json': list(trade.OrderRule),
  'catalogue/schema/house-rules.json': list(trade.HouseRule),
  'catalogue/schema/cautions.json': list(trade.Caution),
  'catalogue/schema/forbidden.json': list(trade.ForbiddenRule),
  'catalogue/schema/sequences.json': list(trade.Sequence),
  'catalogue/schema/never-mix.json': list(NeverMix),
  'catalogue/schema/cups.json': list(trade.Cup),
  'catalogue/schema/consumables.json': list(trade.Consumable),
  'catalogue/schema/finishes.json': list(trade.Finish),
  'catalogue/schema/check-list.json': list(trade.CheckListPlace),
}

export const schemaText = (schema: TSchema): string =>
  `${JSON.stringify({ $schema: 'http://json-schema.org/draft-07/schema#', ...schema }, null, 2)}\n`
