export const words = {
  vehicle: 'Find a vehicle',
  none: (text: string) => `No vehicle here is called “${text}”.`,
}
