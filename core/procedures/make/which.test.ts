import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { checkListFor } from '#core/handover/check-list.ts'
import { speak } from '#words/en/speak.ts'
import { soiled } from '../../../tests/fixtures/soiled.ts'
import { generateProcedure } from './generate.ts'

const lips = (which?: string[]) => {
  const request = soiled(2)
  request.checkIn.functions = { windows: { works: false, ...(which ? { which } : {}) } }
  const { steps, residuals } = generateProcedure(request, catalogue)
  const worked = steps.filter((s) => s.area > 0).flatMap((s) => s.surfaces)
  return {
    worked: worked.filter((id) => id.endsWith('.lip-line')).map((id) => id.split('.')[0]),
    left: residuals.filter((r) => r.code === 'unreachable').map((r) => r.surface),
  }
}

describe('which of them does not work', () => {
  it('one dead window keeps its own lip line, the others are cleaned', () => {
    const { worked, left } = lips(['door-2l'])
    expect(new Set(worked)).toEqual(new Set(['door-1l', 'door-1r', 'door-2r']))
    expect(left).toEqual(['door-2l.lip-line'])
  })
  it('where nobody knows which, none is reached', () => {
    expect(lips().worked).toEqual([])
    expect(lips().left).toHaveLength(4)
  })
  it('the final check still looks at the lips of the windows that drop', () => {
    const { checkIn } = soiled(2)
    const surfaces = surfacesOf(checkIn.vehicle.body, catalogue.surfaces)
    const hasLip = (which?: string[]) =>
      checkListFor(
        { ...checkIn, functions: { windows: { works: false, ...(which ? { which } : {}) } } },
        surfaces,
        catalogue,
      ).some((place) => place.id === 'lip')
    expect([hasLip(['door-2l']), hasLip()]).toEqual([true, false])
  })
})

describe('what the driver needs', () => {
  it('stands among what holds for the whole car, as what the crew does', () => {
    const request = soiled(2)
    request.checkIn.needs = ['no-scent', 'as-it-stood']
    const said = generateProcedure(request, catalogue).notes.map(speak.note).join(' ')
    expect(said).toContain('Nothing scented in this car')
    expect(said).toContain('set them back')
    expect(generateProcedure(soiled(2), catalogue).notes.map(speak.note).join(' ')).not.toMatch(/scented|set them back/)
  })
})
