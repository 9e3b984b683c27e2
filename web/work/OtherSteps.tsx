import { Button, Modal } from 'antd'
import type { Step } from '#core/procedures/schema.ts'
import { sayMinutes } from '#core/units/format.ts'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  steps: readonly Step[]
  open: boolean
  onClose: () => void
  onTake: (step: string) => void
}

/** The steps that this person could start now instead of the one on the card. */
export function OtherSteps({ steps, open, onClose, onTake }: Props) {
  return (
    <Modal title={words.otherTitle} open={open} onCancel={onClose} footer={null}>
      {steps.length === 0 && <p className="soft">{words.noOther}</p>}
      <div className="choices">
        {steps.map((step) => (
          <Button key={step.id} size="large" className="glove" onClick={() => onTake(step.id)}>
            {speak.title(step.title)} · {sayMinutes(step.minutes)}
          </Button>
        ))}
      </div>
    </Modal>
  )
}
