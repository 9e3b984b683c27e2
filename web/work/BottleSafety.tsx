import { Button, Modal } from 'antd'
import { useState } from 'react'
import { keepBlob } from '#web/client/keep-file.ts'
import { useCatalogue } from '#web/client/session.ts'
import { useSheet } from '#web/client/sheets.ts'
import { Hazards } from '#web/ui/Hazards.tsx'
import { firstAid, incidents } from '#words/en/job.ts'
import { words } from '#words/en/screens/work.ts'

/** What can happen with a bottle in hand. */
const withABottle = ['splash', 'breathed'] as const

/** One tap from the bottle: what its label warns of, what to do first, and the maker's sheet; there without a signal too. */
export function BottleSafety({ product: id, name }: { product: string; name: string }) {
  const [open, setOpen] = useState(false)
  const catalogue = useCatalogue()
  const { isThere, isKnown, file, isAway } = useSheet(id, open)
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
          {isThere && !isAway ? (
            <Button
              size="large"
              loading={file === undefined}
              onClick={() => file && keepBlob(`${words.sheetFile(name)}.pdf`, file)}
            >
              {words.makersSheet}
            </Button>
          ) : (
            <p className="soft">{isKnown && !isThere ? words.noSheet : words.sheetAway}</p>
          )}
        </div>
      </Modal>
    </>
  )
}
