import { type Static, Type } from '@sinclair/typebox'

/** What the driver needs of the work, by its effect: why they need it is nobody's business and is not written down. */
export const needs = ['no-scent', 'bare-controls', 'as-it-stood'] as const
export const Need = Type.Union(needs.map((need) => Type.Literal(need)))
export type Need = Static<typeof Need>
