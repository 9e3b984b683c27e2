import { useEffect, useState } from 'react'

/** What the pointer or the focus is on, or was last, of all that carries an attribute. The list itself is not drawn again for it. */
export function useLookedAt(attribute: string): string | undefined {
  const [id, setId] = useState<string>()
  useEffect(() => {
    const look = ({ target }: Event) => {
      const row = target instanceof Element ? target.closest(`[${attribute}]`) : null
      if (row) setId(row.getAttribute(attribute)!)
    }
    document.addEventListener('pointerover', look)
    document.addEventListener('focusin', look)
    return () => {
      document.removeEventListener('pointerover', look)
      document.removeEventListener('focusin', look)
    }
  }, [attribute])
  return id
}
