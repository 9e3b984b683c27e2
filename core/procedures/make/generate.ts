import { bodyFaults } from '#core/cabin/check.ts'
import type { Surface } from '#core/cabin/schema.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { byId } from '#core/catalogue/by-id.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { carSoil } from '#core/condition/car-soil.ts'
import { faultOf, none } from '#core/message/message.ts'
import { editSteps } from '#core/procedures/edit/edit-steps.ts'
import { cameForNothing, editWork, unrinsed, type Worked } from '#core/procedures/edit/edit-work.ts'
import { byHandRule, placeByHand } from '#core/procedures/edit/placing.ts'
import { reason } from '#core/procedures/messages.ts'
import {
  crewOf,
  type Procedure,
  type ProcedureRequest,
  type Residual,
  type Step,
  type StepLink,
} from '#core/procedures/schema.ts'
import { Places } from '#core/procedures/sequence/places.ts'
import type { Sequence } from '#core/procedures/sequence/sequence.ts'
import { ownCatalogue } from '#core/shop/catalogue.ts'
import { BadInput } from '#core/units/fault.ts'
import { fileUnder } from '#core/units/file-under.ts'
import { cautioned } from './cautions.ts'
import { chooseWork } from './choose.ts'
import { oneDilution } from './dilutions.ts'
import { dryingIn } from './drying.ts'
import { expectationsOf } from './expectations.ts'
import { setUpMinutes } from './minutes.ts'
import { namedApart } from './named-apart.ts'
import { notesOf } from './notes.ts'
import { isSold, offersOf, withExtras } from './offers.ts'
import { bindingRules, linkSteps, OrderCircle } from './order.ts'
import { Parts } from './parts.ts'
import { referenceFaults } from './references.ts'
import { meetings } from './sequences.ts'
import { ofMachines, putAwaySteps, setUpSteps, withHandSetUps, withMachinesAtHand } from './set-ups.ts'
import { type Setting, settingOf, uniform, unreachableBy } from './setting.ts'
import { asWorked } from './smells.ts'
import {
  type Draft,
  type Drafting,
  stopStep,
  sum,
  wholeCarRows,
  wholeCarStep,
  withDrying,
  workedSteps,
} from './steps.ts'
import { heldIn, standingStops } from './stops.ts'
import { tanked } from './tanks.ts'
import { kitOf, totalsOf } from './totals.ts'
import { withoutIdleMachines } from './worth-fetching.ts'

const unreachable = (surface: Surface): Residual => ({
  surface: surface.id,
  name: surface.name,
  code: 'unreachable',
  reason: reason('unreachable', none),
})

/** The list as one person works it, for whoever reads it. */
function byOneOf({ starts, waits, walk }: Sequence, steps: readonly Step[]): Procedure['byOne'] {
  return {
    clock: Math.max(0, ...steps.map((s) => starts.get(s.id)! + s.minutes)),
    starts: Object.fromEntries(steps.map((s) => [s.id, starts.get(s.id)!])),
    waits,
    walk: { cost: sum(Object.values(walk)), ...walk },
  }
}

/** Steps done or under way in an earlier version stand as they were. */
function asKept(kept: readonly Step[], surfaces: readonly Surface[], { treatments }: Catalogue): Draft[] {
  const rowOf = new Map(surfaces.map((s) => [s.id, s.row]))
  return kept.map((s) => ({
    ...s,
    kept: true as const,
    rows: new Set(s.surfaces.map((id) => rowOf.get(id) ?? 0)),
    dries: treatments.find((t) => t.id === s.treatment)?.dries === true,
    at: s.zones,
  }))
}

/** What is added beside steps that stand gets a name of its own. */
function besideKept(steps: readonly Draft[]): Draft[] {
  const taken = new Set(steps.flatMap((s) => (s.kept ? [s.id] : [])))
  const named = (id: string, n = 2): string => (taken.has(`${id}+${n}`) ? named(id, n + 1) : `${id}+${n}`)
  return steps.map((s) => (!s.kept && taken.has(s.id) ? { ...s, id: named(s.id) } : s))
}

/** g/m² in each surface when its wetting ends: what is still to be done there, or else what an earlier version has done. */
const leftWet = (kept: readonly Step[], now: ReadonlyMap<string, number>): ReadonlyMap<string, number> =>
  new Map([
    ...kept.filter((s) => s.dryIn !== undefined).flatMap((s) => s.surfaces.map((id): [string, number] => [id, s.left])),
    ...now,
  ])

/** Why each step stands where it stands: behind what, by rule, in the rules' order. */
function reasonsOf(links: readonly StepLink[], catalogue: Catalogue) {
  const after = new Map<string, Map<string, string[]>>()
  for (const { from, to, rules } of links) {
    const byRule = after.get(to) ?? new Map<string, string[]>()
    after.set(to, byRule)
    for (const rule of rules) fileUnder(byRule, rule, from)
  }
  const place = new Map([...catalogue.orderRules.map((r) => r.id), byHandRule].map((rule, i) => [rule, i]))
  return (step: string, why: string | undefined): Step['why'] => {
    return [...(after.get(step) ?? [])]
      .sort(([a], [b]) => place.get(a)! - place.get(b)!)
      .map(([rule, behind]) => ({ rule, after: behind, ...(rule === byHandRule && why ? { reason: why } : {}) }))
  }
}

/**
 * Turns a check-in into an ordered procedure and says what the checker finds in the edits: one step a pass of one tool over neighbouring
 * surfaces, with the reasons for its place. Forbidden edits are not applied, and told. Pure and deterministic; the catalogue is an argument.
 * @param anyOrder for whoever only plans it: its links are all there, its list is not made a walk, which takes a third of the time
 * @throws BadInput for conditions, stains, materials, house rules or edits that name what the body or the catalogue does not have
 */
export function reviewProcedure(request: ProcedureRequest, shipped: Catalogue, anyOrder = false): Procedure {
  const catalogue = ownCatalogue(shipped, request.own)
  const noPlace = new Set<number>()
  for (;;)
    try {
      return review(request, catalogue, noPlace, anyOrder)
    } catch (error) {
      // What a lead has added may contradict the order rules: the last of it is refused, until the rest has an order.
      const blame = request.edits?.findLastIndex((e, i) => (e.do === 'add' || e.do === 'rung') && !noPlace.has(i)) ?? -1
      if (!(error instanceof OrderCircle) || blame < 0) throw error
      noPlace.add(blame)
    }
}

function review(
  request: ProcedureRequest,
  catalogue: Catalogue,
  noPlace: ReadonlySet<number>,
  anyOrder: boolean,
): Procedure {
  const impossible = bodyFaults(request.checkIn.vehicle.body, '/checkIn/vehicle/body')
  if (impossible.length > 0) throw new BadInput(impossible)
  const surfaces = surfacesOf(request.checkIn.vehicle.body, catalogue.surfaces)
  const unknown = referenceFaults(request, surfaces, catalogue)
  if (unknown.length > 0) throw new BadInput(unknown)
  const checkIn = asWorked(request, catalogue)
  const plain = settingOf({ ...request, checkIn }, catalogue)
  const stops = standingStops({ ...request, checkIn }, surfaces, plain)
  const { edits = [], kept = [] } = request
  const condition = plain.house.some((c) => c.uniform) ? uniform(checkIn.condition, surfaces) : checkIn.condition
  const setting = withExtras({ ...plain, held: heldIn(stops) }, checkIn.extras ?? [], surfaces, condition)
  const soil = carSoil(surfaces, condition)
  const severe = soil >= 4
  const places = new Places(request.checkIn.vehicle.body, catalogue.walk, setting.choices.direction ?? '')
  // Where nothing may be stirred up nothing blows either.
  const drying = dryingIn(request, setting.means.equipment, setting.held.noVacuum, catalogue)
  const drafting: Drafting = { setting, places, request: { ...request, checkIn }, surfaces, drying, soil, severe }

  const isUnreachable = unreachableBy(checkIn, catalogue)
  const choose = (by: Setting) =>
    surfaces
      .filter((surface) => isSold(surface, setting) || setting.held.by.has(surface.id))
      .map((surface) =>
        isUnreachable(surface)
          ? { work: [], residuals: [unreachable(surface)] }
          : chooseWork(surface, condition[surface.id] ?? { soil: 0 }, by),
      )
  const whatever = choose(setting)
  const fetched = withoutIdleMachines(
    whatever.flatMap((c) => c.work),
    setting,
    kept,
  )
  const chosen = fetched === setting ? whatever : choose(fetched)
  const start: Worked = {
    works: chosen.flatMap((c) => c.work),
    residuals: chosen.flatMap((c) => c.residuals),
    // Nothing goes on in a car that is held whole.
    rows: setting.held.car ? [] : wholeCarRows(drafting),
    findings: [],
    byHand: new Set(),
  }
  const ground = { surfaces, condition, setting, edits, noPlace }
  const worked = editWork(start, ground)

  const used = new Set(worked.works.map((w) => w.treatment))
  const setUps = setUpMinutes(catalogue.treatments.filter((t) => used.has(t)))
  const laidOut = new Set(kept.map((s) => s.treatment))
  const mixed = oneDilution(workedSteps(worked.works, drafting), worked.works, catalogue)
  const stepsOfWork = withMachinesAtHand(withHandSetUps(mixed, setUps, laidOut, drafting), used, catalogue)
  const overAlready = new Set(kept.map((s) => s.id))
  // What is wetted anew is refitted anew, and whatever is done anew is looked at once more.
  const again = new Set([
    ...(stepsOfWork.some((s) => s.dries) ? ['refit', 'odour'] : []),
    ...(stepsOfWork.length > 0 ? ['shut', 'final', 'hand-over'] : []),
  ])
  const isDue = (id: string) => {
    const { stage, protected: once } = byId(catalogue.wholeCar, id, 'step')
    return !overAlready.has(`${id}:car`) || (again.has(stage) && !(stage === 'odour' && once))
  }
  const dried = withDrying(stepsOfWork, worked.works, drafting)
  const fresh = [
    ...stops.map((stop) => stopStep(stop, drafting)),
    ...worked.rows.filter(isDue).flatMap((id) => wholeCarStep(id, worked, drafting) ?? []),
    ...setUpSteps(setUps, drafting).filter((s) => !overAlready.has(s.id)),
    ...dried.steps,
    ...putAwaySteps(stepsOfWork, drafting),
  ].map((s) => (worked.byHand.has(s.id) ? { ...s, byHand: true as const } : s))
  const crew = crewOf(request)
  const shared = new Parts(worked.works, crew, drafting).of([...asKept(kept, surfaces, catalogue), ...fresh])
  const named = namedApart(besideKept(shared), request.checkIn.vehicle.body, surfaces)
  const edited = editSteps(named, edits, setting, severe)
  const { steps } = edited
  const links = linkSteps(steps, bindingRules(catalogue.orderRules, setting.choices, crew), places)
  const placed = placeByHand(steps, links, edits, catalogue, { places, walk: catalogue.walk, anyOrder })
  const whyMoved = new Map(edits.flatMap((e) => (e.do === 'move' ? [[e.step, e.reason]] : [])))
  const whyHere = reasonsOf(placed.lean, catalogue)
  const listed = placed.steps.map((draft): Step => {
    const { rows: _rows, dries: _dries, at: _at, ...step } = draft
    if (step.kept) return step
    return {
      ...step,
      why: whyHere(step.id, whyMoved.get(step.id)),
    }
  })
  const { steps: told, head } = cautioned(listed, checkIn, setting)
  const { steps: list, tanks } = tanked(told, catalogue)
  return {
    steps: list,
    head,
    links: placed.lean,
    byOne: byOneOf(placed.list, list),
    findings: [
      ...worked.findings,
      ...unrinsed(worked, ground),
      ...cameForNothing(worked, ground),
      ...edited.findings,
      ...placed.findings,
      ...meetings(list, edits, setting),
    ],
    kit: kitOf(list, catalogue.figures),
    totals: {
      ...totalsOf(
        list,
        worked.works,
        ofMachines(setUps, catalogue),
        soil,
        severe,
        request.seed ?? 1,
        catalogue.figures,
      ),
      tanks,
    },
    residuals: worked.residuals,
    expectations: expectationsOf(
      checkIn,
      surfaces,
      catalogue,
      kept.length > 0 ? undefined : worked.works,
      leftWet(kept, dried.left),
    ),
    ...(dried.drying ? { drying: dried.drying } : {}),
    ...(setting.sold?.offers ? { offers: offersOf(surfaces, condition, setting, worked.works) } : {}),
    notes: notesOf({ ...request, checkIn }, setting, drying),
  }
}

/**
 * The procedure of a request, as it may be issued.
 * @throws BadInput as `reviewProcedure`, and for every finding of forbidden grade, by the edit it is about
 */
export function generateProcedure(request: ProcedureRequest, catalogue: Catalogue): Procedure {
  const procedure = reviewProcedure(request, catalogue)
  const forbidden = procedure.findings.filter((f) => f.grade === 'forbidden')
  if (forbidden.length > 0)
    throw new BadInput(
      forbidden.map((f) => ({
        ...faultOf(f.edit === null ? '/checkIn' : `/edits/${f.edit}`, f.text, f.reason),
        code: f.code,
      })),
    )
  return procedure
}
