import type { CheckIn } from '#core/check-in/check-in.ts'
import type { WorkIntent } from '#core/job/schema.ts'
import { dayIn, momentOf } from '#core/units/shop-time.ts'
import { openJob } from '#server/check-in/store.ts'
import type { AppContext } from '#server/http/route.ts'
import type { Scope } from '#server/http/scope.ts'
import { uuidv7 } from '#server/http/uuid.ts'
import { placesOf } from '#server/jobs/jobs.ts'
import { logBatch } from '#server/mixing/store/batches.ts'
import { containersOf } from '#server/mixing/store/containers.ts'
import { noShopYet } from '#server/people/store/ways-in.ts'
import { addPhoto } from '#server/photos/store.ts'
import { makePlan } from '#server/plan/store/make.ts'
import { issue } from '#server/procedures/store/procedures.ts'
import { revise } from '#server/procedures/store/revision.ts'
import { keepStandard } from '#server/procedures/store/standards.ts'
import { keepAbout, keepOwn } from '#server/shop/store.ts'
import { receive } from '#server/stock/store.ts'
import { askSource, type WeatherSource } from '#server/weather/source.ts'
import { appendEvent } from '#server/work/store.ts'
import { demoAbout, demoOwn } from './own.ts'
import { seedPast } from './past.ts'
import { type Scene as Drawn, drawnPhoto } from './photos.ts'
import { bottlesInUse, demoShop } from './shop.ts'
import { morningZone, seedScope, seedShop } from './store.ts'
import { demoVehicles, honeySeat } from './vehicles.ts'

const plus = (iso: string, minutes: number) => new Date(Date.parse(iso) + minutes * 60_000).toISOString()

/** What the bay's tablet says of one job, one event after another. */
function tabletOf(context: AppContext, job: string) {
  let deviceSeq = 0
  return (scope: Scope, type: WorkIntent['type'], data: object, at: string) =>
    appendEvent(
      context.db,
      scope,
      job,
      { id: uuidv7(), type, data, device: 'bay-tablet', deviceSeq: deviceSeq++, deviceTime: at } as WorkIntent,
      context.catalogue,
      at,
    )
}
type Tablet = ReturnType<typeof tabletOf>

/** Writes the work on one job as it would have gone: steps one after another from `start` until the clock reaches `until`. */
async function workThrough(
  context: AppContext,
  person: string,
  job: string,
  start: string,
  until: string,
  tablet: Tablet,
): Promise<void> {
  const scope = await seedScope(context.db, person)
  const { procedure } = (await issue(context.db, scope, job, context.catalogue, plus(start, -3))).view
  const starts = procedure.byOne?.starts ?? {}
  // What passes by itself has no beginning that anybody taps.
  const taps = procedure.steps
    .flatMap(({ id, crew, minutes }) => [
      ...(crew > 0 ? [{ type: 'step-started' as const, step: id, minute: starts[id]! }] : []),
      { type: 'step-finished' as const, step: id, minute: starts[id]! + minutes },
    ])
    .sort((a, b) => a.minute - b.minute || (a.type === b.type ? 0 : a.type === 'step-finished' ? -1 : 1))
  for (const { type, step, minute } of taps)
    if (plus(start, minute) < until) await tablet(scope, type, { step }, plus(start, minute))
}

/** Photos of a demonstration car: what, of which surface, and whether before or after. */
async function photograph(
  context: AppContext,
  scope: Scope,
  job: string,
  shots: readonly [kind: 'before' | 'after', surface: string, scene: Drawn][],
  at: string,
): Promise<void> {
  for (const [kind, surface, scene] of shots)
    await addPhoto(
      context.db,
      context.files,
      scope,
      job,
      { id: uuidv7(), kind, surface, bytes: await drawnPhoto(scene) },
      at,
    )
}

/** Days since the car that is expected was here before. */
const daysAgo = 62

/** A visit that is over: worked from beginning to end, looked at and handed over, so that the car brings its past along. */
async function formerVisit(
  context: AppContext,
  byLogin: ReadonlyMap<string, string>,
  today: CheckIn,
  began: string,
): Promise<void> {
  const lead = await seedScope(context.db, byLogin.get('tam')!)
  const wren = await seedScope(context.db, byLogin.get('wren')!)
  const checkIn: CheckIn = {
    ...today,
    odours: [],
    findings: [],
    functions: {},
    notes: 'Clay dust in every seam; the boot is a workshop.',
    received: { keys: 1, hook: '3', mileage: 48_210, fuel: 50, stands: 'bay 2' },
    belongings: [],
    condition: Object.fromEntries(
      Object.entries(today.condition).map(([id, c]) => [id, { soil: Math.min(2, c.soil) }]),
    ),
  }
  const job = await openJob(context.db, lead, { id: uuidv7(), checkIn, arrives: began, due: plus(began, 600) })
  const tablet = tabletOf(context, job.id)
  await workThrough(context, byLogin.get('tam')!, job.id, began, plus(began, 1440), tablet)
  const over = plus(began, 1441)
  for (const { id } of placesOf(checkIn, context.catalogue)) await tablet(wren, 'check-passed', { place: id }, over)
  await photograph(
    context,
    lead,
    job.id,
    [
      ['before', 'seat-1r.seat-base', { what: 'seat', soil: 2 }],
      ['after', 'seat-1r.seat-base', { what: 'seat', soil: 0 }],
      ['before', 'load.load-floor', { what: 'load', soil: 3 }],
      ['after', 'load.load-floor', { what: 'load', soil: 0 }],
    ],
    began,
  )
  await tablet(lead, 'handed-over', { to: today.customer }, over)
}

/** A car that was done, and whose seat did not pass when it was dry: what is to be done again stands in its next version. */
async function comesBack(context: AppContext, person: string, job: string, now: string): Promise<void> {
  await workThrough(context, person, job, plus(now, -420), plus(now, -40), tabletOf(context, job))
  const note = 'Honey came up again at the front edge; feels tacky.'
  const lead = await seedScope(context.db, person)
  await photograph(context, lead, job, [['after', honeySeat, { what: 'seat', soil: 1, stain: true }]], plus(now, -38))
  await revise(context.db, lead, job, { failed: [honeySeat], note }, context.catalogue, plus(now, -36))
}

/** What stands mixed on the bench already: one bottle in use since this morning, one from last week. */
async function mixedBefore(context: AppContext, lead: Scope, now: string): Promise<void> {
  const shelf = await containersOf(context.db, lead, now)
  for (const [name, , product, water, fill, daysOld] of bottlesInUse)
    await logBatch(
      context.db,
      lead,
      {
        id: uuidv7(),
        product,
        ratio: { concentrate: 1, water },
        container: shelf.find((c) => c.name === name)!.id,
        fill,
      },
      context.catalogue,
      plus(now, -daysOld * 1440 - 95),
    )
}

/**
 * Loads the demonstration's shop and its day, unless the database already holds a shop.
 * @param weather none: nobody said it
 * @param past also the four weeks before
 */
export async function seedDemo(context: AppContext, weather?: WeatherSource, past = false): Promise<void> {
  if (!(await noShopYet(context.db))) return
  const now = context.now()
  const zone = morningZone(now)
  const { byLogin } = await seedShop(context.db, demoShop, zone)
  const owner = await seedScope(context.db, byLogin.get('odile')!)
  await keepAbout(context.db, owner, { name: demoShop.name, timeZone: zone, about: demoAbout })
  await keepOwn(context.db, owner, { version: 0, own: demoOwn(context.catalogue) }, context.catalogue, now)
  if (weather) await askSource(weather, context.db, now)
  const lead = await seedScope(context.db, byLogin.get('tam')!)
  const today = dayIn(zone, now)
  const at = (minute: number) => momentOf(zone, today, minute)
  const [fleet, rowing, pottery, florist, beekeeper] = demoVehicles(context.catalogue)
  const open = (checkIn: NonNullable<typeof fleet>, arrives: number, due: number) =>
    openJob(context.db, lead, { id: uuidv7(), checkIn, arrives: at(arrives), due: at(due) })
  const standard = { id: uuidv7(), name: 'Car-share turnaround', retired: false }
  await keepStandard(
    context.db,
    lead,
    { ...standard, version: 0, note: 'presentable, nothing dressed', settings: { finish: 'trade' } },
    context.catalogue,
    now,
  )
  await keepStandard(
    context.db,
    lead,
    {
      ...standard,
      version: 1,
      note: 'jambs by towel: the wash does the rest',
      settings: { finish: 'trade', houseRules: { jambs: 'towel' } },
    },
    context.catalogue,
    now,
  )
  for (const [item, code, amount, price] of [
    ['apc', 'AP-114', 5000, 3900],
    ['pre-spray', 'PS-037', 5000, 4600],
    ['neutral-cleaner', 'NC-201', 1000, 1450],
    ['glass-cleaner', 'GC-018', 40, 250],
    ['acid-rinse', 'AR-052', 480, 990],
    ['protectant', 'TP-311', 950, 2100],
    ['enzyme', 'EN-009', 900, 1850],
    ['leather-cleaner', 'LC-77', 500, 1600],
    ['leather-finish', 'LF-08', 400, 2300],
    ['spotter', 'SP-5', 250, 1400],
    ['disinfectant', 'TD-402', 1000, 1200],
    ['gloves', 'G-9', past ? 160 : 40, past ? 4720 : 1180],
  ] as const)
    await receive(
      context.db,
      lead,
      { id: uuidv7(), item, code, amount, price, bestBefore: null },
      context.catalogue,
      // What was used up in the weeks before was there then.
      past ? plus(now, -45 * 1440) : now,
    )
  await mixedBefore(context, lead, now)
  if (past) await seedPast(context, byLogin, zone)
  await formerVisit(context, byLogin, pottery!, plus(now, -daysAgo * 1440))
  const alder = await open(fleet!, 480, 780)
  const teasel = await open(rowing!, 530, 1020)
  await open(pottery!, 810, 1080)
  const sorrel = await open(florist!, 340, 660)
  const burdock = await open(beekeeper!, 300, 960)
  await photograph(
    context,
    lead,
    alder.id,
    [
      ['before', 'seat-1l.seat-base', { what: 'seat', soil: 2, stain: true }],
      ['before', 'foot-1l.carpet', { what: 'floor', soil: 2 }],
    ],
    plus(now, -75),
  )
  await photograph(
    context,
    lead,
    sorrel.id,
    [
      ['before', 'cargo.cargo-floor', { what: 'load', soil: 3 }],
      ['after', 'cargo.cargo-floor', { what: 'load', soil: 0 }],
    ],
    plus(now, -200),
  )
  await workThrough(context, byLogin.get('ines')!, alder.id, plus(now, -72), now, tabletOf(context, alder.id))
  const tablet = tabletOf(context, sorrel.id)
  await workThrough(context, byLogin.get('jory')!, sorrel.id, plus(now, -200), now, tablet)
  await issue(context.db, lead, teasel.id, context.catalogue, now)
  const wren = await seedScope(context.db, byLogin.get('wren')!)
  for (const { id } of placesOf(sorrel.checkIn, context.catalogue).slice(0, 5))
    await tablet(wren, 'check-passed', { place: id }, now)
  await comesBack(context, byLogin.get('tam')!, burdock.id, now)
  await makePlan(context.db, lead, context.catalogue, now)
}
