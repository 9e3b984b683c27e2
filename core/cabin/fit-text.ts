import type { Box } from './parts.ts'

/** A text as it is drawn in a box: its lines, their size, the middle of each, and whether it is written upwards. */
export interface FittedText {
  size: number
  lines: { text: string; x: number; y: number }[]
  upwards: boolean
}

/** Widths of letters in parts of their size, generously, for a semibold face such as ours: what fits by these fits on any screen. */
const narrow = new Set([..."iljtf.,’'-()r "])
const wide = new Set([...'mwMWGOQ'])
const widthOf = (text: string) =>
  [...text].reduce((sum, c) => sum + (narrow.has(c) ? 0.38 : wide.has(c) ? 0.9 : 0.6), 0)
const lineHeight = 1.15
/** Rather written upwards at this size than smaller across, px. */
const easySize = 11

/** Words on as many lines as they need in a width. */
function wrapped(text: string, width: number): string[] {
  const lines: string[] = []
  for (const word of text.split(' ')) {
    const last = lines.at(-1)
    if (last !== undefined && widthOf(`${last} ${word}`) <= width) lines[lines.length - 1] = `${last} ${word}`
    else lines.push(word)
  }
  return lines
}

/** The lines of a text at one size, as offsets from the middle of a box of such a width and height; none where it does not fit. */
function linesIn(text: string, width: number, height: number, size: number) {
  const lines = wrapped(text, width / size)
  const fits = lines.every((line) => widthOf(line) * size <= width) && lines.length * size * lineHeight <= height
  return fits ? lines.map((line, i) => ({ line, off: (i - (lines.length - 1) / 2) * size * lineHeight })) : undefined
}

/**
 * A text in a box at the largest of the sizes at which it fits, on as many lines as it needs; written upwards where it fits no other way.
 * @returns undefined where it fits at none of them
 */
export function fitText(text: string, box: Box, sizes: readonly number[]): FittedText | undefined {
  const [x, y] = [box.x + box.w / 2, box.y + box.h / 2]
  const readable = sizes.filter((size) => size >= easySize)
  const rest = sizes.filter((size) => size < easySize)
  for (const [upwards, tried] of [
    [false, readable],
    [true, readable],
    [false, rest],
    [true, rest],
  ] as const)
    for (const size of tried) {
      const lines = upwards ? linesIn(text, box.h, box.w, size) : linesIn(text, box.w, box.h, size)
      if (lines)
        return {
          size,
          upwards,
          lines: lines.map(({ line, off }) => ({ text: line, x: upwards ? x + off : x, y: upwards ? y : y + off })),
        }
    }
  return undefined
}
