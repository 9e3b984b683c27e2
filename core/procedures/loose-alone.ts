/** As a rung: loose dirt is vacuumed, and what is not loose stays. */
export const looseAlone = 0.5
