export const words = {
  title: 'Chamomile',
  lead: 'Interior detailing: what the car needs, in what order, mixed right, done by whom.',
  shop: 'Shop',
  name: 'Name',
  pin: 'PIN',
  enter: 'Start work',
}
