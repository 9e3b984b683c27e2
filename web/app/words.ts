/** User-visible words of the shell. */
export const words = {
  product: 'Chamomile',
  places: { day: 'Day', checkIn: 'Check-in', mixing: 'Mixing', plan: 'Plan', work: 'Work' },
  job: { checkIn: 'Check-in', procedure: 'Procedure', work: 'Work', final: 'Final check', report: 'Handover' },
  signOut: 'Sign out',
  theme: { bay: 'Bay theme', paper: 'Paper theme' },
  loading: 'Fetching …',
  again: 'Try again',
  nothingHere: 'There is nothing at this address.',
  toDay: 'Go to the day',
}
