import { and, asc, desc, eq } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { faultOf } from '#core/message/message.ts'
import { reviewProcedure } from '#core/procedures/make/generate.ts'
import { editFaults } from '#core/procedures/make/references.ts'
import { sampleCar } from '#core/procedures/sample.ts'
import type { StandardSettings } from '#core/procedures/schema.ts'
import { BadInput } from '#core/units/fault.ts'
import { Uuid } from '#core/units/uuid.ts'
import type { Database } from '#server/database/connection.ts'
import { people, standards, standardVersions } from '#server/database/schema.ts'
import { inTransaction, isDuplicate } from '#server/database/transaction.ts'
import { notFound, Problem, stale } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { announce } from '#server/http/store/changes.ts'
import type { StandardsView, StandardVersionsView } from '#server/procedures/views.ts'

const uuid = new RegExp(Uuid.pattern!)

/** Findings that depend on how long the steps of one car take: a standard is told of them on the car it is used for. */
const ofOneCar = new Set(['dries-on', 'no-place'])

/** A standard is for many cars: it is judged on a sample car here, and again on every car it is used for. */
function judge(settings: StandardSettings, catalogue: Catalogue) {
  const under = (faults: { pointer: string; message: string }[]) =>
    faults.map((f) => ({ ...f, pointer: `/settings${f.pointer}` }))
  const unknown = editFaults(settings.edits ?? [], catalogue)
  if (unknown.length > 0) throw new BadInput(under(unknown))
  const { findings } = reviewProcedure({ checkIn: sampleCar(catalogue), ...settings }, catalogue)
  const bad = findings.filter((f) => f.grade === 'forbidden' && !ofOneCar.has(f.code))
  if (bad.length > 0)
    throw new BadInput(under(bad.map((f) => ({ ...faultOf(`/edits/${f.edit}`, f.text, f.reason), code: f.code }))))
}

export async function standardsOf(db: Database, scope: Scope): Promise<StandardsView> {
  const rows = await db
    .select({ id: standards.id, name: standards.name, version: standards.version, settings: standardVersions.settings })
    .from(standards)
    .innerJoin(
      standardVersions,
      and(eq(standardVersions.standard, standards.id), eq(standardVersions.version, standards.version)),
    )
    .where(and(eq(standards.shop, scope.shop), eq(standards.retired, false)))
    .orderBy(asc(standards.name))
  return rows
}

export async function standardVersionsOf(db: Database, scope: Scope, id: string): Promise<StandardVersionsView> {
  const rows = await db
    .select({
      version: standardVersions.version,
      settings: standardVersions.settings,
      note: standardVersions.note,
      by: people.name,
      at: standardVersions.at,
    })
    .from(standardVersions)
    .innerJoin(people, eq(people.id, standardVersions.author))
    .where(and(eq(standardVersions.shop, scope.shop), eq(standardVersions.standard, id)))
    .orderBy(desc(standardVersions.version))
  if (rows.length === 0) throw notFound('standard')
  return rows
}

interface Wanted {
  id: string
  /** The version it was changed from; 0 is a new one. */
  version: number
  name: string
  note: string
  settings: StandardSettings
  retired: boolean
}

/** Keeps a new standard or the next version of one. Versions are never changed: jobs keep the one they were issued by. */
export async function keepStandard(
  db: Database,
  scope: Scope,
  wanted: Wanted,
  catalogue: Catalogue,
  now: string,
): Promise<StandardsView> {
  const { id, version, name, note, settings, retired } = wanted
  if (!uuid.test(id)) throw notFound('standard')
  judge(settings, catalogue)
  try {
    await inTransaction(db, async (tx) => {
      const [row] = await tx.select().from(standards).where(eq(standards.id, id)).for('update')
      if (row && row.shop !== scope.shop) throw notFound('standard')
      if ((row?.version ?? 0) !== version) throw row ? stale({ version: row.version }) : notFound('standard')
      const next = { name, version: version + 1, retired: retired === true }
      if (row) await tx.update(standards).set(next).where(eq(standards.id, id))
      else await tx.insert(standards).values({ id, shop: scope.shop, ...next })
      await tx.insert(standardVersions).values({
        standard: id,
        version: version + 1,
        shop: scope.shop,
        settings,
        note,
        author: scope.person,
        at: now,
      })
      await announce(tx, { shop: scope.shop, topic: 'standards' })
    })
  } catch (error) {
    if (!isDuplicate(error)) throw error
    throw new Problem(409, 'name-taken', `There is a standard “${name}” already. Give this one another name.`)
  }
  return standardsOf(db, scope)
}
