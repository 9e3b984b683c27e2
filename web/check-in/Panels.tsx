import { ConfigProvider } from 'antd'
import type { ReactNode } from 'react'
import type { Surface } from '#core/cabin/schema.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { missingAnswers } from '#core/check-in/missing.ts'
import type { JobView } from '#server/check-in/views.ts'
import { useMay, useSignedIn } from '#web/client/session.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import { AgreedPanel } from './AgreedPanel.tsx'
import { BesideInside } from './BesideInside.tsx'
import { CameFor } from './CameFor.tsx'
import { CarPanel } from './CarPanel.tsx'
import { CostsPanel } from './CostsPanel.tsx'
import { ExpectPanel } from './ExpectPanel.tsx'
import { FoundPanel } from './FoundPanel.tsx'
import { NeedsPicker } from './NeedsPicker.tsx'
import { PhotosPanel } from './PhotosPanel.tsx'
import { SaidLater } from './SaidLater.tsx'
import { type Tab, Tabs } from './Tabs.tsx'
import { TriedPanel } from './TriedPanel.tsx'
import type { useMemory } from './vehicles.ts'

interface Props {
  job: JobView
  checkIn: CheckIn
  surfaces: readonly Surface[]
  catalogue: WordedCatalogue
  memory: ReturnType<typeof useMemory>['data']
  /** Something may be put down. */
  may: boolean
  /** What was found ended the walk-round: nothing is tried in that car. */
  ended: boolean
  focused: string | undefined
  /** The opened place. */
  place: ReactNode
  tab: Tab
  onTab: (tab: Tab) => void
  onChange: (update: (now: CheckIn) => CheckIn, step?: boolean) => void
}

/** What is taken down beside the sheet, a panel a kind. */
export function Panels({
  job,
  checkIn,
  surfaces,
  catalogue,
  memory,
  may,
  ended,
  focused,
  tab,
  place,
  onTab,
  onChange,
}: Props) {
  const { name: who } = useSignedIn()
  const leads = useMay('customers.erase')
  const panel = { checkIn, onChange }
  const panels: Record<Exclude<Tab, 'photos' | 'place'>, () => ReactNode> = {
    car: () => <CarPanel {...panel} catalogue={catalogue} memory={memory} />,
    asked: () => (
      <>
        <CameFor {...panel} surfaces={surfaces} />
        <BesideInside {...panel} catalogue={catalogue} />
        <NeedsPicker {...panel} />
        <AgreedPanel {...panel} who={who} catalogue={catalogue} />
      </>
    ),
    tried: () =>
      ended ? <p>{words.noTrying}</p> : <TriedPanel {...panel} surfaces={surfaces} functions={catalogue.functions} />,
    found: () => <FoundPanel {...panel} odours={catalogue.odours} who={who} leads={leads} surfaces={surfaces} />,
    told: () => (
      <>
        <CostsPanel {...panel} surfaces={surfaces} job={job} />
        <ExpectPanel {...panel} surfaces={surfaces} catalogue={catalogue} job={job.id} open={may} />
      </>
    ),
  }
  return (
    <Tabs tab={tab} missing={may ? missingAnswers(checkIn, catalogue, ended) : {}} onPick={onTab}>
      {tab === 'place' ? (
        place
      ) : tab === 'photos' ? (
        <PhotosPanel
          job={job.id}
          draft={job.state === 'draft'}
          refused={checkIn.permissions.photos === false}
          focused={focused}
          surfaces={surfaces}
        />
      ) : (
        <>
          <ConfigProvider componentDisabled={!may}>
            <fieldset className="stack bare" disabled={!may}>
              {panels[tab]()}
            </fieldset>
          </ConfigProvider>
          {tab === 'asked' && job.procedureVersion !== null && (
            <SaidLater job={job.id} customer={checkIn.customer} catalogue={catalogue} />
          )}
        </>
      )}
    </Tabs>
  )
}
