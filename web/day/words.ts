export const words = {
  needs: 'Needs someone',
  nobody: 'Nobody is needed right now.',
  noJobs: 'No vehicles today. Check one in.',
  noPlan: 'No plan for today yet.',
  arrives: 'Expected',
  now: 'now',
}
