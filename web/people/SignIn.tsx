import { Button, Form, Input } from 'antd'
import { useSignIn } from '#web/app/session.ts'
import { PetalRing } from '#web/ui/PetalRing.tsx'
import { Told } from '#web/ui/Told.tsx'
import { words } from './words.ts'

interface Fields {
  shop: string
  login: string
  pin: string
}
const petals = Array.from({ length: 8 }, (_, i) => ({ id: String(i), state: 'done' as const }))

export function SignIn() {
  const signIn = useSignIn()
  const submit = (fields: Fields) => {
    localStorage.setItem('shop', fields.shop)
    signIn.mutate(fields)
  }
  return (
    <main style={{ display: 'grid', placeItems: 'center', minHeight: '100dvh', padding: 16 }}>
      <div className="card" style={{ width: 'min(400px, 100%)', padding: 28 }}>
        <div className="row" style={{ marginBottom: 6 }}>
          <PetalRing petals={petals} size={52} label="" />
          <h1>{words.title}</h1>
        </div>
        <p className="soft">{words.lead}</p>
        <Form<Fields>
          layout="vertical"
          requiredMark={false}
          onFinish={submit}
          initialValues={{ shop: localStorage.getItem('shop') ?? '' }}
        >
          <Form.Item name="shop" label={words.shop} rules={[{ required: true, message: 'Which shop?' }]}>
            <Input autoComplete="organization" autoCapitalize="none" />
          </Form.Item>
          <Form.Item name="login" label={words.name} rules={[{ required: true, message: 'Who are you?' }]}>
            <Input autoComplete="username" autoCapitalize="none" />
          </Form.Item>
          <Form.Item
            name="pin"
            label={words.pin}
            rules={[{ required: true, pattern: /^\d{4,12}$/, message: 'Four digits or more.' }]}
          >
            <Input.Password inputMode="numeric" autoComplete="current-password" />
          </Form.Item>
          {signIn.isError && <Told error={signIn.error} />}
          <Button
            type="primary"
            htmlType="submit"
            size="large"
            block
            loading={signIn.isPending}
            style={{ marginTop: 12 }}
          >
            {words.enter}
          </Button>
        </Form>
      </div>
    </main>
  )
}
