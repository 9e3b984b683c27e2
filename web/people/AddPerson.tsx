import { Button, Checkbox, Form, Input, Select } from 'antd'
import { shopCode } from '#core/shop/code.ts'
import type { PersonView } from '#server/people/views.ts'
import { useCatalogue } from '#web/client/session.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { useKeptForm } from '#web/ui/useKeptForm.ts'
import { words } from '#words/en/screens/people.ts'
import { useKeeping } from './api.ts'

export const roleOptions = (['owner', 'lead', 'technician', 'front-desk'] as const).map((value) => ({
  value,
  label: words.roles[value],
}))
const day: [number, number][] = [
  [480, 720],
  [750, 1080],
]

interface Fields {
  name: string
  pin: string
  role: PersonView['role']
  skills: string[]
  works: boolean
}

/** How a name is written for signing in: one that nobody here has yet. */
function loginFor(name: string, taken: readonly string[], n = 1): string {
  const login = `${shopCode(name) || 'person'}${n === 1 ? '' : `-${n}`}`
  return taken.includes(login) ? loginFor(name, taken, n + 1) : login
}

export function AddPerson({ logins }: { logins: readonly string[] }) {
  const { add } = useKeeping()
  const { kept, keep, forget } = useKeptForm<Fields>('add person', ['pin'])
  const skills = useCatalogue().data?.skills ?? []
  const [form] = Form.useForm<Fields>()
  const submit = ({ works, ...f }: Fields) =>
    add.mutate(
      { ...f, login: loginFor(f.name, logins), skills: f.skills ?? [], shifts: works ? day : [] },
      {
        onSuccess: () => {
          forget()
          form.resetFields()
        },
      },
    )
  return (
    <Form<Fields>
      form={form}
      layout="vertical"
      requiredMark={false}
      onFinish={submit}
      onValuesChange={(_, all) => keep(all)}
      initialValues={{ role: 'technician', skills: [], works: true, ...kept }}
    >
      <div className="in-columns">
        <Form.Item
          name="name"
          label={words.personName}
          rules={[{ required: true, whitespace: true, message: 'Who is it?' }]}
        >
          <Input maxLength={80} autoComplete="off" />
        </Form.Item>
        <Form.Item
          name="pin"
          label={words.pin}
          rules={[{ required: true, pattern: /^\d{4,12}$/, message: 'Four digits or more.' }]}
        >
          <Input.Password inputMode="numeric" autoComplete="new-password" />
        </Form.Item>
        <Form.Item name="role" label={words.role}>
          <Select options={roleOptions} />
        </Form.Item>
        <Form.Item name="skills" label={words.skills}>
          <Checkbox.Group options={skills.map((s) => ({ value: s.id, label: s.name }))} />
        </Form.Item>
        <Form.Item name="works" valuePropName="checked" label=" ">
          <Checkbox>{words.works}</Checkbox>
        </Form.Item>
      </div>
      {add.isError && <ErrorNotice error={add.error} />}
      <Button type="primary" htmlType="submit" loading={add.isPending}>
        {words.add}
      </Button>
    </Form>
  )
}
