import { Button, Form, Input } from 'antd'
import { useState } from 'react'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { words } from '#words/en/screens/shell.ts'

export const pinRule = [{ required: true, pattern: /^\d{4,12}$/, message: 'Four digits or more.' }]

interface Props {
  people: readonly { id: string; name: string }[]
  signIn: {
    mutate(body: { person: string; pin: string }): void
    reset(): void
    isPending: boolean
    error: Error | null
  }
  /** Who was picked, for a title around it. */
  onPick?: (name: string | undefined) => void
}

/** A name, then a PIN. */
export function PickPerson({ people, signIn, onPick }: Props) {
  const [person, setPerson] = useState<string>()
  const pick = (id: string | undefined) => {
    setPerson(id)
    onPick?.(people.find((p) => p.id === id)?.name)
  }
  if (person === undefined)
    return (
      <div className="side-by-side">
        {people.map((p) => (
          <Button key={p.id} className="roomy" onClick={() => pick(p.id)}>
            {p.name}
          </Button>
        ))}
      </div>
    )
  return (
    <Form<{ pin: string }>
      layout="vertical"
      requiredMark={false}
      onFinish={({ pin }) => signIn.mutate({ person, pin })}
    >
      <Form.Item name="pin" label={words.pin} rules={pinRule}>
        <Input.Password inputMode="numeric" autoComplete="off" autoFocus size="large" />
      </Form.Item>
      {signIn.error && <ErrorNotice error={signIn.error} />}
      <div className="row below">
        <Button type="primary" htmlType="submit" size="large" loading={signIn.isPending}>
          {words.enter}
        </Button>
        <Button
          size="large"
          onClick={() => {
            signIn.reset()
            pick(undefined)
          }}
        >
          {words.back}
        </Button>
      </div>
    </Form>
  )
}
