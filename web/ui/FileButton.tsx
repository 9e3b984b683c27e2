import { Button } from 'antd'
import { type ReactNode, useRef } from 'react'

interface Props {
  label: string
  /** What the file chooser offers, as in HTML's accept. */
  accept: string
  busy?: boolean
  large?: boolean
  icon?: ReactNode
  /** A phone opens its camera. */
  camera?: boolean
  onFile: (file: File) => void
}

/** A button that lets one file be chosen. The same file may be chosen again: after mending it, that is what people do. */
export function FileButton({ label, accept, busy = false, large = false, icon, camera = false, onFile }: Props) {
  const chooser = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button size={large ? 'large' : 'middle'} icon={icon} loading={busy} onClick={() => chooser.current?.click()}>
        {label}
      </Button>
      <input
        className="hidden"
        ref={chooser}
        type="file"
        accept={accept}
        {...(camera ? { capture: 'environment' as const } : {})}
        aria-label={label}
        onChange={(e) => {
          const file = e.target.files?.[0]
          e.target.value = ''
          if (file) onFile(file)
        }}
      />
    </>
  )
}
