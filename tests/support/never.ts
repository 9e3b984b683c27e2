import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { Procedure, ProcedureRequest } from '#core/procedures/schema.ts'

// What is never done in a car, said once more and by hand: it shares no code and no rule file with the engine, so that a rule turned to
// "allow" there is found here. Only the table of what materials tolerate is the catalogue's.

const grips = new Set([
  'wheel-front',
  'wheel-back',
  'pedals',
  'lever',
  'mat',
  'belt',
  'buckle',
  'screen',
  'cluster',
  'stalks',
])
const stopStains = new Set(['droppings', 'mould-mark', 'battery-acid'])
const coldStains = new Set([
  'milk-drink',
  'blood',
  'egg-milk',
  'vomit',
  'urine',
  'unknown',
  'fuel',
  'droppings',
  'mould-mark',
  'battery-acid',
])
const rinses: Record<string, string[]> = {
  prespray: ['hotx', 'hotx_carpet', 'coldx', 'spotx', 'mat_soak', 'cold_pull'],
  agitate: ['hotx', 'hotx_carpet', 'coldx', 'spotx', 'mat_soak', 'cold_pull'],
  enzyme: ['take_out', 'wipe_out'],
  acid: ['acid_out', 'wipe_out'],
  disinfect: ['rinse'],
}
/** What a trained person may do where a body fluid is. */
const careOfFluids = new Set(['lift', 'cold_blot', 'enzyme', 'take_out', 'acid', 'acid_out', 'wipe_out', 'judge'])
const machines = new Set([
  'vacuum',
  'wet-vac',
  'extractor',
  'cold-extractor',
  'spot-extractor',
  'steamer',
  'pad-machine',
])

/** Everything in a procedure that must not be; empty when all is well. */
export function violations(request: ProcedureRequest, procedure: Procedure, catalogue: Catalogue): string[] {
  const { checkIn, houseRules = {} } = request
  const surfaces = new Map(surfacesOf(checkIn.vehicle.body, catalogue.surfaces).map((s) => [s.id, s]))
  const material = new Map(catalogue.materials.map((m) => [m.id, m]))
  const features = new Set(checkIn.vehicle.body.features)
  const found: string[] = []
  const at = new Map(procedure.steps.map((s, i) => [s.id, i]))
  const on = new Map<string, string[]>()
  for (const step of procedure.steps) {
    const treatment = catalogue.treatments.find((t) => t.id === step.treatment)
    const granted = (id: string) => checkIn.permissions[id] === true
    if (step.treatment === 'heat_cycle' && !granted('engine-heat')) found.push('engine without consent')
    if (step.treatment === 'heat_cycle' && step.crew < 1) found.push('engine unattended')
    if (step.treatment === 'seats_out' && (!granted('seats-out') || features.has('airbag-lamp')))
      found.push('seats out')
    if (step.treatment.startsWith('ozone') && (!granted('ozone') || houseRules.odour !== 'ozone')) found.push('ozone')
    const families = catalogue.products.find((p) => p.id === step.product?.id)?.families ?? []
    if (families.some((f) => f === 'chlorine' || f === 'fluoride')) found.push(`${step.id}: chlorine or fluoride`)
    if (families.includes('silicone') && features.has('paint-bound')) found.push(`${step.id}: silicone before paint`)
    if (step.product) {
      const { maximum } = catalogue.products.find((p) => p.id === step.product!.id)!
      const share = (r: { concentrate: number; water: number }) => r.concentrate / (r.concentrate + r.water)
      if (share(step.product.ratio) > share(maximum) + 1e-9) found.push(`${step.id}: above the label`)
    }
    if (!treatment) continue
    for (const id of step.surfaces) {
      on.set(id, [...(on.get(id) ?? []), step.treatment])
      const surface = surfaces.get(id)!
      const condition = checkIn.condition[id]
      const bad = treatment.techniques.find((t) => material.get(surface.material)!.tolerates[t] === 'N')
      if (bad) found.push(`${step.id} on ${id}: ${bad} on ${surface.material}`)
      const uses = (...codes: string[]) => treatment.techniques.some((t) => codes.includes(t))
      if (uses('ML') && !['plain-glass', 'textured-plastic'].includes(surface.material)) found.push(`${id}: melamine`)
      if (uses('FN') && grips.has(surface.kind)) found.push(`${id}: dressed`)
      const fluids = (condition?.biohazard ?? []).every((b) => ['blood', 'vomit', 'urine'].includes(b))
      if ((condition?.biohazard ?? []).length > 0 && !(fluids && careOfFluids.has(step.treatment)))
        found.push(`${id}: biohazard worked with ${step.treatment}`)
      const stains = (condition?.stains ?? []).map((s) => s.kind)
      if (stains.some((s) => stopStains.has(s)) && uses('VS', 'RB', 'SB', 'AR', 'ST', 'PW', 'HX', 'LM'))
        found.push(`${id}: stop stain worked`)
      if (stains.includes('fuel') && step.equipment.some((e) => machines.has(e))) found.push(`${id}: machine on fuel`)
      if (uses('HX', 'ST') && stains.some((s) => coldStains.has(s))) {
        const enzyme = procedure.steps.find((s) => s.treatment === 'enzyme' && s.surfaces.includes(id))
        if (!enzyme || at.get(enzyme.id)! > at.get(step.id)!) found.push(`${id}: heat on a cold stain`)
      }
      if (
        surface.kind === 'belt' &&
        families.some((f) => ['acid', 'alkali', 'solvent', 'peroxide', 'enzyme'].includes(f))
      )
        found.push(`${id}: belt`)
    }
  }
  for (const [id, treatments] of on)
    for (const t of treatments)
      if (rinses[t] && !rinses[t].some((r) => treatments.includes(r))) found.push(`${id}: ${t} never taken out`)
  // Nothing goes on in a car that is held whole: it has its stop and nothing else.
  if (procedure.steps.some((s) => s.stop?.holds === 'car'))
    return [...found, ...(procedure.steps.every((s) => s.stop) ? [] : ['worked though the whole car is held'])]
  const safe = ['walk_round', 'final_check'].filter((t) => !procedure.steps.some((s) => s.treatment === t))
  return [...found, ...safe.map((t) => `no ${t}`), ...late(procedure, at)]
}

/** Contact times and drying that the order of steps no longer honours. */
function late(procedure: Procedure, at: ReadonlyMap<string, number>): string[] {
  const there = (t: string, id: string) => procedure.steps.find((s) => s.treatment === t && s.surfaces.includes(id))
  return procedure.steps
    .filter((s) => s.treatment === 'dry')
    .flatMap((dry) =>
      dry.surfaces.flatMap((id) => {
        const groom = there('groom', id)
        const wet = there('hotx', id) ?? there('hotx_carpet', id)
        return [
          ...(groom && at.get(groom.id)! < at.get(dry.id)! ? [`${id}: judged wet`] : []),
          ...(wet && at.get(wet.id)! > at.get(dry.id)! ? [`${id}: dried before it was wet`] : []),
        ]
      }),
    )
}
