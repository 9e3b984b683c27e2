import type { Mix, Ratio } from '#core/mixing/schema.ts'

export interface ContainerView {
  id: string
  name: string
  capacity: number
  graduation: number
  outline: { profile: [number, number][]; fill: [number, number][]; sprayer: boolean }
}
export interface BatchView {
  id: string
  product: string
  ratio: Ratio
  container: string
  fill: number
  mix: Mix
  author: string
  made: string
}
/** What the open jobs need of one product at one ratio. */
export interface DemandView {
  product: string
  name: string
  ratio: Ratio
  ml: number
  jobs: { id: string; callSign: string; ml: number }[]
}
