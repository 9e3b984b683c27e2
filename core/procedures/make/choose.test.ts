import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { chanceBand, removalChance } from '#core/condition/expectation.ts'
import type { SurfaceCondition } from '#core/condition/schema.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed, requestFor } from '../../../tests/fixtures/cars.ts'
import { chooseWork } from './choose.ts'
import { jobP80, setUpMinutes, stepP80 } from './minutes.ts'
import { settingOf } from './setting.ts'
import { stainRow } from './stains-here.ts'

const everything = {
  equipment: catalogue.equipment.map((e) => e.id),
  skills: catalogue.skills.map((s) => s.id),
}
type Means = typeof everything
const surfaces = surfacesOf(bodyNamed('hatchback'), catalogue.surfaces)

/** What a hatchback with these features and refusals gives one surface. */
function settingWith(means: Means, features: string[] = [], refused: string[] = []) {
  const request = requestFor({ ...bodyNamed('hatchback'), features }, {})
  for (const id of refused) request.checkIn.permissions[id] = false
  return settingOf({ ...request, ...means }, catalogue)
}

function chosen(id: string, condition: SurfaceCondition, material?: string, means = everything) {
  const surface = { ...surfaces.find((s) => s.id === id)!, ...(material ? { material } : {}) }
  const { work, residuals } = chooseWork(surface, condition, settingWith(means))
  return {
    treatments: work.map((w) => w.treatment.id),
    residuals: residuals.map((r) => r.code),
    reasons: residuals.map((r) => speak.residual(r).reason),
  }
}
const base = 'seat-1l.seat-base'

describe('rungs by soil', () => {
  it.each([
    [0, []],
    [1, ['vac_seat']],
    [2, ['vac_seat', 'lm', 'vac_final', 'judge']],
    [3, ['vac_seat', 'prespray', 'agitate', 'hotx', 'vac_final', 'groom']],
    [4, ['vac_seat', 'prespray', 'agitate', 'hotx', 'round2', 'vac_final', 'groom']],
  ])('cloth seat at soil %d', (soil, treatments) =>
    expect(chosen(base, { soil })).toMatchObject({ treatments, residuals: [] }),
  )
  it('coated leather that is only dusty gets a damp towel, without cleaner or finish', () =>
    expect(chosen(base, { soil: 1 }, 'coated-leather').treatments).toEqual(['vac_seat', 'towel']))
  it('coated leather is cleaned and finished, never soaked', () => {
    expect(chosen(base, { soil: 4 }, 'coated-leather').treatments).toEqual([
      'vac_seat',
      'steam_leather',
      'leather_clean',
      'leather_protect',
    ])
  })
  it('perforated leather keeps every wet technique off', () => {
    const { treatments } = chosen(
      base,
      { soil: 4, stains: [{ kind: 'sugar', age: 'old', attempts: 0 }] },
      'perforated-leather',
    )
    for (const id of ['lm', 'hotx', 'enzyme', 'acid']) expect(treatments).not.toContain(id)
  })
  it.each([
    ['synthetic-suede', ['vac_seat', 'panel', 'panel_again'], ['vac_seat', 'lm', 'vac_final', 'judge'], 'record'],
    ['real-suede', ['vac_seat', 'dry_brush'], ['vac_seat', 'dry_brush'], 'specialist'],
    ['uncoated-leather', ['vac_seat', 'panel'], ['vac_seat', 'panel'], 'specialist'],
    [
      'wool',
      ['vac_seat', 'wool_lm', 'vac_final', 'judge'],
      ['vac_seat', 'wool_lm', 'vac_final', 'judge'],
      'specialist',
    ],
  ])('%s keeps to its gentle rungs, and what they leave is told', (material, heavy, severe, code) => {
    expect(chosen(base, { soil: 3 }, material).treatments).toEqual(heavy)
    const worst = chosen(base, { soil: 4 }, material)
    expect(worst.treatments).toEqual(severe)
    expect(worst.residuals).toContain(code)
  })
  it('a headliner too far gone is worked once, gently, and what remains is recorded', () => {
    expect(chosen('overhead-1.headliner', { soil: 4 })).toMatchObject({
      treatments: ['bonnet', 'judge'],
      residuals: ['record'],
    })
  })
  it('screens get a damp towel at most, and no dressing', () => {
    expect(chosen('dash.screen', { soil: 2 }).treatments).toEqual(['screen'])
    expect(chosen('dash.dash-top', { soil: 2 }).treatments).toContain('dress')
    expect(chosen('dash.wheel-front', { soil: 2 }).treatments).not.toContain('dress')
  })
})

describe('a hard part with a stain', () => {
  const top = (soil: number, kind: string) => {
    const surface = surfaces.find((s) => s.id === 'dash.dash-top')!
    const { work } = chooseWork(surface, { soil, stains: [{ kind, age: 'old', attempts: 0 }] }, settingWith(everything))
    return work.filter((w) => ['towel', 'brush', 'pad', 'strong'].includes(w.treatment.id))
  }
  // Dye and grease want the brush and cleaner, cola a damp towel (C4); soil 1 the towel, 3 the pad (C2).
  it.each([
    [1, 'food-dye', 'brush'],
    [2, 'food-dye', 'brush'],
    [3, 'food-oil', 'pad'],
    [1, 'sugar', 'towel'],
    [2, 'sugar', 'brush'],
  ])('at soil %d with %s is gone over once, by the %s, for the stain too', (soil, kind, pass) => {
    const [only, ...more] = top(soil, kind)
    expect([only!.treatment.id, only!.stains?.map((s) => s.kind), more.length]).toEqual([pass, [kind], 0])
  })
})

it('leather with a stain its cleaner is for is not wiped with a towel before', () =>
  expect(
    chosen(base, { soil: 1, stains: [{ kind: 'sugar', age: 'days', attempts: 0 }] }, 'coated-leather').treatments,
  ).toEqual(['vac_seat', 'lift', 'leather_clean', 'judge']))

describe('what is missing', () => {
  it('steps down a rung and says why: machine, skill', () => {
    const noMachine = { ...everything, equipment: ['vacuum', 'wet-vac'] }
    expect(chosen(base, { soil: 4 }, undefined, noMachine)).toMatchObject({
      treatments: ['vac_seat', 'lm', 'vac_final', 'judge'],
      residuals: ['no-equipment'],
    })
    const noSkill = { ...everything, skills: [] as string[] }
    expect(chosen(base, { soil: 3 }, undefined, noSkill)).toMatchObject({
      treatments: ['vac_seat', 'lm', 'vac_final', 'judge'],
      residuals: ['no-skill'],
    })
  })
  it('with no vacuum at all nothing is done to a seat, and that is told', () => {
    const bare = { ...everything, equipment: [] as string[] }
    expect(chosen(base, { soil: 2 }, undefined, bare)).toMatchObject({ treatments: [], residuals: ['no-equipment'] })
  })
  it('a mild acid without the skill for it is left out and told', () => {
    const noSpotting = { ...everything, skills: ['extract'] }
    const { treatments, residuals } = chosen(
      base,
      { soil: 2, stains: [{ kind: 'tannin', age: 'fresh', attempts: 0 }] },
      undefined,
      noSpotting,
    )
    expect(treatments).not.toContain('acid')
    expect(treatments).not.toContain('acid_out')
    // What remains of the soil is worked neutral and cool all the same: the stain still rules its panel.
    expect(treatments).toContain('neutral_lm')
    expect(residuals).toEqual(['no-skill', 'stain'])
  })
})

describe('every stain on every family gives its first treatment or the reason it may not', () => {
  const places: [string, string][] = [
    [base, 'flat-cloth'],
    [base, 'coated-leather'],
    [base, 'real-suede'],
    ['foot-1l.carpet', 'easy-carpet'],
    ['overhead-1.headliner', 'fabric-headliner'],
    ['dash.dash-top', 'textured-plastic'],
    ['dash.dash-top', 'soft-touch'],
  ]
  it.each(catalogue.stains.flatMap((stain) => places.map(([id, material]) => [stain.id, material, id] as const)))(
    '%s on %s',
    (kind, material, id) => {
      const plain = chosen(id, { soil: 1 }, material)
      const { treatments, residuals, reasons } = chosen(
        id,
        { soil: 1, stains: [{ kind, age: 'fresh', attempts: 0 }] },
        material,
      )
      const added = treatments.filter((t) => !plain.treatments.includes(t))
      const family = catalogue.materials.find((m) => m.id === material)!.family
      const row = stainRow(catalogue.stains.find((s) => s.id === kind)!, family, catalogue)
      const wanted = (row ?? catalogue.stains.find((s) => s.id === kind)!).treatments
      // Each is done, or refused with a reason by what the material tolerates; a stain without any is recorded with its first step.
      const names = new Map(speak.catalogue(catalogue).treatments.map((t) => [t.id, t.name]))
      for (const id of wanted)
        expect(
          [...plain.treatments, ...added].includes(id) || reasons.some((reason) => reason.startsWith(names.get(id)!)),
          id,
        ).toBe(true)
      if (wanted.length === 0) expect(residuals.length).toBeGreaterThan(0)
    },
  )
})

describe('arithmetic', () => {
  it('wet work covers the marked share, dry work all of it', () => {
    const surface = surfaces.find((s) => s.id === base)!
    const { work } = chooseWork(surface, { soil: 2, extent: 0.4 }, settingWith(everything))
    expect(Object.fromEntries(work.map((w) => [w.treatment.id, w.area / surface.area]))).toEqual({
      vac_seat: 1,
      lm: 0.4,
      vac_final: 1,
      judge: 1,
    })
  })
  it('set-up is paid once a machine, and not where a heavier kit stands ready', () => {
    const of = (...ids: string[]) =>
      setUpMinutes(catalogue.treatments.filter((t) => ids.includes(t.id))).reduce((sum, s) => sum + s.minutes, 0)
    expect(of('vac_seat', 'vac_carpet', 'vac_gap')).toBe(3)
    expect(of('vac_carpet')).toBe(3)
    expect(of('towel', 'brush', 'small')).toBe(4)
    expect(of('lm')).toBe(6)
    expect(of('hotx', 'hotx_carpet')).toBe(12)
    expect(of('lm', 'hotx')).toBe(12)
  })
  it('a job’s 80th percentile is that of the sampled sum: below the sum of the steps’ own', () => {
    const medians = Array.from({ length: 25 }, () => 9)
    const job = jobP80(medians, false)
    expect(job).toBeGreaterThan(225 * 1.1)
    expect(job).toBeLessThan(225 * 1.3)
    expect(job).toBeLessThan(medians.reduce((sum, m) => sum + stepP80(m, false), 0))
    expect(jobP80(medians, true)).toBeGreaterThan(job)
    expect(jobP80(medians, false, 1)).toBe(job)
  })
  it('heat stays away from a panel whose stain rules it out, also when an enzyme is planned', () => {
    const hot = (kind: string) =>
      chosen(base, { soil: 4, stains: [{ kind, age: 'old', attempts: 0 }] }).treatments.includes('hotx')
    expect(hot('sugar')).toBe(true)
    for (const kind of ['milk-drink', 'egg-milk', 'tannin', 'food-dye', 'turmeric', 'denim', 'ball-pen', 'gum'])
      expect(hot(kind), kind).toBe(false)
    const milk = chosen(base, { soil: 4, stains: [{ kind: 'egg-milk', age: 'old', attempts: 0 }] }).treatments
    expect(milk).toEqual(expect.arrayContaining(['lift', 'enzyme', 'take_out', 'coldx', 'groom']))
    expect(hot('unknown')).toBe(false)
    expect(hot('battery-acid')).toBe(false)
  })
  it('damage and damp are recorded beside the work', () => {
    const marked = chosen(base, { soil: 2, damage: [{ kind: 'burn' }], moisture: 'ring' })
    expect(marked.treatments).toContain('lm')
    expect(marked.residuals).toEqual(['damage', 'moisture'])
  })
  it('features of the car narrow what may be done: the stricter wins', () => {
    const surface = surfaces.find((s) => s.id === base)!
    const given = (ids: string[], refused: string[] = []) =>
      chooseWork(surface, { soil: 4 }, settingWith(everything, ids, refused)).work.map((w) => w.treatment.id)
    expect(given([])).toContain('hotx')
    for (const id of ['ventilated-seats', 'occupant-sensor']) {
      expect(given([id]), id).not.toContain('hotx')
      expect(given([id]), id).toContain('lm')
    }
    expect(given(['heated-seats'])).toContain('hotx')
    expect(given(['paint-bound'])).not.toContain('dress')
    expect(given([], ['test-spot'])).not.toContain('strong')
  })
  it('chances shift by age, material and attempts', () => {
    const chance = { fresh: 90, old: 50 }
    expect(removalChance({ age: 'days', attempts: 0 }, chance, catalogue.figures)).toBe(70)
    expect(removalChance({ age: 'fresh', attempts: 1 }, chance, catalogue.figures, -10)).toBe(65)
    expect(removalChance({ age: 'fresh', attempts: 0 }, chance, catalogue.figures, null)).toBe(0)
    expect(removalChance({ age: 'fresh', attempts: 0 }, { fresh: 95, old: 90 }, catalogue.figures, 15)).toBe(99)
  })
  it('chances of removal fall by 15 points an attempt, never below none', () => {
    const stain = (age: 'fresh' | 'old', attempts: number) => ({ kind: 'tannin', age, attempts })
    expect(removalChance(stain('fresh', 0), { fresh: 90, old: 55 }, catalogue.figures)).toBe(90)
    expect(removalChance(stain('old', 2), { fresh: 90, old: 55 }, catalogue.figures)).toBe(25)
    expect(removalChance(stain('old', 9), { fresh: 90, old: 55 }, catalogue.figures)).toBe(0)
    expect([95, 70, 45, 20, 5].map(chanceBand)).toEqual(['very-likely', 'likely', 'may', 'partly-stays', 'stays'])
  })
})
