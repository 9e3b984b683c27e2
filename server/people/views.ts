export interface SessionView {
  person: string
  name: string
  role: 'owner' | 'lead' | 'technician' | 'front-desk'
  shopName: string
  timeZone: string
  permissions: string[]
}
export interface PersonView {
  id: string
  name: string
  role: string
  skills: string[]
}
