import { Button, Form, Input, Modal, Select } from 'antd'
import { useState } from 'react'
import type { CustomerFields, CustomerView } from '#server/customers/views.ts'
import { useCustomers } from '#web/app/customers.ts'
import { ApiError } from '#web/app/http.ts'
import { useMay } from '#web/app/session.ts'
import { Fetching } from '#web/ui/Fetching.tsx'
import { Told } from '#web/ui/Told.tsx'
import { useChangeCustomer, useEraseCustomer } from './api.ts'
import { words } from './words.ts'

function Entry({ customer, onGone }: { customer: CustomerView; onGone: () => void }) {
  const change = useChangeCustomer()
  const erase = useEraseCustomer()
  const mayWrite = useMay('customers.write')
  const mayErase = useMay('customers.erase')
  const [asking, setAsking] = useState(false)
  const stale = change.error instanceof ApiError && change.error.code === 'stale'
  return (
    <section className="card" aria-label={customer.name}>
      <Form<CustomerFields>
        key={customer.version}
        layout="vertical"
        requiredMark={false}
        disabled={!mayWrite}
        initialValues={customer}
        onFinish={(fields) => change.mutate({ ...fields, id: customer.id, version: customer.version })}
      >
        <Form.Item
          name="name"
          label={words.fields.name}
          rules={[{ required: true, whitespace: true, max: 80, message: 'A name.' }]}
        >
          <Input />
        </Form.Item>
        <Form.Item name="contact" label={words.fields.contact}>
          <Input maxLength={200} placeholder={words.hints.contact} />
        </Form.Item>
        <Form.Item name="sensitivities" label={words.fields.sensitivities}>
          <Input maxLength={500} placeholder={words.hints.sensitivities} />
        </Form.Item>
        <Form.Item name="notes" label={words.fields.notes}>
          <Input.TextArea rows={4} maxLength={4000} />
        </Form.Item>
        <Form.Item name="finish" label={words.fields.finish}>
          <Select options={words.finishes} />
        </Form.Item>
        {stale ? <div className="told">{words.stale}</div> : change.isError && <Told error={change.error} />}
        {erase.isError && <Told error={erase.error} />}
        <div className="row">
          <Button type="primary" htmlType="submit" loading={change.isPending}>
            {words.save}
          </Button>
          {change.isSuccess && <span role="status">{words.saved}</span>}
          {mayErase && (
            <Button style={{ marginLeft: 'auto' }} onClick={() => setAsking(true)}>
              {words.erase}
            </Button>
          )}
        </div>
      </Form>
      <Modal
        title={words.eraseTitle(customer.name)}
        open={asking}
        onCancel={() => setAsking(false)}
        onOk={() => {
          setAsking(false)
          erase.mutate(customer.id, { onSuccess: onGone })
        }}
        okText={words.eraseYes}
        cancelText={words.keep}
        okButtonProps={{ danger: true }}
      >
        <p>{words.eraseLead}</p>
      </Modal>
    </section>
  )
}

/** Who brings cars: what is kept of them, and its erasure. */
export default function CustomersScreen() {
  const customers = useCustomers()
  const [picked, setPicked] = useState<string>()
  if (customers.isPending) return <Fetching lines={4} />
  if (customers.isLoadingError) return <Told error={customers.error} onRetry={() => void customers.refetch()} />
  const customer = customers.data.find((c) => c.id === picked)
  return (
    <div className="take-in">
      <section className="card">
        <h2>{words.title}</h2>
        {customers.data.length === 0 && <p className="soft">{words.none}</p>}
        <ul className="plain">
          {customers.data.map((c) => (
            <li key={c.id}>
              <Button
                type="text"
                block
                style={{ textAlign: 'left' }}
                aria-pressed={c.id === picked}
                onClick={() => setPicked(c.id)}
              >
                {c.name}
              </Button>
            </li>
          ))}
        </ul>
      </section>
      {customer ? (
        <Entry key={customer.id} customer={customer} onGone={() => setPicked(undefined)} />
      ) : (
        customers.data.length > 0 && <p className="soft">{words.pick}</p>
      )}
    </div>
  )
}
