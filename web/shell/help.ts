import { useEffect, useState } from 'react'

/** Opens on "?" unless somebody is writing. */
export function useHelp(): [boolean, (open: boolean) => void] {
  const [open, setOpen] = useState(false)
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const at = event.target as HTMLElement
      if (event.key !== '?' || at.closest('input, textarea, [contenteditable]')) return
      event.preventDefault()
      setOpen(true)
    }
    addEventListener('keydown', listen)
    return () => removeEventListener('keydown', listen)
  }, [])
  return [open, setOpen]
}
