import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Checkbox, Form, InputNumber } from 'antd'
import { type DayWeather, scenarios, sunsetOn } from '#core/drying/weather.ts'
import { dayAfter, dayIn } from '#core/units/shop-time.ts'
import type { WeatherView } from '#server/weather/views.ts'
import { get, put } from '#web/client/http.ts'
import { useMay, useSignedIn } from '#web/client/session.ts'
import { ClockField } from '#web/ui/ClockField.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { useKeptForm } from '#web/ui/useKeptForm.ts'
import { words } from '#words/en/screens/weather.ts'

interface Fields {
  high: number
  low: number
  humidity: number
  wind: number
  clear: boolean
  sunset: number
}

/** Where nobody knows the shop's latitude. */
const middleLatitude = 50
const usual = (day: string): DayWeather => ({ ...scenarios.mild, clear: false, sunset: sunsetOn(day, middleLatitude) })

function DayForm({ title, known }: { title: string; known: WeatherView }) {
  const client = useQueryClient()
  const mayWrite = useMay('plan.write')
  const { kept, keep, forget } = useKeptForm<Fields>(`weather ${known.day}`)
  const start = known.weather ?? usual(known.day)
  const save = useMutation({
    mutationFn: (weather: DayWeather | null) =>
      put('/api/weather/:day', { params: { day: known.day }, body: { weather } }),
    onSuccess: () => {
      forget()
      return client.invalidateQueries()
    },
  })
  return (
    <Form<Fields>
      layout="vertical"
      className="card readable"
      requiredMark={false}
      disabled={!mayWrite}
      initialValues={{ ...start, humidity: Math.round(start.humidity * 100), ...kept }}
      onValuesChange={(_, all) => keep(all)}
      onFinish={(fields) => save.mutate({ ...fields, humidity: fields.humidity / 100 })}
      aria-label={title}
    >
      <h2>{title}</h2>
      <p className="soft">
        {known.weather === null ? words.unknown : known.source ? words.from(known.source) : words.typed(known.by)}
      </p>
      <div className="in-columns">
        <Form.Item name="high" label={words.high} rules={[{ required: true }]}>
          <InputNumber min={-40} max={55} step={1} />
        </Form.Item>
        <Form.Item
          name="low"
          label={words.low}
          dependencies={['high']}
          rules={[
            { required: true },
            ({ getFieldValue }) => ({
              validator: (_, low: number) =>
                low > getFieldValue('high') ? Promise.reject(new Error(words.warmNight)) : Promise.resolve(),
            }),
          ]}
        >
          <InputNumber min={-40} max={55} step={1} />
        </Form.Item>
        <Form.Item name="humidity" label={words.humidity} rules={[{ required: true }]}>
          <InputNumber min={2} max={100} step={5} />
        </Form.Item>
        <Form.Item name="wind" label={words.wind} rules={[{ required: true }]}>
          <InputNumber min={0} max={40} step={1} />
        </Form.Item>
        <Form.Item name="sunset" label={words.sunset} rules={[{ required: true }]}>
          <ClockField />
        </Form.Item>
      </div>
      <Form.Item name="clear" valuePropName="checked">
        <Checkbox>{words.clear}</Checkbox>
      </Form.Item>
      {save.isError && <ErrorNotice error={save.error} />}
      {mayWrite && (
        <div className="row">
          <Button type="primary" htmlType="submit" loading={save.isPending}>
            {words.save}
          </Button>
          {known.weather && !known.source && (
            <Button type="text" onClick={() => save.mutate(null)}>
              {words.back}
            </Button>
          )}
          {save.isSuccess && <span role="status">{words.saved}</span>}
        </div>
      )}
    </Form>
  )
}

/** What the weather is, today and tomorrow: typed by hand, or as a source has it. */
export default function WeatherScreen() {
  const { timeZone } = useSignedIn()
  const today = dayIn(timeZone, new Date().toISOString())
  const tomorrow = dayAfter(today)
  const of = (day: string) => ({
    queryKey: ['weather', day],
    queryFn: ({ signal }: { signal: AbortSignal }) => get('/api/weather', { query: { day }, signal }),
  })
  const days = [useQuery(of(today)), useQuery(of(tomorrow))]
  const failed = days.find((q) => q.isLoadingError)
  if (failed?.error) return <ErrorNotice error={failed.error} onRetry={() => void failed.refetch()} />
  return (
    <div className="stack">
      <h1 className="title-l">{words.title}</h1>
      <p className="soft">{words.lead}</p>
      {days.map((q, i) =>
        q.data ? (
          <DayForm key={JSON.stringify(q.data)} title={i === 0 ? words.today : words.tomorrow} known={q.data} />
        ) : (
          <Fetching key={i} lines={3} />
        ),
      )}
    </div>
  )
}
