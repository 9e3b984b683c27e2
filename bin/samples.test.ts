import { spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { Ajv } from 'ajv'
import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import type { Procedure, ProcedureRequest } from '#core/procedures/schema.ts'
import { BadInput } from '#core/units/fault.ts'
import { speak } from '#words/en/speak.ts'
import { violations } from '../tests/support/never.ts'
import { share } from '../tests/support/share.ts'
import { sampleCars, summaryOf } from './sample-cars.ts'
import { verbs } from './verbs.ts'

interface Answer {
  code: number | null
  out: Procedure | undefined
  error: { errors: { pointer: string }[] } | undefined
}

/** The same verb in this process: a new one for every car costs more than the car. */
function verb(input: unknown): Answer {
  expect(fits(input)).toBe(true)
  try {
    return { code: 0, out: verbs.procedure!.run(input as never) as Procedure, error: undefined }
  } catch (error) {
    if (!(error instanceof BadInput)) throw error
    return { code: 2, out: undefined, error: { errors: error.faults.map(speak.fault) } }
  }
}

function chamomile(input: unknown): Promise<Answer> {
  return new Promise((resolve) => {
    const child = spawn('bin/chamomile', ['procedure'])
    let [out, error] = ['', '']
    child.stdout.on('data', (chunk) => {
      out += chunk
    })
    child.stderr.on('data', (chunk) => {
      error += chunk
    })
    child.on('close', (code) =>
      resolve({
        code,
        out: out ? JSON.parse(out) : undefined,
        error: error.trim().startsWith('{') ? JSON.parse(error) : undefined,
      }),
    )
    child.stdin.end(JSON.stringify(input))
  })
}

const fits = new Ajv({ strict: false }).compile(verbs.procedure!.input)
const answers = JSON.parse(readFileSync('samples/answers.json', 'utf8')) as Record<string, ReturnType<typeof summaryOf>>
const file = (name: string) => JSON.parse(readFileSync(`samples/${name}.json`, 'utf8')) as ProcedureRequest

describe.concurrent('the sample cars through bin/chamomile procedure', () => {
  it('are twenty, and the files are what the project says they are', () => {
    const cars = sampleCars()
    expect(Object.keys(cars)).toHaveLength(20)
    for (const [name, request] of Object.entries(cars)) expect(file(name)).toEqual(JSON.parse(JSON.stringify(request)))
  })
  it.each(Object.keys(answers).map((name, i) => [name, i] as const))(
    '%s',
    async (name, i) => {
      const request = file(name)
      // A tenth of them by the command itself, all of them in the long run.
      const run = i < share(20) ? chamomile : verb
      const { code, out } = await run(request)
      expect(code).toBe(0)
      expect(summaryOf(out!)).toEqual(answers[name])
      expect(violations({ ...request }, out!, catalogue)).toEqual([])
      // Through the command line too, what is forbidden is refused by its place.
      const refused = await run({
        ...request,
        edits: [{ do: 'remove', step: 'final_check:car', reason: 'no time' }],
      })
      expect(refused.code).toBe(2)
      expect(refused.error!.errors.map((e) => e.pointer)).toEqual(['/edits/0'])
    },
    60_000,
  )
})
