import { sentence } from '#core/units/format.ts'
import type { CabinWords } from '#words/names.ts'

const side: Record<string, string> = { l: 'left', r: 'right', c: 'centre', cl: 'centre left', cr: 'centre right' }
const rowWord = (row: number, rows: number) =>
  row === 1 ? 'Front' : row === rows && rows === 2 ? 'Rear' : row === 2 ? 'Second-row' : 'Third-row'

const groups: Record<string, string> = {
  dash: 'dash and console',
  'doors-left': 'left doors',
  'doors-right': 'right doors',
  overhead: 'overhead',
  pillars: 'pillars and hatch',
  load: 'load area',
  mats: 'mats',
  glass: 'all glass',
  'glass-outside': 'all glass',
  jambs: 'all jambs',
  belts: 'belts',
  car: 'whole car',
}

/** Row and side of a zone that has them: "seat-2cl" is row 2, "cl". */
const rowAndSide = (zone: string) => {
  const [, row = '0', letters = ''] = /-(\d)([a-z]*)$/.exec(zone) ?? []
  return { row: Number(row), letters }
}

export const cabin: CabinWords = {
  surface({ place, zone, rows, driver, sliding }, kind) {
    const { row, letters } = rowAndSide(zone)
    const front = driver ? 'Driver' : 'Passenger'
    const where = `${rowWord(row, rows)} ${side[letters]}`
    const label: Record<string, () => string> = {
      seat: () => `${row === 1 && letters !== 'c' ? front : where} seat`,
      foot: () => `${row === 1 ? front : where} footwell`,
      overhead: () => `${rowWord(row, rows)} roof`,
      pillar: () => rowWord(row, rows),
      door: () => `${where} ${sliding ? 'sliding door' : 'door'}`,
    }
    const labelled: Record<string, keyof typeof label> = {
      bucket: 'seat',
      bench: 'seat',
      'foot-front': 'foot',
      'foot-rear': 'foot',
      overhead: 'overhead',
      pillar: 'pillar',
      'door-front': 'door',
      'door-rear': 'door',
    }
    const of = labelled[place]
    return sentence(of ? `${label[of]!()} ${kind}` : kind)
  },
  group(group, rows) {
    const match = /^(seats|floor)-(\d)$/.exec(group)
    if (!match) return groups[group] ?? group
    return `${rowWord(Number(match[2]), rows).toLowerCase()} ${match[1]}`
  },
}
