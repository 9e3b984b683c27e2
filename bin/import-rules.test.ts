import { spawnSync } from 'node:child_process'
import { expect, it } from 'vitest'

/** Lints a piece of code as if it stood in `file`. @returns true when the import rules refuse it */
function refused(file: string, code: string): boolean {
  const done = spawnSync(
    process.execPath,
    ['node_modules/@biomejs/biome/bin/biome', 'lint', `--stdin-file-path=${file}`],
    { input: code, encoding: 'utf8' },
  )
  return (done.stdout + done.stderr).includes('noRestrictedImports')
}

it.each([
  ['core/mixing/x.ts', "import { readFileSync } from 'node:fs'\nexport const a = readFileSync\n"],
  [
    'core/mixing/x.ts',
    "import { generateProcedure } from '#core/procedures/generate.ts'\nexport const a = generateProcedure\n",
  ],
  ['core/cabin/x.ts', "import { mix } from '../mixing/mix.ts'\nexport const a = mix\n"],
  ['core/plan/x.ts', "import { catalogue } from '#catalogue/catalogue.ts'\nexport const a = catalogue\n"],
  ['server/mixing/x.ts', "import { x } from '#server/plan/store.ts'\nexport const a = x\n"],
  ['web/mixing/x.ts', "import { x } from '#web/plan/api.ts'\nexport const a = x\n"],
  ['web/ui/x.ts', "import { x } from '#web/app/session.ts'\nexport const a = x\n"],
])('%s may not import upward or sideways', (file, code) => expect(refused(file, code)).toBe(true))

it.each([
  ['core/procedures/x.ts', "import { mix } from '#core/mixing/mix.ts'\nexport const a = mix\n"],
  ['server/mixing/x.ts', "import { x } from '#server/http/problem.ts'\nexport const a = x\n"],
  ['web/mixing/x.ts', "import { x } from '#web/ui/Bottle.tsx'\nexport const a = x\n"],
])('%s may import downward', (file, code) => expect(refused(file, code)).toBe(false))
