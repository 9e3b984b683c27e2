/** User-visible words of the shell. */
export const words = {
  product: 'Chamomile',
  places: { day: 'Day', checkIn: 'Check-in', mixing: 'Mixing', plan: 'Plan', work: 'Work', people: 'People' },
  job: { checkIn: 'Check-in', procedure: 'Procedure', work: 'Work', final: 'Final check', report: 'Handover' },
  handOver: 'Someone else takes over',
  shortcuts: 'Keys on this screen',
  theme: { bay: 'Bay theme', paper: 'Paper theme' },
  loading: 'Fetching …',
  again: 'Try again',
  nothingHere: 'There is nothing at this address.',
  toDay: 'Go to the day',
}
