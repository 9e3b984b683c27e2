import { and, eq, isNull } from 'drizzle-orm'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { blocks } from '#core/procedures/edit/findings.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import type { JobSettings, Procedure, ProcedureRequest } from '#core/procedures/schema.ts'
import { usable } from '#core/shop/kit.ts'
import { works } from '#core/shop/week.ts'
import type { Database } from '#server/database/connection.ts'
import { equipment, people, procedureSettings, shops } from '#server/database/schema.ts'
import type { Transaction } from '#server/database/transaction.ts'
import { Problem } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { outsideOn } from '#server/jobs/weather.ts'

type Reader = Database | Transaction

/** The engine's input for a check-in in this shop: its house rules, pace and equipment, the skills somebody holds, and what the lead has set. */
export async function requestFor(
  db: Reader,
  scope: Scope,
  checkIn: CheckIn,
  catalogue: Catalogue,
  settings: JobSettings = {},
  /** The day it is worked on. */
  day?: string,
): Promise<ProcedureRequest> {
  const kit = await db
    .select({ kind: equipment.kind, count: equipment.count, broken: equipment.broken })
    .from(equipment)
    .where(eq(equipment.shop, scope.shop))
  const crew = await db
    .select({ skills: people.skills, shifts: people.shifts, week: people.week })
    .from(people)
    .where(and(eq(people.shop, scope.shop), isNull(people.left)))
  const [shop] = await db.select({ rates: shops.rates, about: shops.about }).from(shops).where(eq(shops.id, scope.shop))
  const outside = shop?.about?.indoors ?? (day === undefined ? undefined : await outsideOn(db, scope, day))
  // Rungs were chosen for the body as it was then.
  const { rungs, ...set } = settings
  const there = new Set(surfacesOf(checkIn.vehicle.body, catalogue.surfaces).map((s) => s.id))
  const known = rungs && Object.fromEntries(Object.entries(rungs).filter(([id]) => there.has(id)))
  const skills = new Set(crew.filter(works).flatMap((p) => p.skills))
  return {
    ...set,
    ...(known ? { rungs: known } : {}),
    checkIn,
    houseRules: { ...scope.houseRules, ...settings.houseRules },
    ...(shop?.rates ? { rates: shop.rates } : {}),
    ...(scope.own ? { own: scope.own } : {}),
    ...(outside ? { outside } : {}),
    equipment: kit
      .filter((k) => usable(k) > 0)
      .map((k) => k.kind)
      .sort(),
    skills: [...skills].sort(),
  }
}

/** What has been set for a job; version 0 while nothing has. */
export async function settingsOf(
  db: Reader,
  scope: Scope,
  job: string,
): Promise<{ version: number; settings: JobSettings }> {
  const [row] = await db
    .select({ version: procedureSettings.version, settings: procedureSettings.settings })
    .from(procedureSettings)
    .where(and(eq(procedureSettings.shop, scope.shop), eq(procedureSettings.job, job)))
  return row ?? { version: 0, settings: {} }
}

/**
 * The procedure of a request, as it may be kept.
 * @throws BadInput by the edit that is forbidden; Problem where an order rule is broken without a reason
 */
export function keepable(request: ProcedureRequest, catalogue: Catalogue): Procedure {
  const procedure = generateProcedure(request, catalogue)
  const open = procedure.findings.filter(blocks)
  if (open.length > 0)
    throw new Problem(
      409,
      'needs-reason',
      `${open[0]!.text} Give a reason, or take the fix.`,
      open.map((f) => ({ pointer: `/settings/edits/${f.edit}/reason`, message: `${f.text} ${f.reason}` })),
    )
  return procedure
}
