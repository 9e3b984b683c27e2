import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { firstScreenScript } from '../../bin/budget.ts'

const recorded = JSON.parse(readFileSync('docs/bench.json', 'utf8')) as {
  firstScreen: { scriptBytes: number; largestPaintMs: number }
}

it('the first screen loads at most 350 kB of script, and no more than 5 % above what the bench recorded', () => {
  const { bytes, files } = firstScreenScript('dist/web')
  expect(files.length).toBeGreaterThan(1)
  expect(bytes).toBeLessThanOrEqual(350_000)
  expect(bytes).toBeLessThanOrEqual(recorded.firstScreen.scriptBytes * 1.05)
})
