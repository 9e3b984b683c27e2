/** Long sets run a tenth in `npm test` and whole in `npm run test:long`. */
const whole = process.env.CHAMOMILE_LONG === '1'
export const share = (count: number): number => (whole ? count : Math.ceil(count / 10))
