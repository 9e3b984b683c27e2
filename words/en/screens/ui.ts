export const words = {
  notDone: 'Not done.',
  retry: 'Try again',
  more: (n: number) => `and ${n} more`,
  fetching: 'Fetching',
  before: (what: string) => `Before: ${what}`,
  after: (what: string) => `After: ${what}`,
  beforeAndAfter: (what: string) => `Before and after, ${what}`,
  keptHere: 'Kept on this device',
  notSent: 'Kept on this device, not sent yet',
  notTaken: (what: string, about: string, at: string) => `Not taken: ${what}, ${about}, ${at}.`,
  readIt: 'Read; remove it',
  /** What was tapped, by its event. */
  tapped: {
    'step-started': 'started',
    'step-finished': 'done',
    'step-paused': 'paused',
    'step-skipped': 'skipped',
    'stop-refused': 'refused',
    'skill-waived': 'let somebody do',
    'timer-started': 'dwell started',
    'timer-ended': 'dwell over',
    'check-passed': 'passed',
    'check-failed': 'not right',
    'damage-found': 'damage written down',
    'air-read': 'meter read',
    'moisture-read': 'meter read',
    'handed-over': 'handed over',
    note: 'note',
  } as Record<string, string>,
  longer: (minutes: number) =>
    Math.round(minutes) === 0
      ? 'About as long.'
      : `${Math.abs(Math.round(minutes))} min ${minutes > 0 ? 'more' : 'less'} hands-on.`,
  moved: 'Steps stand in another order.',
  comes: 'Added',
  goes: 'Dropped',
  changes: 'Changed',
}
