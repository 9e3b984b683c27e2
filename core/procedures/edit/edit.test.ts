import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { generateProcedure, reviewProcedure } from '#core/procedures/make/generate.ts'
import { revisedRequest } from '#core/procedures/revise.ts'
import type { Edit, Procedure, ProcedureRequest } from '#core/procedures/schema.ts'
import { BadInput } from '#core/units/fault.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed, carA, carB, requestFor } from '../../../tests/fixtures/cars.ts'
import { blocks, mended } from './findings.ts'

const review = (edits: Edit[], request: ProcedureRequest = carA()) => reviewProcedure({ ...request, edits }, catalogue)
const ids = (p: Procedure) => p.steps.map((s) => s.id)
const said = (p: Procedure) => p.findings.map((f) => `${f.grade} ${f.code}`)
const stepOf = (p: Procedure, id: string) => p.steps.find((s) => s.id === id)!

describe('moving a step', () => {
  it('is free where no rule speaks against it, and the plan follows it', () => {
    const moved = review([{ do: 'move', step: 'vac_seat:seats-2', after: 'clear_out:car' }])
    // Dusting comes before vacuuming: that is a rule; vacuuming the load area last is nobody's business.
    expect(said(moved)).toContain('order dust-before-vacuum')
    const rows = review([{ do: 'move', step: 'vac_load:load', after: 'vac_carpet:floor-1' }])
    expect(rows.findings).toEqual([])
    expect(stepOf(rows, 'vac_load:load').byHand).toBe(true)
    expect(rows.links.some((l) => l.rules.includes('by-hand'))).toBe(true)
    const order = ids(rows)
    expect(order.indexOf('vac_load:load')).toBe(order.indexOf('vac_carpet:floor-1') + 1)
  })
  it('against an order rule is told with rule, reason and fix; it needs a reason and then holds', () => {
    const edit: Edit = { do: 'move', step: 'glass_in:glass', after: 'jamb:jambs' }
    const bare = review([edit])
    const finding = bare.findings.find((f) => f.code === 'dress-before-glass')!
    expect(finding).toMatchObject({ grade: 'order', answered: null, edit: 0 })
    expect(finding.reason).toEqual({ code: 'order-rules', facts: { rules: ['dress-before-glass'] } })
    expect(blocks(finding)).toBe(true)
    const given = review([{ ...edit, reason: 'customer watches the glass first' }])
    expect(given.findings.every((f) => !blocks(f))).toBe(true)
    const order = ids(given)
    expect(order.indexOf('glass_in:glass')).toBeLessThan(order.indexOf('dress:car'))
    expect(stepOf(given, 'glass_in:glass').why.some((w) => w.after.includes('dress:car'))).toBe(false)
    expect(review(mended([edit], finding)).findings).toEqual([])
  })
  it('against a forbidden-grade rule is not made', () => {
    const severe = carB()
    const usual = ids(generateProcedure(severe, catalogue))
    const p = review([{ do: 'move', step: 'agitate:seats-1', after: 'clear_out:car', reason: 'faster' }], severe)
    expect(said(p)).toContain('forbidden spray-dwells')
    expect(ids(p)).toEqual(usual)
    expect(() =>
      generateProcedure({ ...severe, edits: [{ do: 'move', step: 'agitate:seats-1', after: null }] }, catalogue),
    ).toThrow(BadInput)
  })
  it('may not leave a product to dry on', () => {
    const p = review([{ do: 'move', step: 'bonnet:overhead', after: 'prespray:seats-1', reason: 'x' }], carB())
    expect(said(p).some((s) => s.startsWith('forbidden'))).toBe(true)
  })
  it('keeps links without a circle whatever is moved', () => {
    const usual = ids(generateProcedure(carA(), catalogue))
    for (let i = 0; i < usual.length; i += 3)
      for (let j = 0; j < usual.length; j += 5) {
        if (i === j) continue
        const p = review([{ do: 'move', step: usual[i]!, after: usual[j]!, reason: 'try' }])
        const at = new Map(ids(p).map((id, k) => [id, k]))
        for (const l of p.links) expect(at.get(l.from)!, `${l.from} → ${l.to}`).toBeLessThan(at.get(l.to)!)
      }
  })
})

describe('what is done', () => {
  it('a rung may be swapped: the steps, the water and the drying follow', () => {
    const p = review([{ do: 'rung', step: 'lm:seats-1', level: 3 }])
    expect(ids(p)).toEqual(expect.arrayContaining(['prespray:seats-1', 'agitate:seats-1', 'hotx:seats-1']))
    expect(ids(p)).not.toContain('lm:seats-1')
    expect(said(p)).toEqual(['advice firmer-than-soil'])
    const usual = generateProcedure(carA(), catalogue)
    expect(stepOf(p, 'dry:seats-1').minutes).toBeGreaterThan(stepOf(usual, 'dry:seats-1').minutes)
    expect(p.totals.waterLeft).toBeGreaterThan(usual.totals.waterLeft)
  })
  it('a rung the material does not bear is forbidden with the material’s reason', () => {
    const leather = requestFor(
      {
        ...bodyNamed('hatchback'),
        materials: { seat: 'perforated-leather', carpet: 'easy-carpet', mat: 'carpet-mat' },
      },
      { 'seat-1l.seat-base': { soil: 2 } },
    )
    const p = review([{ do: 'rung', step: 'leather_clean:seats-1', level: 4 }], leather)
    expect(p.findings[0]).toMatchObject({ grade: 'forbidden' })
    expect(speak.finding(p.findings[0]!).reason).toContain('perforated')
  })
  it('what is put on is taken out again, drying is not dropped, and safety stays', () => {
    expect(said(review([{ do: 'remove', step: 'hotx:seats-1' }], carB()))).toContain('forbidden rinse')
    expect(said(review([{ do: 'remove', step: 'dry:seats-1' }]))).toEqual(['forbidden protected'])
    expect(said(review([{ do: 'remove', step: 'final_check:car' }]))).toEqual(['forbidden protected'])
    expect(said(review([{ do: 'minutes', step: 'dry:seats-1', minutes: 5 }]))).toEqual(['forbidden contact-time'])
  })
  it('what was sold needs a reason to be left', () => {
    const sold = carA()
    sold.checkIn.package = 'whole'
    const edit: Edit = { do: 'remove', step: 'glass_out:glass-outside' }
    expect(said(review([edit], sold))).toEqual(['order sold'])
    expect(review([edit]).findings).toEqual([])
    expect(review([edit]).residuals.some((r) => r.code === 'left-out')).toBe(true)
  })
  it('minutes and ratios are the lead’s, within the label', () => {
    const p = review([
      { do: 'minutes', step: 'vac_seat:seats-1', minutes: 20 },
      { do: 'ratio', step: 'brush:dash', ratio: { concentrate: 1, water: 6 } },
    ])
    expect(p.findings).toEqual([])
    expect(stepOf(p, 'vac_seat:seats-1').minutes).toBe(20)
    expect(stepOf(p, 'brush:dash').product!.ratio).toEqual({ concentrate: 1, water: 6 })
    expect(said(review([{ do: 'ratio', step: 'brush:dash', ratio: { concentrate: 1, water: 3 } }]))).toEqual([
      'forbidden label-maximum',
    ])
  })
  it('adds a treatment where it is borne, and a whole-car step with its permission', () => {
    const p = review([{ do: 'add', treatment: 'rinse', zoneGroup: 'dash' }])
    expect(ids(p)).toContain('rinse:dash')
    expect(said(review([{ do: 'add', treatment: 'heat_cycle', zoneGroup: 'car' }]))).toEqual([
      'forbidden heat-needs-consent',
    ])
    const granted = carA()
    granted.checkIn.permissions['engine-heat'] = true
    expect(ids(review([{ do: 'add', treatment: 'heat_cycle', zoneGroup: 'car' }], granted))).toContain('heat_cycle:car')
  })
  it('an edit of a step the car has not is only told', () => {
    expect(said(review([{ do: 'remove', step: 'lm:seats-9' }]))).toEqual(['advice no-such-step'])
  })
  it('an unknown treatment is a bad document', () => {
    expect(() => review([{ do: 'add', treatment: 'magic', zoneGroup: 'dash' }])).toThrow(/magic/)
  })
})

describe('revising', () => {
  const car = carA()
  const first = generateProcedure(car, catalogue)
  const over = new Set([
    'walk_round:car',
    'clear_out:car',
    'set_up:vacuum',
    'purge:car',
    'dust:car',
    'vac_seat:seats-1',
    'lm:seats-1',
  ])
  const revise = (change: Parameters<typeof revisedRequest>[3], done = over) =>
    generateProcedure(revisedRequest(car, first, done, change), catalogue)
  it('keeps what is done as it was, and only that is not done again', () => {
    const again = revise({})
    for (const id of over) expect(stepOf(again, id)).toMatchObject({ ...stepOf(first, id), kept: true })
    expect(stepOf(again, 'dry:seats-1').minutes).toBe(stepOf(first, 'dry:seats-1').minutes)
    expect(new Set(ids(again))).toEqual(new Set(ids(first)))
    const kept = new Set(again.steps.filter((s) => s.kept).map((s) => s.id))
    expect(again.links.every((l) => !kept.has(l.to) || kept.has(l.from))).toBe(true)
    expect(again.links.some((l) => l.from === 'lm:seats-1' && l.to === 'dry:seats-1')).toBe(true)
  })
  it('a dirtier seat gets the further rung beside what was done; nothing else changes', () => {
    const again = revise({ condition: { 'seat-1l.seat-base': { soil: 4 } } })
    expect(ids(again)).toEqual(expect.arrayContaining(['lm:seats-1', 'hotx:seats-1', 'round2:seats-1']))
    expect(stepOf(again, 'hotx:seats-1').surfaces).toEqual(['seat-1l.seat-base'])
    expect(stepOf(again, 'lm:seats-2').surfaces).toEqual(stepOf(first, 'lm:seats-2').surfaces)
  })
  it('more to do of the same kind is a step of its own', () => {
    const clean = carA()
    delete clean.checkIn.condition['seat-1r.seat-base']
    const before = generateProcedure(clean, catalogue)
    const again = generateProcedure(
      revisedRequest(clean, before, over, { condition: { 'seat-1r.seat-base': { soil: 2 } } }),
      catalogue,
    )
    expect(stepOf(again, 'lm:seats-1+2').surfaces).toEqual(['seat-1r.seat-base'])
  })
  it('a failed recheck gets the next rung, then records what remains', () => {
    const wet = new Set([...over, 'dry:seats-1'])
    const once = revise({ failed: ['seat-1l.seat-base'] }, wet)
    const added = once.steps.filter(
      (s) => !s.kept && s.surfaces.includes('seat-1l.seat-base') && s.zoneGroup === 'seats-1',
    )
    expect(added.map((s) => s.treatment)).toEqual(expect.arrayContaining(['prespray', 'agitate', 'hotx']))
    const request = { ...car, retries: { 'seat-1l.seat-base': 3 } }
    const last = generateProcedure(request, catalogue)
    expect(last.residuals.filter((r) => r.surface === 'seat-1l.seat-base').map((r) => r.code)).toEqual(['tried'])
  })
})
