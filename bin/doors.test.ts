import { Ajv } from 'ajv'
import { expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { settingsIn } from '#core/formats/exchange.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import { BadInput } from '#core/units/fault.ts'
import { seededRandom } from '#core/units/random.ts'
import { speak } from '#words/en/speak.ts'
import { ProcedureFile, procedureFile } from '#words/worded/procedure-file.ts'
import { carA, hostileCar } from '../tests/fixtures/cars.ts'
import { violations } from '../tests/support/never.ts'
import { share } from '../tests/support/share.ts'
import { verbs } from './verbs.ts'

const attempt = <P>(work: () => P): P | 'refused' => {
  try {
    return work()
  } catch (error) {
    if (error instanceof BadInput) return 'refused'
    throw error
  }
}

// The set that core's own test runs through the checker (same seed), here through the command's own validation and run, and through a file.
it('the same cars through the command line’s verb and through import: refused alike, and nothing forbidden in what is answered', () => {
  const random = seededRandom(11)
  const ajv = new Ajv({ strict: false })
  const fits = ajv.compile(verbs.procedure!.input)
  const fileFits = ajv.compile(ProcedureFile)
  const clean = speak.procedure(generateProcedure(carA(), catalogue))
  const seen = { refused: 0, answered: 0 }
  for (let n = 0; n < share(2000); n++) {
    const car = JSON.parse(JSON.stringify(hostileCar(random))) as ProcedureRequest
    expect(fits(car), `car ${n}`).toBe(true)
    const answer = attempt(() => verbs.procedure!.run(car as never))
    // A file with the same settings and steps of another car: only what was set is taken from it.
    const file = procedureFile(car, clean)
    if (n < 200) expect(fileFits(file), `file ${n}`).toBe(true)
    const { checkIn, equipment, skills } = car
    const taken = attempt(() =>
      generateProcedure(
        { checkIn, ...(equipment ? { equipment } : {}), ...(skills ? { skills } : {}), ...settingsIn(file) },
        catalogue,
      ),
    )
    if (answer === 'refused') {
      seen.refused++
      expect(taken, `car ${n}`).toBe('refused')
      continue
    }
    seen.answered++
    if (taken === 'refused') expect.fail(`car ${n} comes in by the command line and not by a file`)
    expect(violations(car, taken, catalogue), `car ${n}`).toEqual([])
    expect(speak.procedure(taken)).toEqual(answer)
  }
  expect(seen.refused).toBeGreaterThan(share(400))
  expect(seen.answered).toBeGreaterThan(share(400))
}, 240_000)
