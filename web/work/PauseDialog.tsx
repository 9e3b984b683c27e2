import { Button, Modal } from 'antd'
import { words } from '#words/en/screens/work.ts'

interface Props {
  open: boolean
  onClose: () => void
  onPause: (reason: string | undefined) => void
}

/** Why somebody lays a step down: one tap each, or none of them. */
export function PauseDialog({ open, onClose, onPause }: Props) {
  return (
    <Modal title={words.pauseWhy} open={open} onCancel={onClose} footer={null}>
      <div className="choices">
        {words.pauseReasons.map((reason) => (
          <Button key={reason} size="large" className="glove" onClick={() => onPause(reason)}>
            {reason}
          </Button>
        ))}
        <Button size="large" className="glove" type="primary" onClick={() => onPause(undefined)}>
          {words.justPause}
        </Button>
      </div>
    </Modal>
  )
}
