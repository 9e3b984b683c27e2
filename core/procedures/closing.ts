/** Stages of what every car has, whatever is done to it: where there is nothing else, there is nothing to do. */
export const frameStages: ReadonlySet<string> = new Set(['receive', 'clear', 'refit', 'shut', 'final', 'hand-over'])

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
