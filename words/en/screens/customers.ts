import { finishes } from './shell.ts'

export const words = {
  records: 'All their cars, past and present',
  title: 'Customers',
  find: 'Find by name or contact',
  notFound: (text: string) => `Nobody has “${text}” in name or contact.`,
  more: 'More',
  none: 'No customers kept yet. A check-in can keep the one it names.',
  pick: 'Pick a customer to see or change what is kept.',
  fields: {
    name: 'Name',
    contact: 'Contact',
    sensitivities: 'To take care of',
    notes: 'Notes',
    finish: 'Finish level',
  },
  hints: { contact: 'phone or mail', sensitivities: 'asthma, perfume, allergy, controls for a disability', notes: '' },
  finishes,
  save: 'Save',
  theirCars: 'Their cars, past and present',
  saved: 'Saved',
  stale: 'Somebody changed this customer meanwhile. What is there now is shown; save again if yours still holds.',
  erase: 'Erase on request',
  eraseTitle: (name: string) => `Erase ${name}?`,
  eraseLead:
    'Name, contact, notes, signature, belongings and photos of all their vehicles go for good. What the cars were like and what worked stays, without the person. This cannot be undone.',
  eraseYes: 'Erase for good',
  keep: 'Keep',
}
