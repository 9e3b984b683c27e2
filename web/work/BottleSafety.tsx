import { Button, Modal } from 'antd'
import { useState } from 'react'
import { linkTo } from '#web/client/http.ts'
import { useCatalogue } from '#web/client/session.ts'
import { useSheets } from '#web/client/sheets.ts'
import { Hazards } from '#web/ui/Hazards.tsx'
import { firstAid, incidents } from '#words/en/job.ts'
import { words } from '#words/en/screens/work.ts'

/** What can happen with a bottle in hand. */
const withABottle = ['splash', 'breathed'] as const

/** One tap from the bottle: what its label warns of, what to do first, and the maker's sheet. All but the sheet is there without a signal. */
export function BottleSafety({ product: id, name }: { product: string; name: string }) {
  const [open, setOpen] = useState(false)
  const catalogue = useCatalogue()
  const sheets = useSheets(open)
  const product = catalogue.data?.products.find((p) => p.id === id)
  if (!product) return null
  return (
    <>
      <Button className="safety" aria-label={words.safetyOf(name)} onClick={() => setOpen(true)}>
        {words.safety}
      </Button>
      <Modal title={words.safetyOf(name)} open={open} onCancel={() => setOpen(false)} footer={null}>
        <div className="stack">
          {withABottle.map((kind) => (
            <div key={kind}>
              <strong>{incidents[kind]}</strong>
              <p>{firstAid[kind]}</p>
            </div>
          ))}
          <Hazards product={product} />
          {sheets.data?.some((s) => s.product === id) ? (
            <Button href={linkTo('/api/mixing/products/:id/sheet', { params: { id } })} target="_blank" size="large">
              {words.makersSheet}
            </Button>
          ) : (
            <p className="soft">{sheets.isError ? words.sheetAway : words.noSheet}</p>
          )}
        </div>
      </Modal>
    </>
  )
}
