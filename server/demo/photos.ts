import sharp from 'sharp'

/** What a demonstration photo shows. */
export interface Scene {
  what: 'seat' | 'floor' | 'load'
  /** Soil 0–4: how dark the cloth is. */
  soil: number
  stain?: boolean
}

const cloth = ['#cfc8b6', '#c2b9a2', '#ab9f84', '#8b7c60', '#655540']

/** Crumbs and grit, in places of their own that are the same every time. */
const grit = (soil: number) =>
  Array.from({ length: soil * 22 }, (_, i) => {
    const [x, y] = [90 + ((i * 197) % 620), 190 + ((i * 131) % 360)]
    return `<circle cx="${x}" cy="${y}" r="${2 + (i % 4)}" fill="#3d3222" opacity="0.55"/>`
  }).join('')

const shapes: Record<Scene['what'], string> = {
  seat: '<rect x="150" y="40" width="500" height="300" rx="60"/><rect x="120" y="330" width="560" height="210" rx="50"/>',
  floor: '<path d="M120 80 H680 L740 560 H60 Z"/>',
  load: '<path d="M60 160 H740 V560 H60 Z"/><path d="M60 160 L160 60 H640 L740 160 Z" opacity="0.7"/>',
}

/** A photo for the demonstration: drawn here and rendered, so that nothing in it is anybody's. @returns JPEG */
export function drawnPhoto({ what, soil, stain }: Scene): Promise<Buffer> {
  const spot = stain
    ? '<ellipse cx="430" cy="430" rx="90" ry="58" fill="#4a3220" opacity="0.75"/><ellipse cx="420" cy="424" rx="60" ry="36" fill="#3a2616" opacity="0.6"/>'
    : ''
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="800" height="600" viewBox="0 0 800 600">
<defs><pattern id="w" width="10" height="10" patternUnits="userSpaceOnUse"><path d="M0 10 L10 0" stroke="#000" stroke-opacity="0.09"/></pattern>
<linearGradient id="l" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#fff" stop-opacity="0.35"/><stop offset="1" stop-color="#000" stop-opacity="0.28"/></linearGradient></defs>
<rect width="800" height="600" fill="#57534a"/>
<g fill="${cloth[soil]}">${shapes[what]}</g><g fill="url(#w)">${shapes[what]}</g>${grit(soil)}${spot}<g fill="url(#l)">${shapes[what]}</g></svg>`
  return sharp(Buffer.from(svg)).jpeg({ quality: 84 }).toBuffer()
}
