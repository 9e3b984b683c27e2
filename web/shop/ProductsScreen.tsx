import { Button, Checkbox, Modal } from 'antd'
import { useMemo, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { differenceOf } from '#core/procedures/edit/difference.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { sampleCar } from '#core/procedures/sample.ts'
import { ownFaults } from '#core/shop/check.ts'
import { missingOf } from '#core/shop/products.ts'
import { emptyCan, type Own, type OwnProduct } from '#core/shop/schema.ts'
import { useCatalogue, useShipped } from '#web/client/session.ts'
import { useCurrency, useShop, useWriteOwn } from '#web/client/shop.ts'
import { ChangeLines } from '#web/ui/ChangeLines.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { intoView } from '#web/ui/into-view.ts'
import { ListTools } from '#web/ui/ListTools.tsx'
import { stored, useKeptForm } from '#web/ui/useKeptForm.ts'
import { useListing, type Ways } from '#web/ui/useListing.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/shop.ts'
import { missing as missingNames } from '#words/en/shop.ts'
import { speak } from '#words/en/speak.ts'
import { ProductFile } from './ProductFile.tsx'
import { ProductForm } from './ProductForm.tsx'
import './shop.css'

const w = words.product
const roleOf = (can: OwnProduct) => (can.role === null ? w.noRole : speak.names.of('products', can.role).roleName)
const isWhole = (can: OwnProduct) => missingOf(can).length === 0
const ways: Ways<OwnProduct> = {
  textOf: (can) => `${can.name} ${roleOf(can)} ${can.barcode ?? ''}`,
  orders: [
    { id: 'name', label: w.orders.name, compare: (a, b) => a.name.localeCompare(b.name) },
    { id: 'role', label: w.orders.role, compare: (a, b) => roleOf(a).localeCompare(roleOf(b)) },
  ],
  filters: [
    { id: 'used', label: w.filters.used, keeps: (can) => !can.retired },
    { id: 'missing', label: w.filters.missing, keeps: (can) => !isWhole(can) },
    { id: 'retired', label: w.filters.retired, keeps: (can) => can.retired },
  ],
}

/** Where a can that is not kept yet waits for a reload. */
const newCan = 'can new'

/** What the shop writes with this can in it, and first for its role or not. */
function withCan(own: Own, can: OwnProduct, first: boolean): Own {
  const products = own.products.some((p) => p.id === can.id)
    ? own.products.map((p) => (p.id === can.id ? can : p))
    : [...own.products, can]
  const others = Object.fromEntries(
    Object.entries(own.uses).map(([role, ids]) => [role, ids.filter((id) => id !== can.id)]),
  )
  if (can.role === null) return { ...own, products, uses: others }
  const there = others[can.role] ?? []
  return { ...own, products, uses: { ...others, [can.role]: first ? [can.id, ...there] : [...there, can.id] } }
}

/** What keeping it would change on a sample car, computed here by the engine itself. */
function Preview({ shipped, before, after }: { shipped: WordedCatalogue; before: Own; after: Own }) {
  const difference = useMemo(() => {
    speak.names.learn(after)
    const checkIn = sampleCar(shipped)
    const [was, is] = [before, after].map((own) => generateProcedure({ checkIn, own }, shipped))
    return differenceOf(was!, is!)
  }, [shipped, before, after])
  return <ChangeLines difference={difference} nothing={w.nothingChanges} />
}

interface EditorProps {
  own: Own
  start: OwnProduct
  catalogue: WordedCatalogue
  shipped: WordedCatalogue
  onClose: () => void
}

/** One can being written; what is half written survives a reload. */
function Editor({ own, start, catalogue, shipped, onClose }: EditorProps) {
  const { kept, keep, forget } = useKeptForm<OwnProduct>(own.products.includes(start) ? `can ${start.id}` : newCan)
  const [can, setCan] = useState<OwnProduct>({ ...start, ...kept })
  const [first, setFirst] = useState(own.uses[start.role ?? '']?.[0] === start.id || !own.products.includes(start))
  const [looking, setLooking] = useState(false)
  /** What is not filled in is said once it was to be kept. */
  const [tried, setTried] = useState(false)
  const currency = useCurrency()
  const write = useWriteOwn()
  const after = withCan(own, can, first)
  const at = `/products/${after.products.findIndex((p) => p.id === can.id)}`
  const faults = ownFaults(after, shipped)
    .filter((f) => f.pointer.startsWith(`${at}/`))
    .map((f) => ({ ...f, pointer: f.pointer.slice(at.length) }))
  const change = (next: OwnProduct) => {
    setCan(next)
    keep(next)
  }
  const noName = can.name.trim() === ''
  return (
    <section className="card" aria-label={can.name || w.newOne} ref={intoView}>
      <div className="row spread">
        <h2>{can.name || w.newOne}</h2>
        <Button
          type="text"
          onClick={() => {
            forget()
            onClose()
          }}
        >
          {w.close}
        </Button>
      </div>
      <ProductForm
        can={can}
        catalogue={catalogue}
        currency={currency}
        faults={noName && tried ? [{ pointer: '/name', message: w.noName }, ...faults] : faults}
        onChange={change}
      />
      {can.role !== null && (
        <Checkbox checked={first} onChange={(e) => setFirst(e.target.checked)}>
          {w.first(speak.names.of('products', can.role).roleName)}
        </Checkbox>
      )}
      {write.isError && <ErrorNotice error={write.error} />}
      <div className="row below">
        <Button
          type="primary"
          loading={write.isPending}
          onClick={() => {
            setTried(true)
            if (noName || faults.length > 0) return
            write.mutate((now) => withCan(now, can, first), {
              onSuccess: () => {
                forget()
                onClose()
              },
            })
          }}
        >
          {words.save}
        </Button>
        {(faults.length > 0 || (noName && tried)) && (
          <span role="status">{w.firstMend(faults.length + (noName ? 1 : 0))}</span>
        )}
        <Button disabled={noName || faults.length > 0} onClick={() => setLooking(true)}>
          {w.preview}
        </Button>
        {own.products.some((p) => p.id === can.id) && (
          <Button className="to-the-end" onClick={() => change({ ...can, retired: !can.retired })}>
            {can.retired ? w.bringBack : w.retire}
          </Button>
        )}
      </div>
      <Modal title={w.previewTitle(can.name)} open={looking} footer={null} onCancel={() => setLooking(false)}>
        {looking && <Preview shipped={shipped} before={own} after={after} />}
      </Modal>
    </section>
  )
}

/** The shop's own cans, each as its label says it and in the place it is used. */
export default function ProductsScreen() {
  const [shop, catalogue, shipped] = [useShop(), useCatalogue(), useShipped()]
  const [picked, setPicked] = useState<OwnProduct>()
  const listing = useListing(shop.data?.own.products ?? [], ways)
  const failed = [shop, catalogue, shipped].find((q) => q.isLoadingError)
  if (failed?.error) return <ErrorNotice error={failed.error} onRetry={() => void failed.refetch()} />
  if (!shop.data || !catalogue.data || !shipped.data) return <Fetching lines={5} />
  const { own } = shop.data
  const isFirst = (can: OwnProduct) => can.role !== null && own.uses[can.role]?.[0] === can.id
  return (
    <div className="take-in">
      <section className="card" aria-labelledby="products">
        <div className="row spread">
          <h2 id="products">{w.title}</h2>
          <Button
            type="primary"
            onClick={() => setPicked({ ...emptyCan(`own-${uuidv7()}`), ...stored<OwnProduct>(newCan) })}
          >
            {w.add}
          </Button>
        </div>
        <p className="soft">{w.lead}</p>
        {own.products.length > 0 && <ListTools listing={listing} label={w.find} />}
        {own.products.length === 0 && <p>{w.none}</p>}
        <ul className="plain many">
          {listing.shown.map((can) => (
            <li key={can.id}>
              <Button
                className="left own-can"
                type="text"
                block
                aria-pressed={picked?.id === can.id}
                onClick={() => setPicked(can)}
              >
                <span className="own-can-text">
                  <strong>{can.name}</strong>
                  <span className="soft">
                    {roleOf(can)}
                    {isFirst(can) && !can.retired && isWhole(can) ? `, ${w.isFirst}` : ''}
                    {can.retired ? `, ${w.retired}` : ''}
                  </span>
                  {!isWhole(can) && (
                    <span>
                      {missingOf(can)[0] === 'never-used'
                        ? w.recordOnly
                        : w.lacks(missingOf(can).map((m) => missingNames[m]))}
                    </span>
                  )}
                </span>
              </Button>
            </li>
          ))}
        </ul>
        <ProductFile own={own} shipped={shipped.data} />
      </section>
      {picked ? (
        <Editor
          key={picked.id}
          own={own}
          start={picked}
          catalogue={catalogue.data}
          shipped={shipped.data}
          onClose={() => setPicked(undefined)}
        />
      ) : (
        <p className="soft">{w.pick}</p>
      )}
    </div>
  )
}
