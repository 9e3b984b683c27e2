import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button } from 'antd'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import type { AirSetting } from '#core/catalogue/air.ts'
import { airAtHand, airMissing, airsInTurn } from '#core/drying/at-hand.ts'
import { humidityRatio } from '#core/drying/moist-air.ts'
import { nightIn } from '#core/drying/night.ts'
import type { DryAnswer, DryRequest, Outside } from '#core/drying/schema.ts'
import { type DayWeather, mild, weatherAt } from '#core/drying/weather.ts'
import { meansOf } from '#core/procedures/make/drying.ts'
import { sayClock, sayMinutes } from '#core/units/format.ts'
import { dayIn, minuteOf } from '#core/units/shop-time.ts'
import type { ProcedureView } from '#server/procedures/views.ts'
import { get, put } from '#web/client/http.ts'
import { useCatalogue, useMay, useSignedIn } from '#web/client/session.ts'
import { useShop } from '#web/client/shop.ts'
import { useRouteId } from '#web/shell/useRouteId.ts'
import { ClockField } from '#web/ui/ClockField.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/drying.ts'
import { speak } from '#words/en/speak.ts'
import { AirChoice } from './AirChoice.tsx'
import { Curve } from './Curve.tsx'
import { useDrying } from './useDrying.ts'
import './drying.css'

const day = 1440
const hour = 60

type Patches = NonNullable<ProcedureView['procedure']['drying']>['patches']

/** The day's weather hour by hour from a minute on; where there is none, the air that stays as it is. */
function weatherFrom(start: number, weather: DayWeather | null, still: Outside): DryRequest['weather'] {
  if (!weather) return [{ from: 0, ...still }]
  return Array.from({ length: 25 }, (_, i) => ({ from: i * hour, ...weatherAt(weather, start + i * hour) }))
}

/** The night after: with the cabin's air at dusk, the panes of the coldest hour. */
function NightLine({ answer, start, weather }: { answer: DryAnswer; start: number; weather: DayWeather }) {
  const dusk = answer.moments.findLast((m) => start + m.at <= Math.max(weather.sunset, start))
  if (!dusk) return null
  const { dewPoint, glass, fog, frost } = nightIn(humidityRatio(dusk.temperature, dusk.humidity), weather)
  return (
    <p className={fog ? 'caution' : 'soft'}>{words.night(dewPoint, glass, frost ? 'frost' : fog ? 'fog' : 'clear')}</p>
  )
}

interface Props {
  job: string
  view: ProcedureView
  patches: Patches
  weather: DayWeather | null
  /** Air of the hall, where cars dry in one. */
  hall: Outside | undefined
  catalogue: WordedCatalogue
}

function CarDrying({ job, view, patches, weather, hall, catalogue }: Props) {
  const still = hall ?? mild
  const { timeZone } = useSignedIn()
  const client = useQueryClient()
  const mayPlan = useMay('procedure.issue')
  const { request, procedure, settings, settingsVersion, version } = view
  const planned = catalogue.airs.find((a) => a.id === procedure.drying!.air)!
  const [air, setAir] = useState<AirSetting>(planned)
  const [start, setStart] = useState(() => {
    const now = new Date().toISOString()
    return Math.round(minuteOf(timeZone, dayIn(timeZone, now), now) / 5) * 5
  })
  const means = useMemo(() => meansOf(request), [request])
  const question = useMemo(() => {
    const ids = patches.map((_, i) => `p${i}`)
    const asked: DryRequest = {
      patches: patches.map(({ material, area, left, under, outside }, i) => ({
        id: ids[i]!,
        material,
        area,
        left,
        ...(under === undefined ? {} : { under }),
        ...(outside ? { outside } : {}),
      })),
      cabin: { volume: procedure.drying!.volume },
      weather: weatherFrom(start, weather, still),
      air: airsInTurn(air, airAtHand(catalogue.airs, means)).map(({ from, air: { id } }) => ({ from, air: id })),
      until: day,
      every: 10,
    }
    return {
      request: asked,
      materials: catalogue.materials,
      airs: [...catalogue.airs.filter((a) => a.id !== air.id), air],
    }
  }, [patches, procedure, start, weather, still, air, means, catalogue])
  const answer = useDrying(question)
  const named = useMemo(() => {
    const rows = request.checkIn.vehicle.body.rows.length
    return (id: string) => {
      const patch = patches[Number(id.slice(1))]!
      const alike = patches.filter((p) => p.group === patch.group)
      const material = speak.names.of('materials', patch.material).name.toLowerCase()
      return `${speak.group(patch.group, rows)}${alike.length > 1 ? `, ${material}` : ''}`
    }
  }, [patches, request])
  const take = useMutation({
    mutationFn: () =>
      put('/api/jobs/:id/procedure/settings', {
        params: { id: job },
        body: { version: settingsVersion, settings: { ...settings, air: air.id } },
      }),
    onSuccess: (next) => client.setQueryData(['jobs', job, 'procedure'], next),
  })
  const missing = (asked: AirSetting) => airMissing(asked, means)
  const outside = weather ? weatherAt(weather, start) : still
  const last = answer && Math.max(...answer.patches.map((p) => p.dry ?? Number.POSITIVE_INFINITY))
  const summary =
    last === undefined || !Number.isFinite(last)
      ? words.notToday
      : words.ready(sayClock(start + last), sayMinutes(Math.round(last)))
  return (
    <div className="stack">
      <section className="card stack close" aria-labelledby="drying">
        <div className="row spread">
          <h2 id="drying">{words.title}</h2>
          <span className="beside">
            {words.begins}
            <ClockField label={words.begins} every={5} value={start} onChange={setStart} />
          </span>
        </div>
        <p className="big-line" role="status">
          {answer ? summary : ''}
        </p>
        <AirChoice airs={catalogue.airs} value={air} missing={missing} onChange={setAir} />
        <p className="soft">
          {hall
            ? words.hall(hall.temperature, hall.humidity)
            : words.weather(outside.temperature, outside.humidity, weather !== null)}
        </p>
        {!hall && (
          <Link to="/weather" className="in-text">
            {words.sayWeather}
          </Link>
        )}
        {answer && weather && <NightLine answer={answer} start={start} weather={weather} />}
        {mayPlan && version === null && (
          <div className="row">
            {air.id === planned.id ? (
              <span className="soft">{words.taken}</span>
            ) : (
              !missing(air) &&
              air.id !== 'own' && (
                <Button type="primary" loading={take.isPending} onClick={() => take.mutate()}>
                  {words.take}
                </Button>
              )
            )}
          </div>
        )}
        {take.isError && <ErrorNotice error={take.error} />}
      </section>
      {answer && (
        <section className="card" aria-label={words.curve}>
          <Curve answer={answer} start={start} nameOf={named} summary={summary} />
          <table className="dry-table">
            <thead>
              <tr>
                <th scope="col">{words.place}</th>
                <th scope="col">{words.material}</th>
                <th scope="col">{words.water}</th>
                <th scope="col">{words.dry}</th>
              </tr>
            </thead>
            <tbody>
              {answer.patches.map(({ id, dry }, i) => {
                const { material, left, area, outside: hangs } = patches[i]!
                return (
                  <tr key={id}>
                    <td>{named(id)}</td>
                    <td>{speak.names.of('materials', material).name}</td>
                    <td>
                      {words.grams(left, area)}
                      {hangs && `, ${words.onRack}`}
                    </td>
                    <td>{dry === null ? words.never : words.at(sayClock(start + dry), dry)}</td>
                  </tr>
                )
              })}
            </tbody>
          </table>
        </section>
      )}
    </div>
  )
}

/** One car's drying: what is wet, in what air and weather, and when each of it is dry. */
export default function DryingScreen() {
  const id = useRouteId()
  const catalogue = useCatalogue()
  const shop = useShop()
  const view = useQuery({
    queryKey: ['jobs', id, 'procedure'],
    queryFn: ({ signal }) => get('/api/jobs/:id/procedure', { params: { id }, signal }),
  })
  const weather = useQuery({ queryKey: ['weather'], queryFn: ({ signal }) => get('/api/weather', { signal }) })
  const failed = [catalogue, view, weather].find((q) => q.isLoadingError)
  if (failed?.error) return <ErrorNotice error={failed.error} onRetry={() => void failed.refetch()} />
  if (!catalogue.data || !view.data || !weather.data || shop.isPending) return <Fetching lines={5} />
  const { drying, steps } = view.data.procedure
  const hall = shop.data?.about?.indoors
  if (!drying)
    return <p className="card">{steps.some((s) => s.treatment === 'dry') ? words.before : words.nothingWet}</p>
  return (
    <CarDrying
      job={id}
      view={view.data}
      patches={drying.patches}
      weather={hall ? null : weather.data.weather}
      hall={hall}
      catalogue={catalogue.data}
    />
  )
}
