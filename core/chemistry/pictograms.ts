import type { Pictogram } from './schema.ts'

/** Words for those who cannot see the sign. */
export const pictogramWords: Record<Pictogram, string> = {
  flame: 'flammable',
  oxidiser: 'oxidising',
  corrosion: 'corrosive',
  exclamation: 'harmful, irritant',
  health: 'serious health hazard',
  environment: 'harmful to water life',
}

/** Our own drawings of what the UN's signs show, inside a square of 100 standing on its tip. */
const inside: Record<Pictogram, string> = {
  flame:
    '<path d="M50 26c4 9 14 14 14 27a14 14 0 0 1-28 0c0-7 4-10 6-16 2 3 3 5 4 8 3-5 5-11 4-19z"/><path d="M34 72h32" stroke-width="5"/>',
  oxidiser:
    '<circle cx="50" cy="58" r="11" fill="none" stroke-width="5"/><path d="M50 24c3 6 9 10 8 18-1 5-15 5-16 0-1-5 3-7 4-11 1 2 2 3 3 5 1-4 2-7 1-12z"/><path d="M36 75h28" stroke-width="5"/>',
  corrosion:
    '<path d="M30 36l16-6 2 5-16 6zM58 34l14 4-2 5-14-4z"/><path d="M40 44v8M46 42v10M60 48v6" stroke-width="3"/><path d="M28 60h20v6H28z"/><path d="M54 60c6 0 8-3 12-3 5 0 6 4 6 9H54z"/>',
  exclamation: '<path d="M46 28h8l-2 28h-4z"/><circle cx="50" cy="66" r="4.5"/>',
  health:
    '<circle cx="50" cy="33" r="8"/><path d="M36 72c0-16 4-28 14-28s14 12 14 28z"/><path d="M50 48l3 7 8 1-6 5 2 8-7-4-7 4 2-8-6-5 8-1z" fill="#ffffff" stroke="none"/>',
  environment:
    '<path d="M26 66h48" stroke-width="4"/><path d="M38 66V40l-8-8M38 48l8-8" stroke-width="4" fill="none"/><path d="M50 60c6-8 16-8 20 0-4 8-14 8-20 0zM50 60l-6-5v10z"/>',
}

/** One pictogram as SVG: a red frame on its tip, the sign black on white. @param size in mm or px, as the caller's units are */
export const pictogramSvg = (pictogram: Pictogram, size = 100): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100" width="${size}" height="${size}"><path d="M50 4 96 50 50 96 4 50Z" fill="#ffffff" stroke="#c8102e" stroke-width="5"/><g fill="#111111" stroke="#111111" stroke-width="0">${inside[pictogram].replaceAll('stroke-width', 'stroke="#111111" stroke-width')}</g></svg>`
