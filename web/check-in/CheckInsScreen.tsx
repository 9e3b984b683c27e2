import { Button, Form, Input, InputNumber, Radio, Select } from 'antd'
import { useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { byId } from '#core/catalogue/by-id.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { useCatalogue, useMay, useSignedIn } from '#web/client/session.ts'
import { clockIn } from '#web/shell/clock.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { useDrafts, useOpenJob } from './api.ts'
import './check-in.css'
import { words } from '#words/en/screens/check-in.ts'
import { FleetList } from './FleetList.tsx'
import { useOwnBodies } from './vehicles.ts'

interface Fields {
  body: string
  plate: string
  make: string
  model: string
  customer: string
  driverSide: 'left' | 'right'
  seat: string
  mat: string
  hours: number
}

export default function CheckInsScreen() {
  const [form] = Form.useForm<Fields>()
  const zone = useSignedIn().timeZone
  const catalogue = useCatalogue()
  const drafts = useDrafts()
  const open = useOpenJob()
  const go = useNavigate()
  const mayWrite = useMay('check-in.write')
  const own = useOwnBodies()
  const file = useRef<HTMLInputElement>(null)
  const [unreadable, setUnreadable] = useState('')
  if (catalogue.isPending || drafts.isPending) return <Fetching />
  if (catalogue.isLoadingError) return <ErrorNotice error={catalogue.error} onRetry={() => void catalogue.refetch()} />
  if (drafts.isLoadingError) return <ErrorNotice error={drafts.error} onRetry={() => void drafts.refetch()} />
  const { materials } = catalogue.data
  const bodies = [...(own.data ?? []).map((o) => ({ ...o.body, id: o.id })), ...catalogue.data.bodies]
  const materialOptions = materials.map(({ id, name }) => ({ value: id, label: name }))
  const bodyId = (id: string) => own.data?.find((o) => o.id === id)?.body.id ?? id

  const start = async (checkIn: CheckIn, hours: number) => {
    const now = new Date()
    const due = new Date(now.getTime() + hours * 3_600_000)
    const job = await open
      .mutateAsync({ checkIn, arrives: now.toISOString(), due: due.toISOString() })
      .catch(() => undefined)
    if (job) void go(`/jobs/${job.id}/check-in`)
  }
  const readFile = async (chosen: File | undefined) => {
    if (!chosen) return
    setUnreadable('')
    try {
      await start(JSON.parse(await chosen.text()) as CheckIn, 4)
    } catch {
      setUnreadable(words.notACheckIn)
    }
  }

  const submit = async (f: Fields) => {
    const model = byId(bodies, f.body, 'body')
    await start(
      {
        vehicle: {
          plate: f.plate.trim(),
          make: f.make?.trim() ?? '',
          model: f.model?.trim() ?? '',
          body: {
            ...model,
            id: bodyId(model.id),
            driverSide: f.driverSide,
            materials: { ...model.materials, seat: f.seat, mat: f.mat },
          },
        },
        customer: f.customer?.trim() ?? '',
        condition: {},
        permissions: {},
        belongings: [],
      },
      f.hours,
    )
  }
  return (
    <div className="take-in">
      <div className="column">
        <section className="card">
          <h2>{words.expected}</h2>
          {drafts.data.length === 0 && <p className="soft">{words.none}</p>}
          <ul className="plain">
            {drafts.data.map((job) => (
              <li key={job.id} className="row line-room ruled">
                <span aria-hidden="true" className="stripe" style={{ background: job.colour }} />
                <strong className="titled title-m">{job.callSign}</strong>
                <span className="soft">
                  {job.vehicle} · {job.plate} · {clockIn(zone, job.arrives)}
                </span>
                <Link
                  className="to-the-end strong"
                  to={`/jobs/${job.id}/check-in`}
                  aria-label={`${words.open}: ${job.callSign}`}
                >
                  {words.open}
                </Link>
              </li>
            ))}
          </ul>
        </section>
        {mayWrite && <FleetList />}
      </div>
      {mayWrite && (
        <section className="card">
          <h2 className="apart">{words.new}</h2>
          <Form<Fields>
            layout="vertical"
            requiredMark={false}
            onFinish={(f) => void submit(f)}
            initialValues={{
              driverSide: 'left',
              seat: 'flat-cloth',
              mat: 'carpet-mat',
              hours: 4,
              body: catalogue.data.bodies[0]!.id,
            }}
            onValuesChange={(changed: Partial<Fields>) => {
              const model = bodies.find((b) => b.id === changed.body)
              if (model)
                form.setFieldsValue({
                  driverSide: model.driverSide,
                  seat: model.materials.seat,
                  mat: model.materials.mat,
                })
            }}
            form={form}
          >
            <Form.Item name="body" label="Body">
              <Select
                showSearch={{ optionFilterProp: 'label' }}
                options={bodies.map((b) => ({ value: b.id, label: b.name }))}
              />
            </Form.Item>
            <div className="in-columns">
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
                <Select showSearch={{ optionFilterProp: 'label' }} options={materialOptions} />
              </Form.Item>
              <Form.Item name="mat" label="Mats">
                <Select showSearch={{ optionFilterProp: 'label' }} options={materialOptions} />
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
            {open.isError && <ErrorNotice error={open.error} />}
            {unreadable && <ErrorNotice error={{ message: unreadable }} />}
            <div className="row">
              <Button type="primary" htmlType="submit" size="large" loading={open.isPending}>
                {words.new}
              </Button>
              <Button size="large" onClick={() => file.current?.click()}>
                {words.readJson}
              </Button>
              <input
                className="hidden"
                ref={file}
                type="file"
                accept="application/json,.json"
                aria-label={words.readJson}
                onChange={(e) => {
                  void readFile(e.target.files?.[0])
                  e.target.value = ''
                }}
              />
            </div>
          </Form>
        </section>
      )}
    </div>
  )
}
