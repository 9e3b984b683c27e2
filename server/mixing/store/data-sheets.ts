import { and, desc, eq } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { Database } from '#server/database/connection.ts'
import { dataSheets } from '#server/database/schema.ts'
import type { FileStore } from '#server/files/by-content.ts'
import { notFound, Problem } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { uuidv7 } from '#server/http/uuid.ts'
import type { SheetView } from '#server/mixing/views.ts'

/** The newest sheet of every product that has one. */
export async function sheetsOf(db: Database, scope: Scope): Promise<SheetView[]> {
  const rows = await db
    .select({ product: dataSheets.product, at: dataSheets.at, bytes: dataSheets.bytes })
    .from(dataSheets)
    .where(eq(dataSheets.shop, scope.shop))
    .orderBy(desc(dataSheets.at), desc(dataSheets.id))
  return rows.filter((row, i) => rows.findIndex((r) => r.product === row.product) === i)
}

/** Keeps a maker's data sheet. It is stored as it came and only ever offered as a download: nothing here opens it. */
export async function keepSheet(
  db: Database,
  files: FileStore,
  scope: Scope,
  product: string,
  bytes: Uint8Array,
  catalogue: Catalogue,
  now: string,
): Promise<void> {
  if (!catalogue.products.some((p) => p.id === product)) throw notFound('product')
  const text = Buffer.from(bytes).toString('latin1')
  if (!text.startsWith('%PDF-') || !text.trimEnd().endsWith('%%EOF'))
    throw new Problem(400, 'no-pdf', 'This is no PDF, or only a part of one.')
  const hash = await files.put(bytes)
  await db.insert(dataSheets).values({
    id: uuidv7(),
    shop: scope.shop,
    product,
    hash,
    bytes: bytes.length,
    author: scope.person,
    at: now,
  })
}

/** @throws Problem 404 when the product has no sheet here */
export async function sheetFile(db: Database, files: FileStore, scope: Scope, product: string): Promise<Buffer> {
  const [row] = await db
    .select({ hash: dataSheets.hash })
    .from(dataSheets)
    .where(and(eq(dataSheets.shop, scope.shop), eq(dataSheets.product, product)))
    .orderBy(desc(dataSheets.at), desc(dataSheets.id))
    .limit(1)
  if (!row) throw notFound('data sheet')
  return files.get(row.hash)
}
