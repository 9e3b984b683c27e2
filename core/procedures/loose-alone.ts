/** As a rung: loose dirt is vacuumed, and what stains it stays. */
export const looseAlone = 0.5
