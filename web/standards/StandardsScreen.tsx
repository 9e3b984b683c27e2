import { Segmented } from 'antd'
import { useSearchParams } from 'react-router'
import { useCatalogue } from '#web/client/session.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { HouseRules } from './HouseRules.tsx'
import { NamedStandards } from './NamedStandards.tsx'
import { OwnPace } from './OwnPace.tsx'
import './standards.css'
import { words } from '#words/en/screens/standards.ts'

const parts = { rules: HouseRules, named: NamedStandards, pace: OwnPace }
type Part = keyof typeof parts

/** How this house works: its rules, its named standards, its own pace. */
export default function StandardsScreen() {
  const catalogue = useCatalogue()
  const [search, setSearch] = useSearchParams()
  const part = (search.get('part') ?? 'rules') as Part
  const Shown = parts[part] ?? HouseRules
  if (catalogue.isPending) return <Fetching lines={5} />
  if (catalogue.isLoadingError) return <ErrorNotice error={catalogue.error} onRetry={() => void catalogue.refetch()} />
  return (
    <div className="stack">
      <Segmented
        aria-label={words.parts}
        value={part}
        onChange={(value) => setSearch({ part: value })}
        options={(Object.keys(parts) as Part[]).map((value) => ({ value, label: words.part[value] }))}
      />
      <Shown catalogue={catalogue.data} />
    </div>
  )
}
