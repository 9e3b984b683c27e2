import { shopCode } from './code.ts'
import { type Home, homes } from './kit.ts'
import type { Hand, Machine, SetUp } from './set-up.ts'
import type { Stretches } from './week.ts'

/** Columns of a list of people and of a list of machines; which one a file is, its headings say. */
export const peopleColumns = ['name', 'role', 'skills', 'hours'] as const
export const machineColumns = ['machine', 'count', 'home'] as const

export interface ListFault {
  /** The heading is line 1. */
  line: number
  message: string
}

interface Ground {
  /** The machine or skill that a name means. */
  machineOf(name: string): string | undefined
  skillOf(name: string): string | undefined
  roleOf(name: string): Hand['role'] | undefined
  readHours(text: string): Stretches | undefined
}

type Cells = Readonly<Record<string, string>>
const cell = (cells: Cells, column: string) => (cells[column] ?? '').trim()

function machineIn(cells: Cells, { machineOf }: Ground): Machine | string {
  const name = cell(cells, 'machine')
  const kind = machineOf(name)
  if (!kind) return `No machine is called “${name}”.`
  const count = cell(cells, 'count') === '' ? 1 : Number(cell(cells, 'count'))
  if (!Number.isInteger(count) || count < 0 || count > 100) return `“${cell(cells, 'count')}” is no number of machines.`
  const home = cell(cells, 'home').toLowerCase()
  if (home !== '' && !homes.includes(home as Home)) return `A machine stands in the ${homes.join(', ')}, not “${home}”.`
  return { kind, count, home: home === '' ? null : (home as Home), broken: null, upkeep: null }
}

function handIn(cells: Cells, { skillOf, roleOf, readHours }: Ground, taken: readonly string[]): Hand | string {
  const name = cell(cells, 'name')
  if (name === '') return 'A name is needed.'
  const login = shopCode(name)
  if (login === '') return `“${name}” cannot be written for signing in: add them on the screen.`
  if (taken.includes(login)) return `Somebody who signs in as “${login}” is there already.`
  const role = cell(cells, 'role') === '' ? 'technician' : roleOf(cell(cells, 'role'))
  if (!role) return `There is no role “${cell(cells, 'role')}”.`
  const named = cell(cells, 'skills')
    .split(/[;,]/)
    .map((s) => s.trim())
    .filter(Boolean)
  const unknown = named.find((s) => skillOf(s) === undefined)
  if (unknown !== undefined) return `No skill is called “${unknown}”.`
  const shifts = readHours(cell(cells, 'hours'))
  if (!shifts) return `“${cell(cells, 'hours')}” are no hours: 8–12, 12:30–17.`
  return { login, name, role, skills: named.map((s) => skillOf(s)!), shifts, week: null, daysOff: [], trainee: false }
}

/**
 * A shop's set-up with the lines of a list in it: people who come, machines with their new counts. A bad line says what is wrong and is left out.
 * @param lines cells by heading, small letters
 * @returns undefined where the headings are of neither list
 */
export function withList(
  setUp: SetUp,
  lines: readonly Cells[],
  ground: Ground,
): { setUp: SetUp; faults: ListFault[] } | undefined {
  const headings = Object.keys(lines[0] ?? {})
  const faults: ListFault[] = []
  let next = setUp
  const ofMachines = headings.includes('machine')
  if (!ofMachines && !headings.includes('name')) return undefined
  lines.forEach((cells, i) => {
    if (ofMachines) {
      const machine = machineIn(cells, ground)
      if (typeof machine === 'string') faults.push({ line: i + 2, message: machine })
      else
        next = {
          ...next,
          machines: [...next.machines.filter((m) => m.kind !== machine.kind), machine].sort((a, b) =>
            a.kind.localeCompare(b.kind),
          ),
        }
    } else {
      const hand = handIn(
        cells,
        ground,
        next.people.map((p) => p.login),
      )
      if (typeof hand === 'string') faults.push({ line: i + 2, message: hand })
      else next = { ...next, people: [...next.people, hand] }
    }
  })
  return { setUp: next, faults }
}
