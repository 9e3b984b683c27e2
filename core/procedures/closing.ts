/** Stages that close a job: over only when everything before them is, and due again when something new comes before them. */
export const closingStages: ReadonlySet<string> = new Set([
  'recheck',
  'final-vacuum',
  'seats-in',
  'refit',
  'shut',
  'put-away',
  'final',
  'hand-over',
])
