/** How good is good enough, as people say it. */
export const finishes: { value: 'trade' | 'standard' | 'show'; label: string }[] = [
  { value: 'trade', label: 'presentable' },
  { value: 'standard', label: 'standard' },
  { value: 'show', label: 'show' },
]

/** User-visible words of the shell. */
export const words = {
  screensOf: (callSign: string) => `${callSign}: screens`,
  placesName: 'Places',
  product: 'Chamomile',
  places: {
    day: 'Day',
    checkIn: 'Check-in',
    mixing: 'Mixing',
    plan: 'Plan',
    work: 'Work',
    customers: 'Customers',
    standards: 'Standards',
    shop: 'Shop',
    records: 'Records',
    stock: 'Stock',
  },
  job: { checkIn: 'Check-in', procedure: 'Procedure', work: 'Work', final: 'Final check', report: 'Handover' },
  handOver: 'Someone else takes over',
  signOut: 'Sign out',
  savingFirst: 'Saving first …',
  runsOn: 'A step or a timer of yours is running. It runs on.',
  keptHere: 'Kept on this device',
  tapsKept: (n: number) => `${n} ${n === 1 ? 'tap' : 'taps'} kept on this device, not sent yet`,
  draftKept: 'Kept on this device, not saved yet:',
  draftName: {
    checkIn: (title: string) => `check-in of ${title}`,
    settings: (title: string) => `procedure of ${title}`,
  },
  pin: 'PIN',
  enter: 'Start work',
  back: 'Someone else',
  shortcuts: 'Keys on this screen',
  theme: { bay: 'Bay theme', paper: 'Paper theme' },
  loading: 'Fetching …',
  again: 'Try again',
  partMissing: 'No connection: this screen has not been fetched yet.',
  broken: 'This screen could not be shown.',
  nothingLost: 'What was saved is safe. Try again when the signal is back, or go to another place above.',
  nothingHere: 'There is nothing at this address.',
  toDay: 'Go to the day',
}
