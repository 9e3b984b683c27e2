import { Button, Form, Input, InputNumber, Radio, Select } from 'antd'
import { type About, goingOverOf, reworkDaysOf } from '#core/shop/about.ts'
import { usualAbout } from '#core/shop/typical.ts'
import type { ShopView } from '#server/shop/views.ts'
import { useCurrency, useKeepAbout, useShop } from '#web/client/shop.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { Hours } from '#web/ui/Hours.tsx'
import { MoneyField } from '#web/ui/MoneyField.tsx'
import { useKeptForm } from '#web/ui/useKeptForm.ts'
import { zones } from '#web/ui/zones.ts'
import { words } from '#words/en/screens/shop.ts'
import { currencies } from './currencies.ts'
import './shop.css'

interface Fields extends About {
  name: string
  timeZone: string
}

/** Whether cars dry in a hall, and in what air. */
function Climate({ value, onChange }: { value?: About['indoors']; onChange?: (air: About['indoors']) => void }) {
  const w = words.about
  return (
    <span className="row">
      <Radio.Group
        value={value ? 'in' : 'out'}
        options={[
          { value: 'out', label: w.outdoors },
          { value: 'in', label: w.indoors },
        ]}
        onChange={(e) => onChange?.(e.target.value === 'in' ? { temperature: 18, humidity: 0.55 } : undefined)}
      />
      {value && (
        <>
          <InputNumber
            className="field-s"
            aria-label={w.hallTemperature}
            suffix="°C"
            min={-10}
            max={45}
            value={value.temperature}
            onChange={(t) => typeof t === 'number' && onChange?.({ ...value, temperature: t })}
          />
          <InputNumber
            className="field-s"
            aria-label={w.hallHumidity}
            suffix="%"
            min={5}
            max={100}
            value={Math.round(value.humidity * 100)}
            onChange={(h) => typeof h === 'number' && onChange?.({ ...value, humidity: h / 100 })}
          />
        </>
      )}
    </span>
  )
}

function AboutForm({ shop }: { shop: ShopView }) {
  const save = useKeepAbout()
  const currency = useCurrency()
  const { kept, keep, forget } = useKeptForm<Fields>('shop about')
  const start: Fields = { ...usualAbout, ...shop.about, name: shop.name, timeZone: shop.timeZone, ...kept }
  return (
    <Form<Fields>
      layout="vertical"
      requiredMark={false}
      className="card readable"
      initialValues={start}
      onValuesChange={(_, all) => keep(all)}
      onFinish={({ name, timeZone, hour, sells, reworkDays, goingOver, ...about }) =>
        save.mutate(
          {
            name,
            timeZone,
            about: {
              ...about,
              ...(hour == null ? {} : { hour }),
              ...(sells == null ? {} : { sells }),
              ...(reworkDays == null ? {} : { reworkDays }),
              ...(goingOver == null ? {} : { goingOver }),
            },
          },
          { onSuccess: forget },
        )
      }
    >
      <h2>{words.about.title}</h2>
      <div className="in-columns">
        <Form.Item
          name="name"
          label={words.about.name}
          rules={[{ required: true, whitespace: true, message: words.about.noName }]}
        >
          <Input maxLength={120} />
        </Form.Item>
        <Form.Item name="place" label={words.about.place}>
          <Input maxLength={120} />
        </Form.Item>
        <Form.Item name="address" label={words.about.address}>
          <Input maxLength={300} />
        </Form.Item>
        <Form.Item name="timeZone" label={words.about.zone} rules={[{ required: true }]}>
          <Select showSearch options={zones()} />
        </Form.Item>
        <Form.Item name="units" label={words.about.units}>
          <Select options={words.about.unitNames} />
        </Form.Item>
        <Form.Item name="currency" label={words.about.currency}>
          <Select showSearch={{ optionFilterProp: 'label' }} options={currencies()} />
        </Form.Item>
        <Form.Item name="weekStart" label={words.about.weekStart}>
          <Select options={words.about.weekStarts} />
        </Form.Item>
      </div>
      <div className="in-columns">
        <Form.Item name="hour" label={words.about.hour}>
          <MoneyField currency={currency} />
        </Form.Item>
        <Form.Item name="sells" label={words.about.sells}>
          <MoneyField currency={currency} />
        </Form.Item>
        <Form.Item name="reworkDays" label={words.about.reworkDays}>
          <InputNumber min={0} max={365} precision={0} placeholder={String(reworkDaysOf(null))} />
        </Form.Item>
        <Form.Item name="goingOver" label={words.about.goingOver}>
          <InputNumber min={0} max={30} precision={0} suffix="min" placeholder={String(goingOverOf(null))} />
        </Form.Item>
      </div>
      <Form.Item name="indoors" label={words.about.dries}>
        <Climate />
      </Form.Item>
      <Form.Item name="opens" label={words.about.opens}>
        <Hours />
      </Form.Item>
      {save.isError && <ErrorNotice error={save.error} />}
      <div className="row">
        <Button type="primary" htmlType="submit" loading={save.isPending}>
          {words.save}
        </Button>
        {save.isSuccess && <span role="status">{words.saved}</span>}
      </div>
    </Form>
  )
}

/** What the shop is called, where it is, how it counts and when it is open. */
export default function AboutScreen() {
  const shop = useShop()
  if (shop.isPending) return <Fetching lines={5} />
  if (shop.isLoadingError) return <ErrorNotice error={shop.error} onRetry={() => void shop.refetch()} />
  return <AboutForm shop={shop.data} />
}
