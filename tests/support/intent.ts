import { v7 as uuidv7 } from 'uuid'

/** Something said to a job's ledger, as a device sends it. */
export const intent = (type: string, data: object) => ({
  id: uuidv7(),
  type,
  data,
  device: 'test',
  deviceSeq: 1,
  deviceTime: new Date().toISOString(),
})
