export const words = {
  notCheckedIn: 'not checked in',
  vehicles: 'Vehicles',
  crew: 'Crew',
  lanes: 'Who is on what, over the day',
  needs: 'Needs someone',
  nobody: 'Nobody is needed right now.',
  noJobs: 'No vehicles today. Check one in.',
  noPlan: 'No plan for today yet.',
  arrives: 'Expected',
  now: 'now',
  empty: (name: string) => `Empty and rinse: ${name}`,
  past: (product: string) => `${product}, past its life`,
}
