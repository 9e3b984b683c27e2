import { expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { shopCode } from './code.ts'
import { readProducts } from './products-csv.ts'
import { badStretch, hoursOn, isOpen, type Week, weekdayOf, works } from './week.ts'

const week: Week = [[[480, 720]], [], [], [], [[600, 900]], [], []]

it('hours of a day: by weekday where that is said, else the same each day, none on a day off', () => {
  // The 27th of November 2026 is a Friday.
  expect(weekdayOf('2026-11-27')).toBe(4)
  expect(hoursOn({ shifts: [[1, 2]], week }, '2026-11-27')).toEqual([[600, 900]])
  expect(hoursOn({ shifts: [[1, 2]], week: null }, '2026-11-27')).toEqual([[1, 2]])
  const daysOff = [{ from: '2026-11-26', to: '2026-11-27', why: '' }]
  expect(hoursOn({ shifts: [[1, 2]], daysOff }, '2026-11-27')).toEqual([])
  expect(hoursOn({ shifts: [[1, 2]], daysOff }, '2026-11-28')).toEqual([[1, 2]])
  expect([works({ shifts: [], week }), works({ shifts: [] })]).toEqual([true, false])
})
it('open by the week’s hours; who has said none is never shut', () => {
  expect(isOpen(week, '2026-11-27', 600)).toBe(true)
  expect(isOpen(week, '2026-11-27', 901)).toBe(false)
  expect(isOpen(week, '2026-11-28', 600)).toBe(false)
  expect(
    isOpen(
      Array.from({ length: 7 }, () => []),
      '2026-11-28',
      60,
    ),
  ).toBe(true)
})
it('a stretch that runs backwards or into another is found', () => {
  expect(
    badStretch([
      [480, 720],
      [700, 800],
    ]),
  ).toBe(1)
  expect(badStretch([[720, 480]])).toBe(0)
  expect(
    badStretch([
      [480, 720],
      [720, 800],
    ]),
  ).toBe(-1)
})
it.each([
  ['Zoë’s Interiors & Co', 'zoe-s-interiors-co'],
  ['  Heron Slip  ', 'heron-slip'],
  ['洗车', ''],
])('“%s” is written “%s” for signing in', (name, code) => expect(shopCode(name)).toBe(code))

it('a product list: good lines as cans, bad ones with the column and why', () => {
  const rows = readProducts(
    [
      {
        name: 'Wash',
        'used as': 'apc',
        families: 'alkali; anionic',
        ph: 'alkaline',
        'by hand': '1:15',
        'at most': '1:5',
        'pack ml': '5000',
        price: '31,50',
      },
      { name: '', 'used as': 'soup', 'by hand': 'a bit', price: 'cheap' },
    ],
    {
      currency: 'EUR',
      catalogue,
      roleOf: (name) => catalogue.products.find((p) => p.id === name)?.id,
      idOf: (i) => `own-${i}`,
    },
  )
  expect(rows[0]).toMatchObject({
    line: 2,
    faults: [],
    can: {
      name: 'Wash',
      role: 'apc',
      families: ['alkali', 'anionic'],
      strengths: [{ purpose: 'trim', by: 'hand', label: '1:15', ratio: { concentrate: 1, water: 15 } }],
      packs: [{ ml: 5000, price: 3150 }],
    },
  })
  expect(rows[1]!.can).toBeNull()
  expect(rows[1]!.line).toBe(3)
  expect(rows[1]!.faults.map((f) => f.column)).toEqual(['name', 'used as', 'price', 'by hand'])
})
