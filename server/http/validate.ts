import type { TSchema } from '@sinclair/typebox'
import { Ajv, type ValidateFunction } from 'ajv'
import type { Fault } from '#core/units/fault.ts'
import { Problem } from './problem.ts'

const quick = new Ajv({ strict: false })
const thorough = new Ajv({ allErrors: true, strict: false })
type Compiled = Map<TSchema, ValidateFunction>
const [quickly, thoroughly]: [Compiled, Compiled] = [new Map(), new Map()]

function compiled(ajv: Ajv, known: Compiled, schema: TSchema): ValidateFunction {
  const there = known.get(schema)
  if (there) return there
  const made = ajv.compile(schema)
  known.set(schema, made)
  return made
}

/** Checks a body against its schema. @throws Problem 400 with a JSON Pointer to each fault */
export function check(schema: TSchema, body: unknown) {
  // Most bodies are good. Every fault is looked for only where there is one.
  if (compiled(quick, quickly, schema)(body)) return
  const validate = compiled(thorough, thoroughly, schema)
  validate(body)
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
