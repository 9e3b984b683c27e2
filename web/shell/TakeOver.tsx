import { Modal } from 'antd'
import { useSignedIn, useWayIn, useWaysIn } from '#web/client/session.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { words } from '#words/en/screens/shell.ts'
import { PickPerson } from './PickPerson.tsx'

/** Someone else signs in on this device: whoever was here is here until that has worked, and what they did is sent first. */
export default function TakeOver({ onClose }: { onClose: () => void }) {
  const { person } = useSignedIn()
  const sign = useWaysIn()
  const signIn = useWayIn('/api/session')
  return (
    <Modal title={words.handOver} open onCancel={onClose} footer={null} destroyOnHidden>
      {sign.isPending && <Fetching />}
      {sign.isError && !sign.data && <ErrorNotice error={sign.error} onRetry={() => void sign.refetch()} />}
      {sign.data?.state === 'enrolled' && (
        <PickPerson people={sign.data.people.filter((p) => p.id !== person)} signIn={signIn} />
      )}
    </Modal>
  )
}
