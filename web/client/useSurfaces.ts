import { useMemo } from 'react'
import type { Body, Surface } from '#core/cabin/schema.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { useCatalogue } from './session.ts'

const none: Surface[] = []

/** The surfaces of a body; none before the catalogue is here. */
export function useSurfaces(body: Body | undefined): readonly Surface[] {
  const kinds = useCatalogue().data?.surfaces
  return useMemo(() => (body && kinds ? surfacesOf(body, kinds) : none), [body, kinds])
}
