import { Button, Form, Input, InputNumber, Radio, Select } from 'antd'
import { Link, useNavigate } from 'react-router'
import type { Body } from '#core/cabin/schema.ts'
import { clockIn } from '#web/app/clock.ts'
import { useCatalogue, useMay, useSignedIn } from '#web/app/session.ts'
import { Fetching } from '#web/ui/Fetching.tsx'
import { Told } from '#web/ui/Told.tsx'
import { useDrafts, useOpenJob } from './api.ts'
import './check-in.css'
import { words } from './words.ts'

interface Fields {
  body: string
  plate: string
  make: string
  model: string
  customer: string
  driverSide: 'left' | 'right'
  lastRow: 2 | 3
  rearDoors: 'hinged' | 'sliding' | 'none'
  load: 'hatch' | 'boot'
  seat: string
  mat: string
  hours: number
}

/** Materials offered for seats and mats in this first set; the catalogue knows more. */
const seatMaterials = ['flat-cloth', 'plush', 'coated-leather']
const matMaterials = ['carpet-mat', 'rubber-mat']

/** What a body's preset says about the parameters the form offers. */
const shapeOf = (body: Body) => ({
  body: body.id,
  lastRow: body.rows.at(-1)!.seats === 2 ? (2 as const) : (3 as const),
  rearDoors: body.doors.find((d) => d.row === 2)?.kind ?? ('none' as const),
  load: body.load === 'boot' ? ('boot' as const) : ('hatch' as const),
})

export default function CheckInsScreen() {
  const [form] = Form.useForm<Fields>()
  const zone = useSignedIn().timeZone
  const catalogue = useCatalogue()
  const drafts = useDrafts()
  const open = useOpenJob()
  const go = useNavigate()
  const mayWrite = useMay('check-in.write')
  if (catalogue.isPending || drafts.isPending) return <Fetching />
  if (catalogue.isLoadingError) return <Told error={catalogue.error} onRetry={() => void catalogue.refetch()} />
  if (drafts.isLoadingError) return <Told error={drafts.error} onRetry={() => void drafts.refetch()} />
  const { bodies, materials } = catalogue.data
  const materialOptions = (ids: string[]) =>
    ids.map((id) => ({ value: id, label: materials.find((m) => m.id === id)!.name }))

  const submit = async (f: Fields) => {
    const model = bodies.find((b) => b.id === f.body)!
    const body = {
      ...model,
      driverSide: f.driverSide,
      rows: model.rows.map((row, i) => (i === model.rows.length - 1 ? { ...row, seats: f.lastRow } : row)),
      doors: [model.doors[0]!, ...(f.rearDoors === 'none' ? [] : [{ row: 2, kind: f.rearDoors }])],
      load: f.load,
      materials: { ...model.materials, seat: f.seat, mat: f.mat },
    }
    const now = new Date()
    const due = new Date(now.getTime() + f.hours * 3_600_000)
    const checkIn = {
      vehicle: { plate: f.plate.trim(), make: f.make?.trim() ?? '', model: f.model?.trim() ?? '', body },
      customer: f.customer?.trim() ?? '',
      condition: {},
      permissions: { 'seats-out': null, 'engine-heat': null },
      belongings: [],
    }
    const job = await open
      .mutateAsync({ checkIn, arrives: now.toISOString(), due: due.toISOString() })
      .catch(() => undefined)
    if (job) void go(`/jobs/${job.id}/check-in`)
  }
  return (
    <div className="take-in">
      <section className="card">
        <h2>{words.expected}</h2>
        {drafts.data.length === 0 && <p className="soft">{words.none}</p>}
        <ul className="plain">
          {drafts.data.map((job) => (
            <li key={job.id} className="row" style={{ padding: '10px 0', borderTop: '1px solid var(--line-soft)' }}>
              <span aria-hidden="true" style={{ width: 10, height: 34, borderRadius: 5, background: job.colour }} />
              <strong style={{ fontFamily: 'var(--title)', fontSize: '1.2rem' }}>{job.callSign}</strong>
              <span className="soft">
                {job.vehicle} · {job.plate} · {clockIn(zone, job.arrives)}
              </span>
              <Link
                to={`/jobs/${job.id}/check-in`}
                style={{ marginLeft: 'auto', fontWeight: 650 }}
                aria-label={`${words.open}: ${job.callSign}`}
              >
                {words.open}
              </Link>
            </li>
          ))}
        </ul>
      </section>
      {mayWrite && (
        <section className="card">
          <h2 style={{ marginBottom: 12 }}>{words.new}</h2>
          <Form<Fields>
            layout="vertical"
            requiredMark={false}
            onFinish={(f) => void submit(f)}
            initialValues={{
              driverSide: 'left',
              seat: 'flat-cloth',
              mat: 'carpet-mat',
              hours: 4,
              ...shapeOf(bodies[0]!),
            }}
            onValuesChange={(changed: Partial<Fields>) => {
              const model = bodies.find((b) => b.id === changed.body)
              if (model) form.setFieldsValue(shapeOf(model))
            }}
            form={form}
          >
            <Form.Item name="body" label="Body">
              <Radio.Group
                optionType="button"
                buttonStyle="solid"
                options={bodies.map((b) => ({ value: b.id, label: b.name.split(',')[0]! }))}
              />
            </Form.Item>
            <div
              style={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(240px, 1fr))', columnGap: 16 }}
            >
              <Form.Item
                name="plate"
                label="Plate"
                rules={[{ required: true, whitespace: true, max: 16, message: 'The plate, up to 16 characters.' }]}
              >
                <Input />
              </Form.Item>
              <Form.Item name="customer" label="Customer" rules={[{ max: 80 }]}>
                <Input />
              </Form.Item>
              <Form.Item name="make" label="Make" rules={[{ max: 40 }]}>
                <Input />
              </Form.Item>
              <Form.Item name="model" label="Model" rules={[{ max: 40 }]}>
                <Input />
              </Form.Item>
              <Form.Item name="seat" label="Seats">
                <Select options={materialOptions(seatMaterials)} />
              </Form.Item>
              <Form.Item name="mat" label="Mats">
                <Select options={materialOptions(matMaterials)} />
              </Form.Item>
              <Form.Item name="rearDoors" label="Rear doors">
                <Radio.Group optionType="button" buttonStyle="solid" options={['hinged', 'sliding', 'none']} />
              </Form.Item>
              <Form.Item name="lastRow" label="Places in the last row">
                <Radio.Group optionType="button" buttonStyle="solid" options={[2, 3]} />
              </Form.Item>
              <Form.Item name="load" label="Load area">
                <Radio.Group optionType="button" buttonStyle="solid" options={['hatch', 'boot']} />
              </Form.Item>
              <Form.Item name="driverSide" label="Wheel on the">
                <Radio.Group optionType="button" buttonStyle="solid" options={['left', 'right']} />
              </Form.Item>
              <Form.Item
                name="hours"
                label="Wanted in (hours)"
                rules={[{ required: true, message: 'Hours from now.' }]}
              >
                <InputNumber min={0.5} max={72} step={0.5} />
              </Form.Item>
            </div>
            {open.isError && <Told error={open.error} />}
            <Button type="primary" htmlType="submit" size="large" loading={open.isPending}>
              {words.new}
            </Button>
          </Form>
        </section>
      )}
    </div>
  )
}
