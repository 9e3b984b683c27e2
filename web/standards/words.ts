export const words = {
  title: 'House rules',
  lead: 'Where good people disagree, the house decides. What is forbidden stays forbidden under every choice.',
  preview: 'On a sample car',
  minutes: (delta: number) =>
    Math.round(delta) === 0
      ? 'About as long.'
      : `${Math.abs(Math.round(delta))} min ${delta > 0 ? 'more' : 'less'} hands-on.`,
  added: 'Comes',
  dropped: 'Goes',
  changed: 'Changes',
  moved: 'Steps stand in another order.',
  nothing: 'Nothing changes on this car; it does on others.',
}
