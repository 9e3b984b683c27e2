/** What fields say wherever they stand. */
export const words = {
  withoutPhoto: 'Without this photo',
  noMoney: 'An amount like 45.50.',
  days: ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'],
  hoursOf: (day: string) => `${day}: hours`,
  shut: 'shut',
  badHours: 'Hours like 8–12, 12:30–17.',
  likeMonday: 'Tuesday to Friday like Monday',
  signHere: 'Field to sign in, empty',
  signed: 'Signature',
  signAgain: 'Sign again',
  dayHint: 'like 4 Dec 2026',
  ratioHint: '1:10, 3 %, 4 oz/gal …',
  meant: (name: string) => `${name}: which is meant?`,
}
