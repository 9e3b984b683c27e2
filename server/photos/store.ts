import { and, count, eq } from 'drizzle-orm'
import type { Database } from '#server/database/connection.ts'
import { jobs, type PhotoMark, photos } from '#server/database/schema.ts'
import { inTransaction, isDuplicate } from '#server/database/transaction.ts'
import type { FileStore } from '#server/files/by-content.ts'
import { dropUnused } from '#server/files/store.ts'
import { notFound, Problem } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { announce } from '#server/http/store/changes.ts'
import { jobOf, stillExpected } from '#server/jobs/jobs.ts'
import { picture } from './picture.ts'
import type { PhotoKind, PhotoView } from './views.ts'

/** Photos of one job: more would say less. */
const most = 400

type Row = typeof photos.$inferSelect
const view = ({ shop: _shop, job: _job, hash: _hash, ...row }: Row): PhotoView => row

/** A job's photos in the order they were taken. */
export async function photosOf(db: Database, scope: Scope, jobId: string): Promise<PhotoView[]> {
  const job = await jobOf(db, scope, jobId)
  const rows = await db
    .select()
    .from(photos)
    .where(and(eq(photos.shop, scope.shop), eq(photos.job, job.id)))
    .orderBy(photos.taken, photos.id)
  return rows.map(view)
}

async function photoRow(db: Database, scope: Scope, id: string): Promise<Row> {
  const [row] = await db
    .select()
    .from(photos)
    .where(and(eq(photos.shop, scope.shop), eq(photos.id, id)))
  if (!row) throw notFound('photo')
  return row
}

export interface NewPhoto {
  id: string
  kind: PhotoKind
  surface: string | null
  bytes: Uint8Array
}

/** Adds a photo to a job. Sent twice with one id it is one photo. Not taken at all where the customer said no. */
export async function addPhoto(
  db: Database,
  files: FileStore,
  scope: Scope,
  jobId: string,
  photo: NewPhoto,
  now: string,
): Promise<PhotoView> {
  const job = await jobOf(db, scope, jobId)
  if (job.checkIn.permissions.photos === false)
    throw new Problem(409, 'photos-refused', 'The customer does not want photos. Write down what you find instead.')
  const [there] = await db
    .select({ count: count() })
    .from(photos)
    .where(and(eq(photos.shop, scope.shop), eq(photos.job, job.id)))
  if (there!.count >= most)
    throw new Problem(409, 'enough', `${job.callSign} has ${most} photos. Take some off before adding more.`)
  const made = await picture(photo.bytes)
  // The file first: a row never points at nothing. A file without a row is only room taken.
  const hash = await files.put(made.bytes)
  const row: Row = {
    id: photo.id,
    shop: scope.shop,
    job: job.id,
    surface: photo.surface,
    kind: photo.kind,
    hash,
    width: made.width,
    height: made.height,
    bytes: made.bytes.length,
    marks: [],
    author: scope.person,
    taken: now,
  }
  try {
    await inTransaction(db, async (tx) => {
      await tx.insert(photos).values(row)
      await announce(tx, { shop: scope.shop, topic: 'photos', job: job.id })
    })
  } catch (error) {
    if (!isDuplicate(error)) throw error
    return view(await photoRow(db, scope, photo.id))
  }
  return view(row)
}

export async function photoFile(db: Database, files: FileStore, scope: Scope, id: string): Promise<Buffer> {
  const row = await photoRow(db, scope, id)
  return files.get(row.hash)
}

export async function markPhoto(db: Database, scope: Scope, id: string, marks: PhotoMark[]): Promise<PhotoView> {
  const row = await photoRow(db, scope, id)
  await inTransaction(db, async (tx) => {
    await tx
      .update(photos)
      .set({ marks })
      .where(and(eq(photos.shop, scope.shop), eq(photos.id, id)))
    await announce(tx, { shop: scope.shop, topic: 'photos', job: row.job })
  })
  return view({ ...row, marks })
}

/** Takes a photo off while its car is not checked in; afterwards it is part of what was agreed. */
export async function removePhoto(db: Database, files: FileStore, scope: Scope, id: string): Promise<void> {
  const row = await photoRow(db, scope, id)
  await inTransaction(db, async (tx) => {
    const [job] = await tx
      .select({ state: jobs.state, callSign: jobs.callSign })
      .from(jobs)
      .where(eq(jobs.id, row.job))
      .for('update')
    if (job) stillExpected(job, 'The vehicle is checked in: its photos are part of what was agreed.')
    await tx.delete(photos).where(and(eq(photos.shop, scope.shop), eq(photos.id, id)))
    await announce(tx, { shop: scope.shop, topic: 'photos', job: row.job })
  })
  await dropUnused(db, files, [row.hash])
}
