import { Button, Form, Input, Modal, Select } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import type { CustomerFields, CustomerView } from '#server/customers/views.ts'
import { useCustomer, useCustomers } from '#web/client/customers.ts'
import { ApiError } from '#web/client/http.ts'
import { useMay } from '#web/client/session.ts'
import { CsvFile } from '#web/ui/CsvFile.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { words } from '#words/en/screens/customers.ts'
import { useChangeCustomer, useEraseCustomer, useTakeCustomers } from './api.ts'

interface EntryProps {
  customer: CustomerView
  onErasing: (going: boolean) => void
  onGone: () => void
}

function Entry({ customer, onErasing, onGone }: EntryProps) {
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
        {stale ? <div className="told">{words.stale}</div> : change.isError && <ErrorNotice error={change.error} />}
        <div className="row">
          <Button type="primary" htmlType="submit" loading={change.isPending}>
            {words.save}
          </Button>
          {change.isSuccess && <span role="status">{words.saved}</span>}
          <Link className="in-text" to={`/records?find=${encodeURIComponent(customer.name)}`}>
            {words.theirCars}
          </Link>
          {mayErase && (
            <Button className="to-the-end" onClick={() => setAsking(true)}>
              {words.erase}
            </Button>
          )}
        </div>
      </Form>
      <Modal
        title={words.eraseTitle(customer.name)}
        open={asking}
        onCancel={() => setAsking(false)}
        confirmLoading={erase.isPending}
        onOk={() => {
          onErasing(true)
          erase.mutate(customer.id, {
            onError: () => onErasing(false),
            onSuccess: () => {
              setAsking(false)
              onGone()
            },
          })
        }}
        okText={words.eraseYes}
        cancelText={words.keep}
        okButtonProps={{ danger: true }}
      >
        <p>{words.eraseLead}</p>
        {erase.isError && <ErrorNotice error={erase.error} />}
      </Modal>
    </section>
  )
}

/** Who brings cars: what is kept of them, and its erasure. */
export default function CustomersScreen() {
  const [find, setFind] = useState('')
  const take = useTakeCustomers()
  const mayWrite = useMay('customers.write')
  const customers = useCustomers(find)
  const [picked, setPicked] = useState<string>()
  const [erasing, setErasing] = useState(false)
  const one = useCustomer(picked, erasing)
  if (customers.isPending) return <Fetching lines={4} />
  if (customers.isLoadingError) return <ErrorNotice error={customers.error} onRetry={() => void customers.refetch()} />
  const list = customers.data.pages.flat()
  return (
    <div className="take-in">
      <section className="card stack">
        <div className="row spread">
          <h2>{words.title}</h2>
          <Link to="/records">{words.records}</Link>
        </div>
        <Input.Search
          aria-label={words.find}
          placeholder={words.find}
          allowClear
          value={find}
          onChange={(e) => setFind(e.target.value)}
        />
        {list.length === 0 && <p className="soft">{find === '' ? words.none : words.notFound(find)}</p>}
        <ul className="plain many">
          {list.map((c) => (
            <li key={c.id}>
              <Button className="left" type="text" block aria-pressed={c.id === picked} onClick={() => setPicked(c.id)}>
                {c.name}
              </Button>
            </li>
          ))}
        </ul>
        {mayWrite && <CsvFile href="/api/customers/csv" take={take} />}
        {customers.hasNextPage && (
          <Button loading={customers.isFetchingNextPage} onClick={() => void customers.fetchNextPage()}>
            {words.more}
          </Button>
        )}
      </section>
      {picked !== undefined && one.isLoadingError && (
        <ErrorNotice error={one.error} onRetry={() => void one.refetch()} />
      )}
      {one.data && picked !== undefined ? (
        <Entry
          key={one.data.id}
          customer={one.data}
          onErasing={setErasing}
          onGone={() => {
            setPicked(undefined)
            setErasing(false)
          }}
        />
      ) : (
        list.length > 0 && picked === undefined && <p className="soft">{words.pick}</p>
      )}
    </div>
  )
}
