import { type Role, roles } from '#server/database/schema.ts'

export { type Role, roles }

const everyone: readonly Role[] = roles
const leads: readonly Role[] = ['owner', 'lead']

/** What a person may do, by role. Every route names one permission, and this table is consulted for each request. */
export const permissions = {
  'day.see': everyone,
  'catalogue.see': everyone,
  'check-in.see': everyone,
  'check-in.write': ['owner', 'lead', 'front-desk'],
  'customers.see': everyone,
  'customers.write': ['owner', 'lead', 'front-desk'],
  'customers.erase': leads,
  'vehicles.see': everyone,
  'vehicles.write': leads,
  'photos.see': everyone,
  'photos.add': everyone,
  'procedure.see': everyone,
  'procedure.issue': leads,
  'standards.write': leads,
  'mixing.see': everyone,
  'mixing.log': ['owner', 'lead', 'technician'],
  'containers.write': leads,
  'stock.see': everyone,
  'stock.write': ['owner', 'lead', 'technician'],
  'plan.see': everyone,
  'plan.write': leads,
  'work.see': everyone,
  'work.do': ['owner', 'lead', 'technician'],
  'people.write': ['owner'],
  'records.see': ['owner', 'lead', 'front-desk'],
  'records.money': ['owner'],
  'shop.write': ['owner'],
  'session.own': everyone,
  'handover.see': everyone,
  'handover.give': ['owner', 'lead', 'front-desk'],
} satisfies Record<string, readonly Role[]>
export type Permission = keyof typeof permissions

export const may = (role: Role, permission: Permission): boolean =>
  (permissions[permission] as readonly Role[]).includes(role)
