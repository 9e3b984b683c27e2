export const logit = (p: number): number => Math.log(p / (1 - p))
const sigmoid = (x: number) => 1 / (1 + Math.exp(-x))

/** A chance moved on the logit scale, where no step leads out of 0 to 100. @param percent what is certain stays so @returns percent */
export const shifted = (percent: number, shift: number): number =>
  percent <= 0 || percent >= 100 ? percent : 100 * sigmoid(logit(percent / 100) + shift)
