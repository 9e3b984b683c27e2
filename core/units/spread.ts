/** Spreads of what work takes, on the log scale (catalogue D1): each step its own, and the car's, which all of its steps share. */
export const stepSpread = 0.3
export const carSpread = { usual: 0.2, severe: 0.3 }
