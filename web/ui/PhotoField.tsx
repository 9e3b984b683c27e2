import type { RefObject } from 'react'

/** A picture from the phone's camera or from its files. */
export function PhotoField({ label, file }: { label: string; file: RefObject<HTMLInputElement | null> }) {
  return (
    <input ref={file} type="file" accept="image/jpeg,image/png,image/webp" capture="environment" aria-label={label} />
  )
}
