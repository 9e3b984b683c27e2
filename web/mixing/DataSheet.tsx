import { Button } from 'antd'
import { useMay } from '#web/client/session.ts'
import { useSheets } from '#web/client/sheets.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { FileButton } from '#web/ui/FileButton.tsx'
import { words } from '#words/en/screens/mixing.ts'
import { useKeepSheet } from './api.ts'

/** The maker's data sheet of a product: one tap away, where it has been kept. */
export function DataSheet({ product }: { product: string }) {
  const sheets = useSheets()
  const keep = useKeepSheet(product)
  const may = useMay('containers.write')
  const has = sheets.data?.some((s) => s.product === product)
  return (
    <span className="row">
      {has && <Button href={`/api/mixing/products/${product}/sheet`}>{words.dataSheet}</Button>}
      {may && (
        <FileButton
          label={has ? words.newSheet : words.addSheet}
          accept="application/pdf"
          busy={keep.isPending}
          onFile={(file) => keep.mutate(file)}
        />
      )}
      {keep.isError && <ErrorNotice error={keep.error} />}
    </span>
  )
}
