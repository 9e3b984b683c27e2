import { Modal } from 'antd'
import { useDoor, useSignedIn, useWayIn } from '#web/client/session.ts'
import { Fetching } from '#web/ui/Fetching.tsx'
import { Told } from '#web/ui/Told.tsx'
import { words } from '#words/en/screens/shell.ts'
import { PickPerson } from './PickPerson.tsx'

/** Someone else signs in on this device: whoever was here is here until that has worked, and what they did is sent first. */
export default function TakeOver({ onClose }: { onClose: () => void }) {
  const { person } = useSignedIn()
  const door = useDoor()
  const signIn = useWayIn('/api/session')
  return (
    <Modal title={words.handOver} open onCancel={onClose} footer={null} destroyOnHidden>
      {door.isPending && <Fetching />}
      {door.isError && !door.data && <Told error={door.error} onRetry={() => void door.refetch()} />}
      {door.data?.state === 'enrolled' && (
        <PickPerson people={door.data.people.filter((p) => p.id !== person)} signIn={signIn} />
      )}
    </Modal>
  )
}
