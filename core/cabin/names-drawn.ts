import type { Box } from './parts.ts'

/** Sizes a place's name is tried at on the whole car, and a part's in an opened place; px. */
export const nameSizes = [14, 13, 12, 11, 10, 9]
export const partSizes = [15, 14, 13, 12, 11, 10, 9]

/** Where in a box a name may stand: clear of its border. */
export const nameBox = ({ x, y, w, h }: Box): Box => ({ x: x + 3, y: y + 2, w: w - 6, h: h - 4 })
