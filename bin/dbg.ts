import { catalogue } from '#catalogue/catalogue.ts'
import { generateProcedure } from '#core/procedures/generate.ts'
import { bodyNamed, requestFor } from '../tests/fixtures/cars.ts'
const r = requestFor(bodyNamed('hatchback'), { 'foot-1l.carpet': { soil: 2, biohazard: ['sharps'] }, 'seat-1l.seat-base': { soil: 2, stains: [{ kind: 'gum', age: 'old', attempts: 0 }] } })
const p = generateProcedure(r, catalogue)
for (const s of p.steps) console.log(s.id, s.stage, s.minutes)
