import { describe, expect, it } from 'vitest'
import { revisedProcedure, revisedRequest } from '#core/procedures/revise.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import { catalogue } from '../../../catalogue/catalogue.ts'
import { soiled } from '../../../tests/fixtures/soiled.ts'
import { speak } from '../../../words/en/speak.ts'
import { generateProcedure } from './generate.ts'

const seat = 'seat-1l.seat-base'

/** A car whose driver's seat has such a stain, and what each recheck that finds it back brings there, one list of treatments a round. */
function rounds(stain: string | undefined, times: number, more: Partial<ProcedureRequest> = {}) {
  const car = soiled(2)
  const stains = stain === undefined ? {} : { stains: [{ kind: stain, age: 'old' as const, attempts: 0 }] }
  let request: ProcedureRequest = {
    ...car,
    ...more,
    checkIn: { ...car.checkIn, condition: { ...car.checkIn.condition, [seat]: { soil: 2, ...stains } } },
  }
  let procedure = generateProcedure(request, catalogue)
  const said: string[][] = []
  for (let n = 0; n < times; n++) {
    const over = new Set(procedure.steps.filter((s) => s.stage !== 'handover').map((s) => s.id))
    const before = new Set(procedure.steps.map((s) => s.id))
    const next = revisedProcedure(
      revisedRequest(request, procedure, over, { failed: [seat], wicked: true }, new Set()),
      catalogue,
    )
    const there = next.procedure.steps.filter((s) => !before.has(s.id) && s.surfaces.includes(seat))
    said.push(there.map((s) => s.treatment))
    request = next.request
    procedure = next.procedure
  }
  const left = procedure.residuals.filter((r) => r.surface === seat && r.code === 'tried')
  return { said, procedure, left: left.map((r) => speak.reason(r.reason)) }
}

it('what is over stands in the order of the sheet it was worked by, before what is new', () => {
  for (const [body, done] of [
    ['carrier', 25],
    ['hatchback', 18],
  ] as const) {
    const car = soiled(3, body)
    const procedure = generateProcedure(car, catalogue)
    const over = procedure.steps.slice(0, done).map((s) => s.id)
    const condition = { [seat]: { soil: 4 }, 'foot-2l.carpet': { soil: 4 } }
    const { steps } = revisedProcedure(
      revisedRequest(car, procedure, new Set(over), { condition }),
      catalogue,
    ).procedure
    const kept = steps.filter((s) => s.kept && s.crew > 0).map((s) => s.id)
    expect(kept).toEqual(procedure.steps.filter((s) => s.crew > 0 && over.includes(s.id)).map((s) => s.id))
    expect(steps.findIndex((s) => !s.kept)).toBeGreaterThanOrEqual(kept.length)
  }
})

describe('what was clean and comes back as it dries', () => {
  it('gets a mist, then covered steam, then nothing: it stays, and says so', () => {
    const { said, left } = rounds('food-oil', 3)
    expect(said[0]).toContain('wick_mist')
    expect(said[0]).toContain('dry')
    expect(said[0]).toContain('judge')
    expect(said[0]).not.toContain('steam')
    expect(said[1]).toContain('steam')
    expect(said[1]).toContain('judge')
    expect(said[1]).not.toContain('wick_mist')
    expect(said[2]).toEqual([])
    expect(left.join()).toMatch(/came back 3 times/)
  })

  it.each(['tannin', 'salt', 'water-ring', 'sugar'])('%s may be steamed once its acid has been', (stain) => {
    const { said } = rounds(stain, 2)
    expect(said[0]).toContain('wick_mist')
    expect(said[1]).toContain('steam')
  })

  it.each(['milk-drink', 'food-dye', 'turmeric', 'ball-pen', 'unknown', undefined])(
    '%s is never steamed: the second time it stays',
    (stain) => {
      const { said, left } = rounds(stain, 2)
      expect(said.flat()).not.toContain('steam')
      expect(said[1]).toEqual([])
      expect(left.join()).toMatch(/came back twice/)
    },
  )

  it.each(['vomit', 'urine', 'blood'])('%s is never steamed', (stain) =>
    expect(rounds(stain, 2).said.flat()).not.toContain('steam'),
  )

  it.each(['food-oil', 'tannin', 'salt', 'sugar'])('%s: wetted again, then dried, then judged', (stain) => {
    const { said } = rounds(stain, 2)
    const at = (round: string[], treatment: string) => round.indexOf(treatment)
    expect(at(said[0]!, 'wick_mist')).toBeLessThan(at(said[0]!, 'dry'))
    expect(at(said[0]!, 'dry')).toBeLessThan(at(said[0]!, 'judge'))
    expect(at(said[1]!, 'steam')).toBeGreaterThanOrEqual(0)
    expect(at(said[1]!, 'steam')).toBeLessThan(at(said[1]!, 'judge'))
  })

  it('brings no more water: neither spray nor extraction', () => {
    const { said } = rounds('food-oil', 2)
    for (const wet of ['lm', 'neutral_lm', 'hotx', 'coldx', 'prespray', 'acid_out', 'take_out'])
      expect(said.flat()).not.toContain(wet)
  })

  it('without a steamer, or without anybody who may put acid on, leaves that round out', () => {
    const equipment = catalogue.equipment.map((e) => e.id).filter((id) => id !== 'steamer')
    expect(rounds('food-oil', 2, { equipment }).said[1]).toEqual([])
    const skills = catalogue.skills.map((s) => s.id).filter((id) => id !== 'spotting')
    const { said } = rounds('food-oil', 2, { skills })
    expect(said[0]).not.toContain('wick_mist')
    expect(said[1]).toContain('steam')
  })

  it('is another thing than what did not come clean, which gets the next rung', () => {
    const car = soiled(2)
    const procedure = generateProcedure(car, catalogue)
    const over = new Set(procedure.steps.filter((s) => s.stage !== 'handover').map((s) => s.id))
    const request = revisedRequest(car, procedure, over, { failed: [seat] })
    expect(request.retries).toEqual({ [seat]: 1 })
    expect(request.wicked).toBeUndefined()
    const next = generateProcedure(request, catalogue)
    const said = next.steps.filter((s) => !s.kept && s.surfaces.includes(seat)).map((s) => s.treatment)
    expect(said).toContain('hotx')
    expect(said.indexOf('hotx')).toBeLessThan(said.indexOf('dry'))
    expect(said.indexOf('dry')).toBeLessThan(said.indexOf('groom'))
  })
})
