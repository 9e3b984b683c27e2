import { Button, Form, Input, InputNumber, Radio, Select } from 'antd'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { byId } from '#core/catalogue/by-id.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { FileButton } from '#web/ui/FileButton.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import { useOpenJob } from './api.ts'
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

/** A vehicle that has come: its body and a few particulars, or its check-in from a file. */
export function NewCheckIn({ catalogue }: { catalogue: WordedCatalogue }) {
  const [form] = Form.useForm<Fields>()
  const open = useOpenJob()
  const go = useNavigate()
  const own = useOwnBodies()
  const [unreadable, setUnreadable] = useState('')
  const bodies = [...(own.data ?? []).map((o) => ({ ...o.body, id: o.id })), ...catalogue.bodies]
  const materialOptions = catalogue.materials.map(({ id, name }) => ({ value: id, label: name }))
  const bodyId = (id: string) => own.data?.find((o) => o.id === id)?.body.id ?? id
  const start = async (checkIn: CheckIn, hours: number) => {
    const now = new Date()
    const due = new Date(now.getTime() + hours * 3_600_000)
    const job = await open
      .mutateAsync({ checkIn, arrives: now.toISOString(), due: due.toISOString() })
      .catch(() => undefined)
    if (job) void go(`/jobs/${job.id}/check-in`)
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
          body: catalogue.bodies[0]!.id,
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
        <Form.Item name="body" label={words.fields.body}>
          <Select
            showSearch={{ optionFilterProp: 'label' }}
            options={bodies.map((b) => ({ value: b.id, label: b.name }))}
          />
        </Form.Item>
        <div className="in-columns">
          <Form.Item
            name="plate"
            label={words.fields.plate}
            rules={[{ required: true, whitespace: true, max: 16, message: words.plateRule }]}
          >
            <Input />
          </Form.Item>
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
        </div>
        {open.isError && <ErrorNotice error={open.error} />}
        {unreadable && <ErrorNotice error={{ message: unreadable }} />}
        <div className="row">
          <Button type="primary" htmlType="submit" size="large" loading={open.isPending}>
            {words.new}
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
