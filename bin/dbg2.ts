import { catalogue } from '#catalogue/catalogue.ts'
import { generateProcedure } from '#core/procedures/generate.ts'
import { bodyNamed, requestFor } from '../tests/fixtures/cars.ts'
const b = bodyNamed('carrier'); 
const r = requestFor(b, { 'foot-2l.carpet': { soil: 3 }, 'load.load-floor': {soil: 3} })
const p = generateProcedure(r, catalogue)
for (const s of p.steps) console.log(s.id, s.stage, s.minutes, s.surfaces.length > 8 ? s.surfaces.length : s.surfaces.join())
console.log(b.materials)
