import { Value } from '@sinclair/typebox/value'
import { Button } from 'antd'
import Papa from 'papaparse'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { ownFaults } from '#core/shop/check.ts'
import { type ProductRow, productColumns, productLine, readProducts } from '#core/shop/products-csv.ts'
import { type Own, OwnProduct } from '#core/shop/schema.ts'
import { keepFile, keepText, readCsv, readJson } from '#web/client/keep-file.ts'
import { useCurrency, useWriteOwn } from '#web/client/shop.ts'
import { AndMore } from '#web/ui/AndMore.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { FileButton } from '#web/ui/FileButton.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/shop.ts'
import { speak } from '#words/en/speak.ts'

const w = words.product
/** Lines that are shown. */
const shown = 10

/** With these cans, each in use for its role behind those that are there. */
function withCans(own: Own, cans: readonly OwnProduct[]): Own {
  const uses = { ...own.uses }
  for (const { id, role } of cans) if (role !== null) uses[role] = [...(uses[role] ?? []), id]
  return { ...own, products: [...own.products, ...cans], uses }
}

/** The list as a file, out and in; what would come is looked at before anything is taken. */
export function ProductFile({ own, shipped }: { own: Own; shipped: WordedCatalogue }) {
  const currency = useCurrency()
  const write = useWriteOwn()
  const [rows, setRows] = useState<ProductRow[]>()
  /** What the shop may not write is a fault of its line as well. */
  const judged = (row: ProductRow): ProductRow => {
    if (!row.can) return row
    const faults = ownFaults(withCans({ ...own, products: [], uses: {} }, [row.can]), shipped)
    return faults.length === 0
      ? row
      : { ...row, can: null, faults: faults.map((f) => ({ column: 'name' as const, message: speak.fault(f).message })) }
  }
  const readList = async (file: File) => {
    const named = (name: string) =>
      shipped.products.find((p) => [p.id, p.name, p.roleName].some((n) => n.toLowerCase() === name.toLowerCase()))?.id
    const found = readProducts(await readCsv(file), {
      currency,
      catalogue: shipped,
      roleOf: named,
      idOf: () => `own-${uuidv7()}`,
    })
    setRows(found.map(judged))
  }
  /** The same list as JSON: each can is looked at by its schema, and comes as a new one of this shop. */
  const readCans = async (file: File) => {
    const cans = await readJson(file)
    if (!Array.isArray(cans)) return setRows([{ line: 1, faults: [{ column: 'name', message: w.noList }], can: null }])
    setRows(
      cans.map((can: unknown, i): ProductRow => {
        const line = i + 1
        if (!Value.Check(OwnProduct, can)) {
          const first = Value.Errors(OwnProduct, can).First()
          return { line, can: null, faults: [{ column: 'name', message: `${first?.path} ${first?.message}` }] }
        }
        return judged({ line, faults: [], can: { ...can, id: `own-${uuidv7()}` } })
      }),
    )
  }
  const good = (rows ?? []).flatMap((r) => (r.can ? [r.can] : []))
  const bad = (rows ?? []).filter((r) => !r.can)
  const roleName = (role: string | null) => (role === null ? '' : speak.names.of('products', role).name)
  return (
    <div className="stack close below">
      <div className="row">
        <Button
          onClick={() =>
            keepText(
              'products.csv',
              Papa.unparse(
                own.products.map((can) => productLine(can, currency, roleName(can.role))),
                { columns: [...productColumns] },
              ),
              'text/csv',
            )
          }
        >
          {w.csvOut}
        </Button>
        <Button onClick={() => keepFile('products', own.products)}>{w.jsonOut}</Button>
        <FileButton
          label={w.csvIn}
          accept=".csv,text/csv,.json,application/json"
          onFile={(file) => void (file.name.endsWith('.json') ? readCans : readList)(file)}
        />
      </div>
      {rows && (
        <div role="status">
          <p>{w.looked(good.length, bad.length)}</p>
          <ul>
            {bad.slice(0, shown).map((r) => (
              <li key={r.line}>{w.line(r.line, r.faults.map((f) => `${f.column}: ${f.message}`).join(' '))}</li>
            ))}
            {good.slice(0, shown).map((can) => (
              <li key={can.id}>{w.comes(can.name, roleName(can.role) || w.noRole)}</li>
            ))}
          </ul>
          <AndMore all={bad.length} shown={shown} />
          {good.length > 0 && (
            <Button
              type="primary"
              loading={write.isPending}
              onClick={() => write.mutate((now) => withCans(now, good), { onSuccess: () => setRows(undefined) })}
            >
              {w.take(good.length)}
            </Button>
          )}
        </div>
      )}
      {write.isError && <ErrorNotice error={write.error} />}
    </div>
  )
}
