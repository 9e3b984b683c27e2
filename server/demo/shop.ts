import type { Outline } from '#server/database/schema.ts'
import type { Role } from '#server/http/roles.ts'
import { firstContainers, firstEquipment } from '#server/people/first-kit.ts'

export interface ShopSpec {
  code: string
  name: string
  people: {
    login: string
    name: string
    role: Role
    pin: string
    password?: string
    skills: string[]
    shifts: [number, number][]
  }[]
  equipment: { kind: string; count: number }[]
  containers: { name: string; place?: string; capacity: number; graduation: number; outline: Outline }[]
}

const day: [number, number][] = [
  [480, 720],
  [750, 1080],
]

/** Bottles with something in them before the day begins: name, where it stands, product, parts of water, filled to (ml), days old. */
export const bottlesInUse: [
  name: string,
  place: string,
  product: string,
  water: number,
  fill: number,
  daysOld: number,
][] = [
  ['Trigger bottle, green band', 'trolley, top shelf', 'apc', 10, 480, 0],
  ['Trigger bottle, plain', 'rack by the hatch', 'neutral-cleaner', 20, 400, 9],
]

/** The made-up shop of the demonstration: a lakeside town that is on no map. */
export const demoShop: ShopSpec = {
  code: 'reedmere',
  name: 'Heron Slip Interiors, Reedmere',
  people: [
    { login: 'odile', name: 'Odile', role: 'owner', pin: '7301', password: 'lakeside-heron', skills: [], shifts: [] },
    { login: 'tam', name: 'Tam', role: 'lead', pin: '4182', skills: ['extract', 'leather', 'spotting'], shifts: day },
    { login: 'ines', name: 'Ines', role: 'technician', pin: '2694', skills: ['extract', 'leather'], shifts: day },
    { login: 'jory', name: 'Jory', role: 'technician', pin: '5560', skills: [], shifts: day },
    { login: 'wren', name: 'Wren', role: 'technician', pin: '8137', skills: ['spotting'], shifts: day },
    { login: 'bea', name: 'Bea', role: 'front-desk', pin: '3925', skills: [], shifts: [] },
  ],
  equipment: [
    ...firstEquipment,
    { kind: 'drying-blower', count: 2 },
    { kind: 'bay', count: 4 },
    { kind: 'wash-bay', count: 1 },
  ],
  containers: [
    ...firstContainers,
    ...bottlesInUse.map(([name, place]) => ({
      ...firstContainers.find((c) => c.name === 'Trigger bottle')!,
      name,
      place,
    })),
  ],
}
