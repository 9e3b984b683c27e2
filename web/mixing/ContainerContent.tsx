import { Button } from 'antd'
import { sayRatio } from '#core/units/format.ts'
import type { ContainerView } from '#server/mixing/views.ts'
import { useSignedIn } from '#web/client/session.ts'
import { saidAt } from '#web/shell/clock.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/mixing.ts'
import type { speak } from '#words/en/speak.ts'
import { useRinse } from './api.ts'

interface Props {
  container: ContainerView
  /** What forbids filling it with this, as it stands. */
  finding: ReturnType<typeof speak.vessel> | undefined
  products: WordedCatalogue['products']
  mayLog: boolean
}

/** What a container holds, what that forbids, and the rinse that ends it. */
export function ContainerContent({ container, finding, products, mayLog }: Props) {
  const rinse = useRinse()
  const zone = useSignedIn().timeZone
  const { content } = container
  const held = products.find((p) => p.id === content?.product)
  return (
    <>
      <p className={content?.pastLife ? 'caution holds' : 'soft holds'}>
        {content
          ? words.holds(
              `${held?.name ?? content.product} ${sayRatio(content.ratio)}`,
              `${saidAt(zone, content.made)}, ${content.by}`,
            )
          : words.empty}{' '}
        {content?.pastLife && words.past}
      </p>
      {finding && (
        <div className="caution" role="alert" data-stop={finding.kind}>
          <strong>{words.stop}.</strong> {finding.reason} {finding.remedy}
        </div>
      )}
      {content && mayLog && (finding?.kind === 'rinse' || content.pastLife || finding?.kind === 'stop') && (
        <Button className="below" loading={rinse.isPending} onClick={() => rinse.mutate(container.id)}>
          {words.rinsed}
        </Button>
      )}
    </>
  )
}
