import { createHash } from 'node:crypto'
import Papa from 'papaparse'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { headingFaults, readFleet } from '#core/formats/fleet.ts'
import { dayIn } from '#core/units/shop-time.ts'
import type { Database } from '#server/database/connection.ts'
import { Problem } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { speak } from '#words/en/speak.ts'
import { openJobs } from './store.ts'
import type { FleetView } from './views.ts'

const mostLines = 500

/** An id for one line of one list: the same list sent again makes the same jobs. */
function lineId(list: string, line: number): string {
  const hex = createHash('sha256').update(`${list}:${line}`).digest('hex')
  return `${list.slice(0, 13)}-7${hex.slice(0, 3)}-8${hex.slice(3, 6)}-${hex.slice(6, 18)}`
}

export interface FleetRequest {
  /** A UUID of the list, made by the sender. */
  id: string
  csv: string
  /** Only look; take the good lines; or take all, and none when any is bad. */
  take: 'none' | 'good' | 'all'
}

/** Reads a fleet list (CSV with headings) and takes its lines in as drafts, all good ones or all of them. Whatever happens, never a part of what was asked. */
export async function takeFleet(
  db: Database,
  scope: Scope,
  { id, csv, take }: FleetRequest,
  catalogue: Catalogue,
  now: string,
): Promise<FleetView> {
  const parsed = Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  })
  const headings = (parsed.meta.fields ?? []).map((h) => h.trim())
  const wrong = headingFaults(headings)
  if (wrong.length > 0)
    throw new Problem(
      400,
      'headings',
      wrong[0]!,
      wrong.map((message) => ({ pointer: '/csv', message })),
    )
  if (parsed.data.length === 0) throw new Problem(400, 'empty', 'The list has no lines below its heading.')
  if (parsed.data.length > mostLines)
    throw new Problem(
      400,
      'too-long',
      `The list has ${parsed.data.length} lines; at most ${mostLines} are read at once.`,
    )
  const rows = readFleet(parsed.data, {
    bodies: speak.catalogue(catalogue).bodies,
    zone: scope.timeZone,
    day: dayIn(scope.timeZone, now),
  })
  for (const error of parsed.errors)
    if (error.row !== undefined && rows[error.row])
      Object.assign(rows[error.row]!, {
        draft: null,
        faults: [...rows[error.row]!.faults, { column: '', message: `${error.message}.` }],
      })
  const bad = rows.filter((r) => r.draft === null)
  if (take === 'all' && bad.length > 0)
    throw new Problem(
      400,
      'bad-lines',
      `${bad.length} of ${rows.length} lines cannot be taken in. Mend them, or take only the good ones.`,
      bad
        .flatMap((r) => r.faults.map((f) => ({ pointer: `/csv/${r.line}/${f.column}`, message: f.message })))
        .slice(0, 50),
    )
  const good = rows.filter((r) => r.draft !== null)
  const opened = new Map<number, string>()
  if (take !== 'none' && good.length > 0) {
    const jobs = await openJobs(
      db,
      scope,
      good.map((r) => ({ id: lineId(id, r.line), ...r.draft! })),
    )
    for (const [i, job] of jobs.entries()) opened.set(good[i]!.line, job.id)
  }
  return {
    headings,
    rows: rows.map(({ line, plate, faults, draft }) => ({
      line,
      plate,
      make: draft?.checkIn.vehicle.make ?? '',
      model: draft?.checkIn.vehicle.model ?? '',
      customer: draft?.checkIn.customer ?? '',
      body: draft?.checkIn.vehicle.body.name ?? '',
      arrives: draft?.arrives ?? null,
      faults,
      job: opened.get(line) ?? null,
    })),
  }
}
