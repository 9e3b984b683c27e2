/** Who is signed in, and what they may do. */
export interface SessionView {
  person: string
  name: string
  role: 'owner' | 'lead' | 'technician' | 'front-desk'
  shopName: string
  timeZone: string
  permissions: string[]
}
