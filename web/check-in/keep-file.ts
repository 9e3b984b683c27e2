import type { CheckIn } from '#core/procedures/schema.ts'

/** Gives a check-in out as a JSON file (docs/schemas/check-in.json). */
export function keepFile(checkIn: CheckIn): void {
  const url = URL.createObjectURL(new Blob([JSON.stringify(checkIn, null, 2)], { type: 'application/json' }))
  const link = document.createElement('a')
  link.href = url
  link.download = `check-in-${checkIn.vehicle.plate.replaceAll(/[^\w-]+/g, '-')}.json`
  link.click()
  URL.revokeObjectURL(url)
}
