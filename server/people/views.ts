export interface PersonView {
  id: string
  name: string
  role: string
  skills: string[]
}
