import { Ajv } from 'ajv'
import { BadInput, type Fault } from '#core/units/fault.ts'
import { speak } from '#words/en/speak.ts'
import { verbs } from './verbs.ts'

async function standardInput(): Promise<string> {
  const chunks: Buffer[] = []
  for await (const chunk of process.stdin) chunks.push(chunk as Buffer)
  return Buffer.concat(chunks).toString('utf8')
}

function refuse(code: string, detail: string, errors: Fault[]): number {
  process.stderr.write(`${JSON.stringify({ code, detail, errors })}\n`)
  return 2
}

/** Writes one JSON document and waits until it is out, so that a pipe never gets half of one. */
function answer(document: unknown): Promise<number> {
  return new Promise((resolve) => process.stdout.write(`${JSON.stringify(document)}\n`, () => resolve(0)))
}

/** Runs one command line. @returns the exit code: 0 answered, 2 bad document or unknown verb */
export async function main(args: readonly string[]): Promise<number> {
  const [name, subject] = args
  if (name === 'schema') {
    const verb = verbs[subject ?? '']
    return verb ? answer({ $schema: 'http://json-schema.org/draft-07/schema#', ...verb.input }) : refuseVerb()
  }
  const verb = verbs[name ?? '']
  if (!verb) return refuseVerb()
  let document: unknown
  try {
    document = JSON.parse(await standardInput())
  } catch (error) {
    return refuse('not-json', 'Standard input is not one JSON document.', [
      { pointer: '', message: (error as Error).message },
    ])
  }
  const validate = new Ajv({ allErrors: true, strict: false }).compile(verb.input)
  if (!validate(document)) {
    const errors = (validate.errors ?? []).map((e) => ({
      pointer: pointerOf(e.instancePath, e.params),
      message: e.message ?? e.keyword,
    }))
    return refuse('invalid', `The document does not fit the schema of "${name}".`, errors)
  }
  try {
    return await answer(verb.run(document as never))
  } catch (error) {
    if (error instanceof BadInput) {
      const said = error.faults.map(speak.fault)
      return refuse('invalid', said.map((f) => `${f.pointer}: ${f.message}`).join('; '), said)
    }
    throw error
  }
}

/** Ajv points at the object; a missing or surplus property is named too. */
function pointerOf(path: string, params: Record<string, unknown>): string {
  const property = params.additionalProperty ?? params.missingProperty
  return typeof property === 'string' ? `${path}/${property.replaceAll('~', '~0').replaceAll('/', '~1')}` : path
}

function refuseVerb(): number {
  return refuse(
    'unknown-verb',
    `Usage: chamomile ${Object.keys(verbs).join('|')} < document.json, or chamomile schema VERB.`,
    [],
  )
}
