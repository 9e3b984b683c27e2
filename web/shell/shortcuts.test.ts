import { expect, it } from 'vitest'
import { shortcutsOn } from './shortcuts.ts'

it('shows a screen its own keys first, then those that hold everywhere', () => {
  expect(shortcutsOn('/jobs/x/check-in')[0]!.keys).toBe('← → ↑ ↓')
  expect(shortcutsOn('/mixing').map((s) => s.keys)).toEqual(['?', 'Tab, Shift Tab', 'Enter, Space', 'Esc'])
  for (const path of ['/plan', '/work', '/jobs/x/work', '/jobs/x/procedure'])
    expect(shortcutsOn(path).at(-1)!.keys).toBe('Esc')
})
