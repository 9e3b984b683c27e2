import { expect, it } from 'vitest'
import { keyOf, readCustomers, writeCustomers } from './csv.ts'

const reed = { name: 'Ms Reed', contact: '555 01', sensitivities: '', notes: 'likes, commas', finish: 'show' as const }

it('a list goes out and comes back the same', () => {
  expect(readCustomers(writeCustomers([reed]), []).good).toEqual([reed])
})
it('good lines come, a bad one says why, nobody comes twice', () => {
  const csv = 'Name,Contact,Finish\nMs Reed,555 01,\nMr Alder,,shiny\n,12,\nMr Elder,,trade\nmr elder,,\n'
  const { good, faults } = readCustomers(csv, [keyOf(reed)])
  expect(good.map((c) => c.name)).toEqual(['Mr Elder'])
  expect(faults).toEqual([
    { line: 2, message: 'Ms Reed is there already.' },
    { line: 3, message: 'There is no finish “shiny”; there are trade, standard, show.' },
    { line: 4, message: 'A customer needs a name.' },
    { line: 6, message: 'mr elder is there already.' },
  ])
})
it('a cell that a spreadsheet would take for a formula is written as text', () => {
  expect(writeCustomers([{ ...reed, notes: '=1+1' }])).toContain("'=1+1")
})
