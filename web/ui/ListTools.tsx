import { Input, Select } from 'antd'
import { words } from '#words/en/screens/listing.ts'
import type { Listing } from './useListing.ts'

/** Above a list that grows: find in it, show some of it, put it in order. */
export function ListTools<T>({ listing, label }: { listing: Listing<T>; label: string }) {
  const { ways, find, setFind, order, setOrder, filter, setFilter } = listing
  return (
    <div className="row list-tools">
      <Input.Search
        className="field-xl"
        aria-label={label}
        placeholder={label}
        allowClear
        value={find}
        onChange={(e) => setFind(e.target.value)}
      />
      {ways.filters && (
        <Select
          className="field-l"
          aria-label={words.show}
          value={filter ?? 'all'}
          options={[
            { value: 'all', label: ways.all ?? words.all },
            ...ways.filters.map(({ id, label }) => ({ value: id, label })),
          ]}
          onChange={(id) => setFilter(id === 'all' ? null : id)}
        />
      )}
      {ways.orders.length > 1 && (
        <Select
          className="field-l"
          aria-label={words.order}
          value={order}
          options={ways.orders.map(({ id, label }) => ({ value: id, label: words.by(label) }))}
          onChange={setOrder}
        />
      )}
      {find !== '' && (
        <span className="soft" role="status">
          {listing.shown.length === 0 ? words.nothingFound(find) : words.found(listing.shown.length)}
        </span>
      )}
    </div>
  )
}
