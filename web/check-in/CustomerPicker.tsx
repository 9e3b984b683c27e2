import { Select } from 'antd'
import { useState } from 'react'
import type { CustomerView } from '#server/customers/views.ts'
import { useCustomers } from '#web/client/customers.ts'
import { words } from '#words/en/screens/check-in.ts'

/** Picks whose car it is: typing asks the server, so that it works with five customers and with five thousand. */
export function CustomerPicker({
  picked,
  name,
  onPick,
}: {
  picked: CustomerView | undefined
  name: string
  onPick: (customer: CustomerView | undefined) => void
}) {
  const [find, setFind] = useState('')
  const customers = useCustomers(find)
  const found = customers.data?.pages.flat() ?? []
  const shown = picked && !found.some((c) => c.id === picked.id) ? [picked, ...found] : found
  return (
    <Select
      aria-label={words.customer}
      allowClear
      showSearch={{ filterOption: false, onSearch: setFind }}
      loading={customers.isFetching}
      value={picked?.id}
      placeholder={name || words.noCustomer}
      notFoundContent={customers.isError ? customers.error.message : words.nobodyFound}
      onChange={(id: string | undefined) => onPick(shown.find((c) => c.id === id))}
      options={shown.map((c) => ({ value: c.id, label: c.name }))}
    />
  )
}
