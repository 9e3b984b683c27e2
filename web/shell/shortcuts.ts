export interface Shortcut {
  keys: string
  does: string
}

const everywhere: Shortcut[] = [
  { keys: '?', does: 'show these keys' },
  { keys: 'Tab, Shift Tab', does: 'go to the next or previous control' },
  { keys: 'Enter, Space', does: 'press what has the focus' },
  { keys: 'Esc', does: 'close a dialog' },
]

/** Keys by screen: the first pattern that fits the path. */
const byScreen: [RegExp, Shortcut[]][] = [
  [
    /\/check-in$/,
    [
      { keys: '← → ↑ ↓', does: 'go to the next place of the car, or part of an opened place' },
      { keys: '0 1 2 3 4', does: 'set its soil, and take that brush' },
      { keys: 'H, G', does: 'hair or grit, one level more each time' },
      {
        keys: 'S, D, W, O, B',
        does: 'put the stain, damage, wetness, smell or biohazard in hand on it, or take it off',
      },
      { keys: 'Enter', does: 'open a place' },
      { keys: 'Space', does: 'brush it' },
      { keys: 'U, R', does: 'undo, redo' },
    ],
  ],
  [/\/procedure$/, [{ keys: 'Enter', does: 'open a step: why here, how, cautions' }]],
  [
    /^\/plan$/,
    [
      { keys: 'Enter', does: 'pick the block in focus; its steps appear beside the lanes' },
      { keys: '← →', does: 'move the block in focus five minutes, an hour with Shift' },
      { keys: '↑ ↓', does: 'give the block in focus to somebody else' },
      { keys: 'Enter, Esc', does: 'keep a block you moved, or leave it where it was' },
      { keys: '+ −', does: 'see less of the day, larger, or more of it' },
    ],
  ],
  [/\/work$/, [{ keys: 'Enter', does: 'start, finish, pause or skip, whichever has the focus' }]],
]

export const shortcutsOn = (path: string): Shortcut[] => [
  ...(byScreen.find(([pattern]) => pattern.test(path))?.[1] ?? []),
  ...everywhere,
]
