import { DownOutlined } from '@ant-design/icons'
import { lazy, Suspense, useRef, useState } from 'react'
import { useSignedIn, useSignOut } from '#web/client/session.ts'
import { useAtWork } from '#web/client/useAtWork.ts'
import { words } from '#words/en/screens/shell.ts'

const Controls = lazy(() => import('./Controls.tsx'))
const TakeOver = lazy(() => import('./TakeOver.tsx'))

/** Who is here on this device, and in words the two ways to change that. */
export function WhoIsHere() {
  const session = useSignedIn()
  const signOut = useSignOut()
  const menu = useRef<HTMLDetailsElement>(null)
  const [taking, setTaking] = useState(false)
  const atWork = useAtWork()
  const close = () => {
    if (menu.current) menu.current.open = false
  }
  return (
    <>
      <details
        ref={menu}
        className="who-menu"
        onKeyDown={(e) => {
          if (e.key !== 'Escape') return
          close()
          menu.current?.querySelector('summary')?.focus()
        }}
        onBlur={(e) => {
          if (!e.currentTarget.contains(e.relatedTarget)) close()
        }}
      >
        <summary>
          {session.name} <DownOutlined aria-hidden="true" />
        </summary>
        <div className="who-ways">
          {atWork && <p className="soft">{words.runsOn}</p>}
          <button
            type="button"
            className="plain-button"
            onClick={() => {
              close()
              setTaking(true)
            }}
          >
            {words.handOver}
          </button>
          <button type="button" className="plain-button" disabled={signOut.isPending} onClick={() => signOut.mutate()}>
            {signOut.isPending ? words.savingFirst : words.signOut}
          </button>
        </div>
      </details>
      {taking && (
        <Suspense>
          <Controls>
            <TakeOver onClose={() => setTaking(false)} />
          </Controls>
        </Suspense>
      )}
    </>
  )
}
