import { useCarried } from '#web/client/carried.ts'

/** The day's cars come along on the device of whoever works them. */
export default function Carried() {
  useCarried()
  return null
}
