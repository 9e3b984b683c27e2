import type { Outline } from '#server/database/schema.ts'

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

/** Containers every shop starts with; measured ones come later. */
export const firstContainers: { name: string; capacity: number; graduation: number; outline: Outline }[] = [
  { name: 'Dropper bottle', capacity: 100, graduation: 0.5, outline: bottle(44, 74, 20, 106, false) },
  { name: 'Spray bottle, small', capacity: 450, graduation: 1, outline: bottle(68, 118, 26, 470, true) },
  { name: 'Trigger bottle', capacity: 480, graduation: 2, outline: bottle(70, 124, 26, 500, true) },
  { name: 'Spray bottle, glass', capacity: 700, graduation: 5, outline: bottle(78, 150, 28, 750, true) },
  { name: 'Spray bottle', capacity: 900, graduation: 5, outline: bottle(84, 162, 28, 946, true) },
  { name: 'Measuring jug', capacity: 2000, graduation: 10, outline: jug(140, 170, 2000) },
  { name: 'Pump sprayer', capacity: 4500, graduation: 10, outline: bottle(178, 190, 60, 5000, true) },
]

/** Machines every shop starts with. */
export const firstEquipment: { kind: string; count: number }[] = [
  { kind: 'vacuum', count: 2 },
  { kind: 'wet-vac', count: 1 },
  { kind: 'extractor', count: 1 },
  { kind: 'pad-machine', count: 1 },
]
