import { Button, Form, Input, Select } from 'antd'
import { type ReactNode, useState } from 'react'
import { shopCode } from '#core/shop/code.ts'
import { useWayIn, useWaysIn } from '#web/client/session.ts'
import { useKept } from '#web/client/useKept.ts'
import { PickPerson, pinRule } from '#web/shell/PickPerson.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { PetalRing } from '#web/ui/PetalRing.tsx'
import { useKeptForm } from '#web/ui/useKeptForm.ts'
import { zones } from '#web/ui/zones.ts'
import { words } from '#words/en/screens/people.ts'

const petals = Array.from({ length: 8 }, (_, i) => ({ id: String(i), state: 'done' as const }))
const required = (message: string) => [{ required: true, whitespace: true, message }]

function Frame({ title, lead, children }: { title: string; lead: string; children: ReactNode }) {
  return (
    <main className="whole-page">
      <div className="card narrow-card">
        <div className="row apart">
          <PetalRing petals={petals} size={52} label="" />
          <h1>{title}</h1>
        </div>
        <p className="soft">{lead}</p>
        {children}
      </div>
    </main>
  )
}

/** The way in on this device: first visit, enrolment, or a name and a PIN. */
export default function SignInScreen() {
  const sign = useWaysIn()
  if (sign.isPending) return <Fetching />
  if (sign.isLoadingError) return <ErrorNotice error={sign.error} onRetry={() => void sign.refetch()} />
  if (sign.data.state === 'first-visit') return <FirstVisit />
  if (sign.data.state === 'not-enrolled') return <Enrol />
  return <PickName shopName={sign.data.shopName} people={sign.data.people} />
}

function PickName({ shopName, people }: { shopName: string; people: { id: string; name: string }[] }) {
  const [chosen, setChosen] = useState<string>()
  const signIn = useWayIn('/api/session')
  return (
    <Frame title={chosen ?? words.title} lead={chosen ? shopName : `${shopName}. ${words.who}`}>
      <PickPerson people={people} signIn={signIn} onPick={setChosen} />
      <KeptForPeople people={people} />
    </Frame>
  )
}

/** What waits on this device for people who are not here now. */
function KeptForPeople({ people }: { people: { id: string; name: string }[] }) {
  const kept = useKept()
  const lines = people.flatMap((p) => {
    const theirs = kept.get(p.id)
    return theirs ? [{ name: p.name, what: words.keptFor(theirs.taps.length, theirs.drafts.length) }] : []
  })
  if (lines.length === 0) return null
  return (
    <div role="status" className="soft below">
      {words.keptLead}
      <ul>
        {lines.map((line) => (
          <li key={line.name}>
            <strong>{line.name}</strong>: {line.what}
          </li>
        ))}
      </ul>
    </div>
  )
}

function Enrol() {
  const enrol = useWayIn('/api/devices')
  return (
    <Frame title={words.enrolTitle} lead={words.enrolLead}>
      <Form<{ shop: string; login: string; password: string; deviceName: string }>
        layout="vertical"
        requiredMark={false}
        onFinish={(f) => enrol.mutate(f)}
      >
        <Form.Item name="shop" label={words.shop} rules={required('Which shop?')}>
          <Input autoCapitalize="none" autoComplete="organization" />
        </Form.Item>
        <Form.Item name="login" label={words.ownerName} rules={required('Whose shop is it?')}>
          <Input autoCapitalize="none" autoComplete="username" />
        </Form.Item>
        <Form.Item name="password" label={words.password} rules={required('The owner’s password.')}>
          <Input.Password autoComplete="current-password" />
        </Form.Item>
        <Form.Item
          name="deviceName"
          label={words.device}
          rules={required('So that it can be told from others.')}
          initialValue="Bay tablet"
        >
          <Input maxLength={60} />
        </Form.Item>
        {enrol.isError && <ErrorNotice error={enrol.error} />}
        <Button className="below" type="primary" htmlType="submit" size="large" block loading={enrol.isPending}>
          {words.enrol}
        </Button>
      </Form>
    </Frame>
  )
}

interface First {
  shopName: string
  timeZone: string
  ownerName: string
  password: string
  pin: string
  deviceName: string
}

function FirstVisit() {
  const open = useWayIn('/api/shop')
  const { kept, keep, forget } = useKeptForm<First>('first visit', ['password', 'pin'])
  // How names are written for signing in follows from how people write them.
  const send = (first: First) =>
    open.mutate(
      { ...first, code: shopCode(first.shopName) || 'shop', login: shopCode(first.ownerName) || 'owner' },
      { onSuccess: forget },
    )
  return (
    <Frame title={words.firstTitle} lead={words.firstLead}>
      <Form<First>
        layout="vertical"
        requiredMark={false}
        onFinish={send}
        onValuesChange={(_, all) => keep(all)}
        initialValues={{
          timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
          deviceName: 'Front desk',
          ...kept,
        }}
      >
        <Form.Item name="shopName" label={words.shopName} rules={required('What is it called?')}>
          <Input maxLength={120} autoComplete="organization" />
        </Form.Item>
        <Form.Item name="ownerName" label={words.yourName} rules={required('Who owns it?')}>
          <Input maxLength={80} autoComplete="name" />
        </Form.Item>
        <Form.Item name="timeZone" label={words.zone} rules={required('Where is it?')}>
          <Select showSearch={{ optionFilterProp: 'label' }} options={zones()} />
        </Form.Item>
        <Form.Item
          name="password"
          label={words.newPassword}
          rules={[{ required: true, min: 10, message: 'Ten characters or more.' }]}
        >
          <Input.Password autoComplete="new-password" />
        </Form.Item>
        <Form.Item name="pin" label={words.pin} rules={pinRule}>
          <Input.Password inputMode="numeric" autoComplete="off" />
        </Form.Item>
        <Form.Item name="deviceName" label={words.device} rules={required('So that it can be told from others.')}>
          <Input maxLength={60} />
        </Form.Item>
        {open.isError && <ErrorNotice error={open.error} />}
        <Button className="below" type="primary" htmlType="submit" size="large" block loading={open.isPending}>
          {words.open}
        </Button>
      </Form>
    </Frame>
  )
}
