import { Button, Form, Input, InputNumber, Radio, Select } from 'antd'
import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import type { Body } from '#core/cabin/schema.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { byId } from '#core/catalogue/by-id.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { presetCondition } from '#core/condition/patterns.ts'
import { momentOf } from '#core/units/shop-time.ts'
import { useSignedIn } from '#web/client/session.ts'
import { ClockField } from '#web/ui/ClockField.tsx'
import { DayField } from '#web/ui/DayField.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { FileButton } from '#web/ui/FileButton.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import { useOpenJob } from './api.ts'
import { Promised } from './Promised.tsx'
import { useMemory, useOwnBodies } from './vehicles.ts'

/** The body a car had at its last visit, among those to choose from. */
const asLastTime = 'as-last-time'

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
  /** The day it is expected; nothing: it is here. */
  day?: string | null
  at: number
  looks?: string
}

/** What the form asks of a body beside its kind. */
const bodyFields = (model: Body) => ({
  driverSide: model.driverSide,
  seat: model.materials.seat,
  mat: model.materials.mat,
})

/** A vehicle that has come: its body and a few particulars, or its check-in from a file. */
export function NewCheckIn({ catalogue }: { catalogue: WordedCatalogue }) {
  const [form] = Form.useForm<Fields>()
  const open = useOpenJob()
  const go = useNavigate()
  const own = useOwnBodies()
  const hours = Form.useWatch('hours', form)
  const day = Form.useWatch('day', form)
  const zone = useSignedIn().timeZone
  const [unreadable, setUnreadable] = useState('')
  const [plate, setPlate] = useState('')
  const memory = useMemory(plate, '', '').data
  const bodies = [
    ...(memory ? [{ value: asLastTime, label: words.asLastTime(memory.vehicle.body.name) }] : []),
    ...(own.data ?? []).map((o) => ({ value: o.id, label: o.body.name })),
    ...catalogue.bodies.map((b) => ({ value: b.id, label: b.name })),
  ]
  // A car that was here brings what is known of it, at once; whatever is typed afterwards stands. Another plate takes it away again.
  useEffect(() => {
    if (memory === null && form.getFieldValue('body') === asLastTime)
      form.resetFields(['body', 'make', 'model', 'customer', 'driverSide', 'seat', 'mat'])
    if (!memory) return
    const { vehicle, last } = memory
    form.setFieldsValue({
      body: asLastTime,
      make: vehicle.make,
      model: vehicle.model,
      customer: last.customer,
      ...bodyFields(vehicle.body),
    })
  }, [memory, form])
  const materialOptions = catalogue.materials.map(({ id, name }) => ({ value: id, label: name }))
  const bodyOf = (id: string): Body =>
    id === asLastTime && memory
      ? memory.vehicle.body
      : (own.data?.find((o) => o.id === id)?.body ?? byId(catalogue.bodies, id, 'body'))
  const start = async (checkIn: CheckIn, hours: number, expected?: string) => {
    const arrives = expected ? new Date(expected) : new Date()
    const due = new Date(arrives.getTime() + hours * 3_600_000)
    const job = await open
      .mutateAsync({ checkIn, arrives: arrives.toISOString(), due: due.toISOString() })
      .catch(() => undefined)
    if (job) void go(expected ? '/week' : `/jobs/${job.id}/check-in`)
  }
  const readFile = async (chosen: File) => {
    setUnreadable('')
    try {
      await start(JSON.parse(await chosen.text()) as CheckIn, 4)
    } catch {
      setUnreadable(words.notACheckIn)
    }
  }

  const submit = async (f: Fields) => {
    const body = bodyOf(f.body)
    const back = memory ?? undefined
    const looks = f.day ? catalogue.presets.find((p) => p.id === f.looks) : undefined
    const then = f.body === asLastTime ? back : undefined
    await start(
      {
        vehicle: {
          plate: f.plate.trim(),
          ...(back?.vehicle.vin ? { vin: back.vehicle.vin } : {}),
          make: f.make?.trim() ?? '',
          model: f.model?.trim() ?? '',
          body: {
            ...body,
            driverSide: f.driverSide,
            materials: { ...body.materials, seat: f.seat, mat: f.mat },
          },
        },
        customer: f.customer?.trim() ?? '',
        ...(back?.last.customerId && back.last.customer === f.customer?.trim()
          ? { customerId: back.last.customerId }
          : {}),
        condition: looks ? presetCondition(looks, surfacesOf(body, catalogue.surfaces)) : (then?.condition ?? {}),
        ...(then?.odours.length ? { odours: then.odours } : {}),
        permissions: {},
        belongings: [],
      },
      f.hours,
      f.day ? momentOf(zone, f.day, f.at) : undefined,
    )
  }
  return (
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
          at: 540,
          body: catalogue.bodies[0]!.id,
        }}
        onValuesChange={(changed: Partial<Fields>) => {
          if (changed.body) form.setFieldsValue(bodyFields(bodyOf(changed.body)))
        }}
        form={form}
      >
        <Form.Item
          name="plate"
          label={words.fields.plate}
          rules={[{ required: true, whitespace: true, max: 16, message: words.plateRule }]}
        >
          <Input onBlur={(e) => setPlate(e.target.value)} onPressEnter={(e) => setPlate(e.currentTarget.value)} />
        </Form.Item>
        {memory && (
          <div className="settled" role="status">
            <strong>{words.here(memory.visits)}</strong> {words.broughtAlong}
            {memory.last.notes && <div>{words.notedThen(memory.last.notes)}</div>}
          </div>
        )}
        <Form.Item name="body" label={words.fields.body}>
          <Select showSearch={{ optionFilterProp: 'label' }} options={bodies} />
        </Form.Item>
        <div className="in-columns">
          <Form.Item name="customer" label={words.fields.customer} rules={[{ max: 80 }]}>
            <Input />
          </Form.Item>
          <Form.Item name="make" label={words.fields.make} rules={[{ max: 40 }]}>
            <Input />
          </Form.Item>
          <Form.Item name="model" label={words.fields.model} rules={[{ max: 40 }]}>
            <Input />
          </Form.Item>
          <Form.Item name="seat" label={words.fields.seat}>
            <Select showSearch={{ optionFilterProp: 'label' }} options={materialOptions} />
          </Form.Item>
          <Form.Item name="mat" label={words.fields.mat}>
            <Select showSearch={{ optionFilterProp: 'label' }} options={materialOptions} />
          </Form.Item>
          <Form.Item name="driverSide" label={words.fields.driverSide}>
            <Radio.Group optionType="button" buttonStyle="solid" options={words.sides} />
          </Form.Item>
          <Form.Item name="hours" label={words.fields.hours} rules={[{ required: true, message: words.hoursRule }]}>
            <InputNumber min={0.5} max={72} step={0.5} />
          </Form.Item>
          {!day && <Promised hours={hours} />}
          <Form.Item name="day" label={words.expectedOn}>
            <DayField />
          </Form.Item>
          {day && (
            <>
              <Form.Item name="at" label={words.expectedAt}>
                <ClockField every={5} />
              </Form.Item>
              <Form.Item name="looks" label={words.looks}>
                <Select allowClear options={catalogue.presets.map(({ id, name }) => ({ value: id, label: name }))} />
              </Form.Item>
            </>
          )}
        </div>
        {open.isError && <ErrorNotice error={open.error} />}
        {unreadable && <ErrorNotice error={{ message: unreadable }} />}
        <div className="row">
          <Button type="primary" htmlType="submit" size="large" loading={open.isPending}>
            {day ? words.book : words.new}
          </Button>
          <FileButton
            label={words.readJson}
            accept="application/json,.json"
            large
            onFile={(file) => void readFile(file)}
          />
        </div>
      </Form>
    </section>
  )
}
