/// <reference lib="webworker" />

import type { AirSetting } from '#core/catalogue/air.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { dry } from '#core/drying/dry.ts'
import type { DryRequest } from '#core/drying/schema.ts'

export interface Asked {
  id: number
  request: DryRequest
  materials: Catalogue['materials']
  airs: AirSetting[]
}

/** A car's drying, worked out beside the page. */
self.onmessage = ({ data: { id, request, ...catalogue } }: MessageEvent<Asked>) =>
  self.postMessage({ id, answer: dry(request, catalogue) })
