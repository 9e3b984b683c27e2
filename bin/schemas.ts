import type { TSchema } from '@sinclair/typebox'
import { Catalogue } from '#core/catalogue/catalogue.ts'
import { CheckIn } from '#core/check-in/check-in.ts'
import { AirAnswer, AirRequest, DryAnswer, DryRequest } from '#core/drying/schema.ts'
import { StandardFile } from '#core/formats/exchange.ts'
import { ShopLine } from '#core/formats/shop-lines.ts'
import { WorkIntent } from '#core/job/schema.ts'
import { LabelRequest } from '#core/mixing/label.ts'
import { MarksRequest } from '#core/mixing/marks.ts'
import { MixRequest } from '#core/mixing/schema.ts'
import { YieldRequest } from '#core/mixing/yield.ts'
import { Forecast, PromiseRequest } from '#core/plan/forecast/schema.ts'
import { PlanRequest } from '#core/plan/schema.ts'
import { ProcedureRequest } from '#core/procedures/schema.ts'
import { Own } from '#core/shop/schema.ts'
import { SetUp } from '#core/shop/set-up.ts'
import { ProcedureFile } from '#words/worded/procedure-file.ts'
import { ProcedureInWords } from '#words/worded/procedure-schema.ts'

/** Every published JSON Schema by its file. They are written by `npm run schemas` and compared by a test. */
export const schemaFiles: Record<string, TSchema> = {
  'docs/schemas/check-in.json': CheckIn,
  'docs/schemas/procedure.json': ProcedureRequest,
  'docs/schemas/procedure-answer.json': ProcedureInWords,
  'docs/schemas/standard-file.json': StandardFile,
  'docs/schemas/procedure-file.json': ProcedureFile,
  'docs/schemas/ratio.json': LabelRequest,
  'docs/schemas/marks.json': MarksRequest,
  'docs/schemas/yield.json': YieldRequest,
  'docs/schemas/mix.json': MixRequest,
  'docs/schemas/plan.json': PlanRequest,
  'docs/schemas/promise.json': PromiseRequest,
  'docs/schemas/promise-answer.json': Forecast,
  'docs/schemas/dry.json': DryRequest,
  'docs/schemas/dry-answer.json': DryAnswer,
  'docs/schemas/air.json': AirRequest,
  'docs/schemas/air-answer.json': AirAnswer,
  'docs/schemas/own.json': Own,
  'docs/schemas/shop.json': SetUp,
  'docs/schemas/work-event.json': WorkIntent,
  'docs/schemas/shop-line.json': ShopLine,
  // One a file of the catalogue: wholeCar is whole-car.json.
  ...Object.fromEntries(
    Object.entries(Catalogue.properties).map(([part, schema]) => [
      `catalogue/schema/${part.replaceAll(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)}.json`,
      schema,
    ]),
  ),
}

export const schemaText = (schema: TSchema): string =>
  `${JSON.stringify({ $schema: 'http://json-schema.org/draft-07/schema#', ...schema }, null, 2)}\n`
