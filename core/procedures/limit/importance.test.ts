import { describe, expect, it } from 'vitest'
import { inOrder } from './importance.ts'

const item = (id: string, ...values: number[]) => ({
  id,
  options: values.map((value, rung) => ({ rung, value, minutes: rung, uses: [] })),
})
const most = ({ options }: ReturnType<typeof item>) => Math.max(...options.map((o) => o.value))
/** What a choice of rungs by item is worth. */
const worth = (items: ReturnType<typeof inOrder>, rungs: Record<string, number>) =>
  items.reduce((sum, { id, options }) => sum + (options.find((o) => o.rung === (rungs[id] ?? 0))?.value ?? 0), 0)

describe('what must be done goes in its order', () => {
  const place: Record<string, number> = { wheel: 1, front: 2, behind: 2.5, alsoBehind: 2.5, dash: 3 }
  const items = inOrder(
    [
      item('wheel', 0, 0.1),
      item('front', 0, 5, 9),
      item('behind', 0, 70),
      item('alsoBehind', 0, 70),
      item('dash', 0, 300),
      item('carpet', 0, 5000, 8000),
    ],
    ({ id }) => place[id],
    most,
  )

  it('one of an earlier place is worth more than all of the later ones and all else', () => {
    const later = { front: 2, behind: 1, alsoBehind: 1, dash: 1, carpet: 2 }
    expect(worth(items, { wheel: 1 })).toBeGreaterThan(worth(items, later))
    expect(worth(items, { front: 1 })).toBeGreaterThan(worth(items, { ...later, front: 0 }))
    expect(worth(items, { dash: 1 })).toBeGreaterThan(worth(items, { carpet: 2 }))
  })
  it('two of one place are worth more than one of it with all of the later ones', () => {
    expect(worth(items, { behind: 1, alsoBehind: 1 })).toBeGreaterThan(worth(items, { behind: 1, dash: 1, carpet: 2 }))
  })
  it('between choices that work the same of them the gains decide, to the hundredth', () => {
    const same = { wheel: 1, front: 1 }
    expect(worth(items, { ...same, front: 2 }) - worth(items, same)).toBe(400)
    expect(worth(items, { ...same, carpet: 1 }) - worth(items, same)).toBe(500_000)
    expect(worth(items, {})).toBe(0)
  })
  it('is weighed alike where a rung is not to be had, so that choices with it and without it can be held against each other', () => {
    const place = ({ id }: { id: string }) => (id === 'front' ? 1 : undefined)
    const all = inOrder([item('front', 0, 5, 900), item('carpet', 0, 70)], place, most)
    const fewer = inOrder([item('front', 0, 5), item('carpet', 0, 70)], place, ({ id }) => (id === 'front' ? 900 : 70))
    const choice = { front: 1, carpet: 1 }
    expect(worth(fewer, choice)).toBe(worth(all, choice))
  })
  it('where nothing must be done only the gains count', () => {
    const [only] = inOrder([item('carpet', 0, 5000)], () => undefined, most)
    expect(only!.options.map((o) => o.value)).toEqual([0, 500_000])
  })
})
