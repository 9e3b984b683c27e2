import type { catalogueWires } from './catalogue/wire.ts'
import type { checkInWires } from './check-in/wire.ts'
import type { customersWires } from './customers/wire.ts'
import type { dayWires } from './day/wire.ts'
import type { exportWires } from './export/wire.ts'
import type { handoverWires } from './handover/wire.ts'
import type { mixingWires } from './mixing/wire.ts'
import type { peopleWires, signInWires } from './people/wire.ts'
import type { photosWires } from './photos/wire.ts'
import type { planWires } from './plan/wire.ts'
import type { proceduresWires } from './procedures/wire.ts'
import type { recordsWires } from './records/wire.ts'
import type { shopWires } from './shop/wire.ts'
import type { stockWires } from './stock/wire.ts'
import type { vehiclesWires } from './vehicles/wire.ts'
import type { weatherWires } from './weather/wire.ts'
import type { workWires } from './work/wire.ts'

/** Every route of the product, for the browser's typed client. */
export type Api = typeof signInWires &
  typeof peopleWires &
  typeof dayWires &
  typeof catalogueWires &
  typeof checkInWires &
  typeof photosWires &
  typeof customersWires &
  typeof vehiclesWires &
  typeof proceduresWires &
  typeof mixingWires &
  typeof stockWires &
  typeof planWires &
  typeof workWires &
  typeof handoverWires &
  typeof shopWires &
  typeof recordsWires &
  typeof exportWires &
  typeof weatherWires
