import type { Outline } from '#server/database/schema.ts'
import type { Role } from '#server/http/roles.ts'

export interface ShopSpec {
  code: string
  name: string
  people: { login: string; name: string; role: Role; pin: string; skills: string[]; shifts: [number, number][] }[]
  equipment: { kind: string; count: number }[]
  containers: { name: string; capacity: number; graduation: number; outline: Outline }[]
}

const day: [number, number][] = [
  [480, 720],
  [750, 1080],
]

/** A bottle with a straight body, a shoulder and a neck. Sizes in mm and ml. */
function bottle(width: number, body: number, neck: number, volume: number, sprayer: boolean): Outline {
  const half = width / 2
  return {
    profile: [
      [0, half - 3],
      [4, half],
      [body, half],
      [body + 22, half * 0.62],
      [body + 34, neck / 2],
      [body + 48, neck / 2],
    ],
    fill: [
      [0, 0],
      [body, volume * 0.93],
      [body + 22, volume],
    ],
    sprayer,
  }
}

const jug = (width: number, height: number, volume: number): Outline => ({
  profile: [
    [0, width * 0.42],
    [height, width * 0.5],
  ],
  fill: [
    [0, 0],
    [height * 0.5, volume * 0.46],
    [height, volume],
  ],
  sprayer: false,
})

/** The made-up shop of the demonstration: a lakeside town that is on no map. */
export const demoShop: ShopSpec = {
  code: 'reedmere',
  name: 'Heron Slip Interiors, Reedmere',
  people: [
    { login: 'odile', name: 'Odile', role: 'owner', pin: '7301', skills: [], shifts: [] },
    { login: 'tam', name: 'Tam', role: 'lead', pin: '4182', skills: ['extract', 'leather', 'spotting'], shifts: day },
    { login: 'ines', name: 'Ines', role: 'technician', pin: '2694', skills: ['extract', 'leather'], shifts: day },
    { login: 'jory', name: 'Jory', role: 'technician', pin: '5560', skills: [], shifts: day },
    { login: 'wren', name: 'Wren', role: 'technician', pin: '8137', skills: ['spotting'], shifts: day },
    { login: 'bea', name: 'Bea', role: 'front-desk', pin: '3925', skills: [], shifts: [] },
  ],
  equipment: [
    { kind: 'vacuum', count: 2 },
    { kind: 'wet-vac', count: 1 },
    { kind: 'extractor', count: 1 },
    { kind: 'pad-machine', count: 1 },
  ],
  containers: [
    { name: 'Spray bottle, small', capacity: 450, graduation: 1, outline: bottle(68, 118, 26, 470, true) },
    { name: 'Spray bottle', capacity: 900, graduation: 5, outline: bottle(84, 162, 28, 946, true) },
    { name: 'Measuring jug', capacity: 2000, graduation: 10, outline: jug(140, 170, 2000) },
    { name: 'Pump sprayer', capacity: 4500, graduation: 10, outline: bottle(178, 190, 60, 5000, true) },
  ],
}
