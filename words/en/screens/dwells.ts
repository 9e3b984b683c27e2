export const words = {
  elsewhere: (car: string) => `Dwelling in ${car}`,
  dwellLeft: 'not before',
  driesIn: 'dries on in',
  dried: 'past its dwell: re-mist',
}
