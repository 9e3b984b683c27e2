import type { Sheet } from '#core/cabin/sheet.ts'

/** Nose-up: turned a quarter clockwise, so that the car's front is at the top and its right side at the right. */
export function turned(sheet: Sheet): Sheet {
  const turn = <R extends { x: number; y: number; w: number; h: number }>(r: R): R => ({
    ...r,
    x: sheet.height - r.y - r.h,
    y: r.x,
    w: r.h,
    h: r.w,
  })
  return {
    width: sheet.height,
    height: sheet.width,
    patches: sheet.patches.map(turn),
    outline: turn(sheet.outline),
    wheel: { ...sheet.wheel, x: sheet.height - sheet.wheel.y, y: sheet.wheel.x },
  }
}
