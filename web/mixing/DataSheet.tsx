import { Button } from 'antd'
import { useRef } from 'react'
import { useMay } from '#web/app/session.ts'
import { Told } from '#web/ui/Told.tsx'
import { useKeepSheet, useSheets } from './api.ts'
import { words } from './words.ts'

/** The maker's data sheet of a product: one tap away, where it has been kept. */
export function DataSheet({ product }: { product: string }) {
  const sheets = useSheets()
  const keep = useKeepSheet(product)
  const may = useMay('containers.write')
  const chooser = useRef<HTMLInputElement>(null)
  const has = sheets.data?.some((s) => s.product === product)
  return (
    <span className="row">
      {has && <Button href={`/api/mixing/products/${product}/sheet`}>{words.dataSheet}</Button>}
      {may && (
        <>
          <Button loading={keep.isPending} onClick={() => chooser.current?.click()}>
            {has ? words.newSheet : words.addSheet}
          </Button>
          <input
            ref={chooser}
            type="file"
            accept="application/pdf"
            aria-label={words.addSheet}
            style={{ display: 'none' }}
            onChange={(e) => {
              const file = e.target.files?.[0]
              if (file) keep.mutate(file)
              e.target.value = ''
            }}
          />
        </>
      )}
      {keep.isError && <Told error={keep.error} />}
    </span>
  )
}
