import { type Static, Type } from '@sinclair/typebox'

/** Expected, here, gone with its work done, or never come. */
export const jobStates = ['draft', 'checked-in', 'handed-over', 'called-off'] as const
export const JobState = Type.Union(jobStates.map((state) => Type.Literal(state)))
export type JobState = Static<typeof JobState>
