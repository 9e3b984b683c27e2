import type { WayOff } from '#core/check-in/called-off.ts'

/** User-visible words of a booking that does not become a job. */
export const words = {
  notComing: (car: string) => `${car} does not come`,
  callOff: 'Call it off',
  ways: {
    'no-show': 'It did not come, and nobody called',
    cancelled: 'The customer called it off',
    withdrawn: 'We cannot take it',
  } satisfies Record<WayOff, string>,
  shortly: {
    'no-show': 'did not come',
    cancelled: 'called off by the customer',
    withdrawn: 'called off by us',
  } satisfies Record<WayOff, string>,
  why: 'What was said (may be left empty)',
  notComingShort: 'Not coming …',
  comesAfterAll: 'It comes after all',
  comesAfterAllOf: (car: string) => `It comes after all: ${car}`,
  calledOff: 'Called off',
  readOnly: 'Called off: read only.',
  said: (how: string, why: string, by: string, when: string) => `${how}${why ? `: “${why}”` : ''} (${by}, ${when})`,
}
