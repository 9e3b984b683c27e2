const short = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' })

export const words = {
  title: 'The week',
  about: 'What is booked, in hands-on time, over the hours that people are there (dashed).',
  book: 'Book a car',
  today: 'Today',
  dayOf: (day: string) => short.format(new Date(`${day}T12:00:00Z`)),
  nobody: 'nobody is there, nothing is booked',
  free: (there: string) => `nothing booked, ${there} free`,
  fits: (booked: string, there: string) => `${booked} of ${there}`,
  over: (booked: string, over: string) => `${booked}, ${over} too much`,
  bar: (booked: string, there: string) => `Booked ${booked}, there are ${there}`,
  comes: (at: string) => `comes ${at}`,
  here: 'here',
  unseen: 'not seen yet',
  move: 'Move',
  moveOf: (car: string) => `Another time for ${car}`,
  moveSay: 'Move it',
  onDay: 'Day',
  atTime: 'Time',
  later: (n: number) => (n === 1 ? 'One car comes later than that.' : `${n} cars come later than that.`),
}
