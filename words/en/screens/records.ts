/** User-visible words of the records: every job there ever was. */
export const words = {
  title: 'All cars, past and present',
  outbox: 'Sent to customers',
  figures: 'What the records say',
  find: 'Plate, customer, car',
  state: 'State',
  states: [
    { value: 'all', label: 'every state' },
    { value: 'draft', label: 'expected' },
    { value: 'checked-in', label: 'here' },
    { value: 'handed-over', label: 'handed over' },
    { value: 'called-off', label: 'called off' },
  ],
  stateNames: {
    draft: 'expected',
    'checked-in': 'here',
    'handed-over': 'handed over',
    'called-off': 'called off',
  } as Record<string, string>,
  from: 'From',
  to: 'Until',
  none: 'No car fits that. Take a word or a day away.',
  older: 'Older',
}
