import { Modal } from 'antd'
import { words } from '#words/en/screens/shell.ts'
import { shortcutsOn } from './shortcuts.ts'

/** The keys of the screen one is on. */
export default function ShortcutsDialog({ open, onClose, path }: { open: boolean; onClose: () => void; path: string }) {
  return (
    <Modal title={words.shortcuts} open={open} onCancel={onClose} footer={null}>
      <table className="keys-table">
        <tbody>
          {shortcutsOn(path).map(({ keys, does }) => (
            <tr key={keys}>
              <th scope="row">{keys}</th>
              <td>{does}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Modal>
  )
}
