import type { TSchema } from '@sinclair/typebox'
import { Ajv, type ValidateFunction } from 'ajv'
import type { Fault } from '#core/units/fault.ts'
import { Problem } from './problem.ts'

const ajv = new Ajv({ allErrors: true, strict: false })
const compiled = new Map<TSchema, ValidateFunction>()

/** Checks a body against its schema. @throws Problem 400 with a JSON Pointer to each fault */
export function check(schema: TSchema, body: unknown) {
  let validate = compiled.get(schema)
  if (!validate) {
    validate = ajv.compile(schema)
    compiled.set(schema, validate)
  }
  if (validate(body)) return
  const errors: Fault[] = (validate.errors ?? []).slice(0, 50).map((e) => {
    const property = e.params.additionalProperty ?? e.params.missingProperty
    return {
      pointer: property === undefined ? e.instancePath : `${e.instancePath}/${property}`,
      message: e.message ?? e.keyword,
    }
  })
  throw new Problem(
    400,
    'invalid',
    `The input has ${errors.length} ${errors.length === 1 ? 'fault' : 'faults'}: ${errors[0]?.pointer || 'the document'} ${errors[0]?.message}.`,
    errors,
  )
}
