import { writeFileSync } from 'node:fs'
import type { Reporter, TestModule } from 'vitest/node'

/** Counts what really ran and leaves it for bin/test.mjs, which owns the closing line. A file that cannot be imported is a failure too. */
export default class CountReporter implements Reporter {
  onTestRunEnd(modules: ReadonlyArray<TestModule>, errors: ReadonlyArray<unknown>) {
    let passed = 0
    let failed = errors.length
    let skipped = 0
    for (const module of modules) {
      failed += module.errors().length
      for (const test of module.children.allTests()) {
        const state = test.result().state
        if (state === 'passed') passed++
        else if (state === 'failed') failed++
        else skipped++
      }
      for (const suite of module.children.allSuites()) failed += suite.errors().length
    }
    const file = process.env.CHAMOMILE_COUNT
    if (file) writeFileSync(file, JSON.stringify({ passed, failed, skipped }))
  }
}
