/// <reference lib="webworker" />

import { type Fitted, fitWithin, type MenuEntry, timeMenu } from '#core/procedures/limit/time-limit.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'

/** A car to weigh up for every time; or, after that, a time of it to look at closely. */
export type FitAsked = Car | { minutes: number }
interface Car {
  request: ProcedureRequest
  crew: number
  catalogue: WordedCatalogue
}
export type FitAnswer = { share: number } | { menu: MenuEntry[] } | { minutes: number; closely: Fitted | undefined }

const tell = (answer: FitAnswer) => self.postMessage(answer)
let car: Car | undefined
let minutes: number | undefined

/** The time asked for last; those asked for while another was looked at are passed over. */
function lookClosely() {
  if (!car || minutes === undefined) return
  const { request, crew, catalogue } = car
  const asked = minutes
  minutes = undefined
  tell({ minutes: asked, closely: fitWithin(request, { minutes: asked, crew }, catalogue) })
}

/** What fits into how much time. Away from the main thread: some dozens of procedures are made and planned. */
self.onmessage = ({ data }: MessageEvent<FitAsked>) => {
  if ('minutes' in data) {
    minutes = data.minutes
    setTimeout(lookClosely)
    return
  }
  car = data
  const menu = timeMenu(data.request, data.crew, data.catalogue, (share) => {
    tell({ share })
    return true
  })
  tell({ menu })
}
