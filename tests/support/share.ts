/** Whether this is the long run, in which every set is whole. */
export const whole = process.env.CHAMOMILE_LONG === '1'
/** Long sets run a tenth in `npm test` and whole in `npm run test:long`. */
export const share = (count: number): number => (whole ? count : Math.ceil(count / 10))
