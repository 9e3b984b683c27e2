import { writeFileSync } from 'node:fs'
import { catalogue } from '#catalogue/catalogue.ts'
import { fittedProcedure } from '#core/procedures/limit/time-limit.ts'
import { sampleCars, summaryOf } from './sample-cars.ts'

// Writes the sample cars as files for `bin/chamomile procedure`, and in few words what it answers to each: a test compares the two, so that
// a change of the catalogue shows what it does to twenty cars.
const answers: Record<string, ReturnType<typeof summaryOf>> = {}
for (const [name, request] of Object.entries(sampleCars())) {
  writeFileSync(`samples/${name}.json`, `${JSON.stringify(request, null, 1)}\n`)
  answers[name] = summaryOf(fittedProcedure(request, catalogue))
}
writeFileSync('samples/answers.json', `${JSON.stringify(answers, null, 2)}\n`)
