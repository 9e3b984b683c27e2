import { CheckOutlined, RightOutlined } from '@ant-design/icons'
import { Button, Radio } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { byId } from '#core/catalogue/by-id.ts'
import { missingOf } from '#core/shop/products.ts'
import { interview, machinesOf, type Typical, typicalShops, usualAbout } from '#core/shop/typical.ts'
import type { ShopView } from '#server/shop/views.ts'
import { useCatalogue, usePeople } from '#web/client/session.ts'
import { useKeepAbout, useKeepMachines, useShop } from '#web/client/shop.ts'
import { useHouseRules, useKeepHouseRules } from '#web/client/standards.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/shop.ts'
import './shop.css'

const w = words.first

/** Fills in what a kind of shop usually has; all of it can be changed after. */
function TypicalSet({ shop }: { shop: ShopView }) {
  const about = useKeepAbout()
  const machines = useKeepMachines()
  const rules = useHouseRules()
  const keepRules = useKeepHouseRules()
  const fill = async (typical: Typical) => {
    await about.mutateAsync({
      name: shop.name,
      timeZone: shop.timeZone,
      about: { ...(shop.about ?? usualAbout), opens: typical.opens },
    })
    await machines.mutateAsync(machinesOf(typical))
    await keepRules.mutateAsync({ choices: { ...rules.data?.choices, ...typical.houseRules } })
  }
  const busy = about.isPending || machines.isPending || keepRules.isPending
  const failed = [about, machines, keepRules].find((m) => m.isError)
  return (
    <section className="card" aria-labelledby="typical">
      <h2 id="typical">{w.typical}</h2>
      <p className="soft">{w.typicalLead}</p>
      <div className="typical">
        {typicalShops.map((typical) => (
          <Button key={typical.id} className="left" loading={busy} onClick={() => void fill(typical)}>
            <span>
              <strong>{w.kinds[typical.id].name}</strong>
              <br />
              <span className="soft">{w.kinds[typical.id].what}</span>
            </span>
          </Button>
        ))}
      </div>
      {failed?.error && <ErrorNotice error={failed.error} />}
    </section>
  )
}

/** The eight house rules that change the day most, with both reasons; the others stay as they come. */
function Interview({ catalogue }: { catalogue: WordedCatalogue }) {
  const rules = useHouseRules()
  const keep = useKeepHouseRules()
  const [at, setAt] = useState(0)
  if (!rules.data) return <Fetching lines={2} />
  const rule = byId(catalogue.houseRules, interview[at]!, 'house rule')
  const chosen = rules.data.choices[rule.id] ?? rule.default
  return (
    <section className="card" aria-labelledby="interview">
      <div className="row spread">
        <h2 id="interview">{w.interview}</h2>
        <span className="soft">{w.question(at + 1, interview.length)}</span>
      </div>
      <h3 id="question">{rule.name}</h3>
      <Radio.Group
        aria-labelledby="question"
        className="interview"
        value={chosen}
        onChange={(e) => keep.mutate({ choices: { ...rules.data.choices, [rule.id]: e.target.value as string } })}
      >
        {rule.choices.map((c) => (
          <Radio key={c.id} value={c.id}>
            <strong>{c.name}</strong> <span className="soft">{c.reason}</span>
          </Radio>
        ))}
      </Radio.Group>
      {keep.isError && <ErrorNotice error={keep.error} />}
      <div className="row">
        <Button disabled={at === 0} onClick={() => setAt(at - 1)}>
          {w.back}
        </Button>
        <Button type="primary" disabled={at === interview.length - 1} onClick={() => setAt(at + 1)}>
          {w.next}
        </Button>
        <Link className="to-the-end" to="/standards">
          {w.allRules}
        </Link>
      </div>
    </section>
  )
}

/** One thing of the first day: done or not, and where it is done. */
const Step = ({ done, to, name, what }: { done: boolean; to: string; name: string; what: string }) => (
  <li>
    <Link to={to} className="first-step">
      <span className={done ? 'step-mark done' : 'step-mark'} aria-hidden="true">
        {done && <CheckOutlined />}
      </span>
      <span>
        <strong>{name}</strong>
        {done && <span className="soft"> {w.done}</span>}
        <br />
        <span className="soft">{what}</span>
      </span>
      <RightOutlined aria-hidden="true" />
    </Link>
  </li>
)

/** The first day of a shop, and where each part of it is found again. */
export default function FirstDayScreen() {
  const [shop, catalogue, people] = [useShop(), useCatalogue(), usePeople()]
  const failed = [shop, catalogue, people].find((q) => q.isLoadingError)
  if (failed?.error) return <ErrorNotice error={failed.error} onRetry={() => void failed.refetch()} />
  if (!shop.data || !catalogue.data || !people.data) return <Fetching lines={6} />
  const { about, machines, own } = shop.data
  const cans = own.products.filter((c) => missingOf(c).length === 0 && !c.retired)
  return (
    <div className="take-in">
      <div className="column">
        <section className="card" aria-labelledby="first-day">
          <h2 id="first-day">{w.title}</h2>
          <p className="soft">{w.lead}</p>
          <ol className="plain">
            <Step done={about !== null} to="/shop/about" name={w.steps.about} what={w.what.about} />
            <Step
              done={people.data.length > 1}
              to="/shop/people"
              name={w.steps.people}
              what={w.what.people(people.data.length)}
            />
            <Step
              done={machines.some((m) => m.home !== null)}
              to="/shop/machines"
              name={w.steps.machines}
              what={w.what.machines(machines.reduce((n, m) => n + m.count, 0))}
            />
            <Step
              done={cans.length > 0}
              to="/shop/products"
              name={w.steps.products}
              what={w.what.products(cans.length)}
            />
            <Step done={false} to="/mixing?part=bottles" name={w.steps.bottles} what={w.what.bottles} />
            <Step
              done={own.packages.length > 0}
              to="/shop/packages"
              name={w.steps.packages}
              what={w.what.packages(own.packages.length)}
            />
            <Step done={false} to="/check-in" name={w.steps.car} what={w.what.car} />
          </ol>
        </section>
      </div>
      <div className="column">
        {(about === null || machines.every((m) => m.home === null)) && <TypicalSet shop={shop.data} />}
        <Interview catalogue={catalogue.data} />
      </div>
    </div>
  )
}
