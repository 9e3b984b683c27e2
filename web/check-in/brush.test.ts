import { expect, it } from 'vitest'
import { paint, smelled } from './brush.ts'

const seat = 'seat-1l.seat-base'

it('puts soil down and takes a clean surface off the list', () => {
  const used = paint({}, seat, { kind: 'soil', level: 2 })
  expect(used).toEqual({ [seat]: { soil: 2 } })
  expect(paint(used, seat, { kind: 'soil', level: 0 })).toEqual({})
})

it('keeps hair, grit and stains beside the soil, and a second stroke takes the stain off', () => {
  const stain = { kind: 'stain', stain: 'tannin', age: 'old', attempts: 0 } as const
  let c = paint({ [seat]: { soil: 1 } }, seat, stain)
  c = paint(c, seat, { kind: 'hair', level: 2 })
  c = paint(c, seat, { kind: 'sand', level: 1 })
  expect(c[seat]).toEqual({ soil: 1, hair: 2, sand: 1, stains: [{ kind: 'tannin', age: 'old', attempts: 0 }] })
  expect(paint(c, seat, stain)[seat]!.stains).toEqual([])
})

it('never changes the condition it was given', () => {
  const before = { [seat]: { soil: 1 } }
  paint(before, seat, { kind: 'soil', level: 3 })
  expect(before).toEqual({ [seat]: { soil: 1 } })
})

it('a smell is taken down where it comes from; a second touch takes the source off and leaves the smell', () => {
  const once = smelled(undefined, 'smoke', seat)
  expect(once).toEqual([{ kind: 'smoke', level: 2, source: '', at: [seat] }])
  const strong = [{ ...once[0]!, level: 3 }]
  expect(smelled(strong, 'smoke', 'dash.vents')).toEqual([
    { kind: 'smoke', level: 3, source: '', at: [seat, 'dash.vents'] },
  ])
  expect(smelled(strong, 'smoke', seat)).toEqual([{ kind: 'smoke', level: 3, source: '', at: [] }])
  // It is the car's: no surface's condition changes by it.
  expect(paint({}, seat, { kind: 'odour', odour: 'smoke' })).toEqual({})
})
