import { Modal } from 'antd'
import { useEffect, useState } from 'react'
import { shortcutsOn } from './shortcuts.ts'
import { words } from './words.ts'

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

export function ShortcutsDialog({ open, onClose, path }: { open: boolean; onClose: () => void; path: string }) {
  return (
    <Modal title={words.shortcuts} open={open} onCancel={onClose} footer={null}>
      <table style={{ width: '100%', borderSpacing: '0 6px' }}>
        <tbody>
          {shortcutsOn(path).map(({ keys, does }) => (
            <tr key={keys}>
              <th scope="row" style={{ textAlign: 'left', whiteSpace: 'nowrap', paddingRight: 16 }}>
                {keys}
              </th>
              <td>{does}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Modal>
  )
}
