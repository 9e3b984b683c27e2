import type { TSchema } from '@sinclair/typebox'
import { Ajv, type ValidateFunction } from 'ajv'
import type { Fault } from '#core/units/fault.ts'
import { Problem } from './problem.ts'

/** Compiles each schema once. */
function compiler(ajv: Ajv): (schema: TSchema) => ValidateFunction {
  const known = new Map<TSchema, ValidateFunction>()
  return (schema) => {
    const validate = known.get(schema) ?? ajv.compile(schema)
    known.set(schema, validate)
    return validate
  }
}
const quick = compiler(new Ajv({ strict: false, discriminator: true }))
const thorough = compiler(new Ajv({ allErrors: true, strict: false, discriminator: true }))

/** Checks a body against its schema. @throws Problem 400 with a JSON Pointer to each fault */
export function check(schema: TSchema, body: unknown) {
  // Most bodies are good. Every fault is looked for only where there is one.
  if (quick(schema)(body)) return
  const validate = thorough(schema)
  validate(body)
  const errors: Fault[] = (validate.errors ?? []).slice(0, 50).map((e) => {
    const property = e.params.additionalProperty ?? e.params.missingProperty ?? e.params.tag
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
