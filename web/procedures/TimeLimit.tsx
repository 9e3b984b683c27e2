import { Button, Progress, Segmented, Slider } from 'antd'
import { useEffect, useState } from 'react'
import { limitOf } from '#core/procedures/limit/time-limit.ts'
import type { TimeLimit as Limit, ProcedureRequest } from '#core/procedures/schema.ts'
import { sayMinutes } from '#core/units/format.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/procedures.ts'
import { speak } from '#words/en/speak.ts'
import { useTimeMenu } from './useTimeMenu.ts'

interface Props {
  request: ProcedureRequest
  catalogue: WordedCatalogue
  crew: number
  onCrew: (crew: number) => void
  /** The limit in force, if the rungs were chosen for one. */
  limit: Limit | undefined
  onUse: (limit: Limit, rungs: Record<string, number>) => void
  onDrop: () => void
}

const shortest = 60
const longest = 600
/** Milliseconds the slider rests before its time is looked at closely. */
const rests = 400

/** A slider from one hour to all day: what fits, what is left out, what half an hour more would buy. */
export function TimeLimit({ request, catalogue, crew, onCrew, limit, onUse, onDrop }: Props) {
  const { weighing, start, stop, look } = useTimeMenu(request, catalogue)
  const [minutes, setMinutes] = useState(limit?.minutes ?? 180)
  const weighed = weighing.state === 'done'
  const closely = weighed && weighing.closely?.minutes === minutes ? weighing.closely : undefined
  const roughly = () =>
    weighed ? limitOf(weighing.menu, { minutes, crew: weighing.crew }, request, catalogue) : undefined
  const found = closely?.found ?? roughly()
  const looking = weighed && !closely
  useEffect(() => {
    if (!looking) return
    const resting = setTimeout(() => look(minutes), rests)
    return () => clearTimeout(resting)
  }, [looking, minutes, look])
  return (
    <section className="card time-limit" aria-labelledby="fit">
      <div className="row spread">
        <h2 id="fit">{words.fit}</h2>
        <span className="row">
          <span className="soft" id="crew">
            {words.crew}
          </span>
          <Segmented
            aria-labelledby="crew"
            options={[1, 2, 3]}
            value={crew}
            onChange={(n) => {
              stop()
              onCrew(n)
            }}
          />
        </span>
      </div>
      {weighing.state === 'idle' && (
        <div className="row">
          <Button onClick={() => start(crew)}>{words.weigh}</Button>
          {limit && (
            <>
              <span>{words.fitted(sayMinutes(limit.minutes))}</span>
              <Button onClick={onDrop}>{words.drop}</Button>
            </>
          )}
        </div>
      )}
      {weighing.state === 'busy' && (
        <div className="row">
          <Progress
            className="field-xl"
            percent={Math.round(weighing.share * 100)}
            aria-label={words.fitting}
            size="small"
          />
          <span className="soft">{words.fitting}</span>
          <Button onClick={stop}>{words.cancel}</Button>
        </div>
      )}
      {weighing.state === 'done' && found && (
        <>
          <div className="slide">
            <Slider
              min={shortest}
              max={longest}
              step={10}
              value={minutes}
              onChange={setMinutes}
              ariaLabelForHandle={words.limit}
              tooltip={{ open: false }}
            />
            <output className="big">{sayMinutes(minutes)}</output>
          </div>
          <p aria-live="polite">
            {found.limit.fits
              ? words.takes(sayMinutes(found.limit.clock), sayMinutes(found.entry.attended))
              : words.tooShort(sayMinutes(found.limit.clock))}
          </p>
          {found.limit.must !== undefined && <p>{words.must(sayMinutes(found.limit.must))}</p>}
          <div className="fit-lists">
            <div>
              <h3>{words.leftOut}</h3>
              {found.limit.leftOut.length === 0 && <p className="soft">{words.nothingOut}</p>}
              <ul>
                {found.limit.leftOut.map(speak.place).map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </div>
            <div>
              <h3>{words.more}</h3>
              {found.limit.more.gains.length === 0 && <p className="soft">{words.nothingMore}</p>}
              <ul>
                {found.limit.more.gains.map(speak.place).map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </div>
          </div>
          <Button
            type="primary"
            loading={looking}
            disabled={looking || !found.limit.fits}
            onClick={() => onUse({ minutes, crew: weighing.crew }, found.entry.rungs)}
          >
            {looking ? words.looking : words.use}
          </Button>
        </>
      )}
    </section>
  )
}
