import type { Received } from '#core/check-in/received.ts'

// What is printed on paper: sheets, labels and strips. Figures and names come in as they are said.

const stricter = 'Follow the label, the safety data sheet and your local rules; the stricter wins.'
const wicking = ['', 'May come back as it dries', 'Often comes back as it dries', 'Usually comes back as it dries']

export const papers = {
  more: (names: readonly string[], others: number) => `${names.join(', ')} and ${others} more`,
  label: {
    title: (product: string) => `Label ${product}`,
    mixed: (volume: string, at: string, by: string) => `${volume} mixed ${at} by ${by}`,
    until: (day: string) => `Use by ${day}`,
    wear: (what: string) => `Wear: ${what || 'what the label says'}.`,
    rule: `${stricter} Never top up with another product.`,
  },
  strip: {
    title: (container: string) => `Fill strip ${container}`,
    print:
      'Print at 100 %, not fitted to the page. The bar at the side is 50 mm long; if it is not, do not use the strip.',
  },
  procedure: {
    title: (plate: string) => `Procedure ${plate}`,
    draft: 'draft, not issued',
    version: (version: number) => `procedure version ${version}`,
    lasts: (attended: string, p80: string) => `${attended} of work, 8 in 10 within ${p80}`,
    layOut: 'Tools to lay out',
    towels: (count: number, role: string) => `${count} × ${role} towel`,
    tools: 'Heads and tools',
    wear: 'Wear',
    mix: 'Mix',
    steps: 'Steps',
    nothing: 'Nothing.',
    none: 'None.',
    held: 'No step of the work is begun before this is cleared; then the sheet is made anew.',
    remains: 'What will remain',
    cameFor: (words: string) => `They came for: “${words}”`,
    offers: 'Offered beside it',
    offer: (what: string, minutes: string) => `${what}, about ${minutes}`,
    nothingRemains: 'Nothing is expected to.',
    wholeCar: 'For the whole car',
    rule: stricter,
    sign: {
      danger: 'OZONE',
      keepOut: 'DO NOT OPEN. NOBODY INSIDE.',
      lines: [
        'Switched on at  ____ : ____   by  ______________________',
        'Nobody goes in before  ____ : ____   and not without a reading',
        'Key is with  ______________________',
        'Read  ________ ppm   at  ____ : ____   by  ______________',
      ],
      rules: [
        'No people, pets or plants near. It is off from outside; doors are opened at arm’s length.',
        'After the run: all doors open in fresh air. Resting shut does not clear it.',
        'In below 0.1 ppm, given back below 0.05 ppm; the stricter of these and your local limit wins.',
        'Cough, sore eyes, headache: fresh air at once, and a doctor.',
      ],
    },
    dwell: (min: number, max: number) => `stays on ${min}–${max} min`,
    pass: (cue: string) => `Pass: ${cue}`,
    /** A stain's play: first, second, third, never, whether it comes back, the chance. */
    play: (
      stain: string,
      surface: string,
      play: { steps: readonly string[]; never: string; wicking: number; chance: number },
    ) => {
      const back = wicking[play.wicking] ? ` ${wicking[play.wicking]}.` : ''
      const tries = play.steps.map((text, i) => `${i + 1} ${text}`).join('; ')
      return `${stain} on ${surface.toLowerCase()}: ${tries}. Never: ${play.never}.${back} Chance ${Math.round(play.chance)} %.`
    },
  },
  stop: {
    specialist: 'A specialist’s; the lead clears it.',
    lead: 'The lead clears it, with whoever is competent.',
    takes: (skill: string) => `Only somebody trained (${skill}) takes it on and signs it off. Anyone may refuse.`,
    clears: (skill: string) => `Only somebody trained (${skill}) goes near and clears it. Anyone may refuse.`,
    wholeCar: 'The whole car is held: nothing is started in it.',
    held: (places: string) => `Held: ${places}. Nothing is started there.`,
    wear: (what: string) => `Before anybody goes near: ${what}.`,
    reference: (name: string) => `${name} reference`,
    clearedBy: 'cleared by',
    at: 'at',
  },
  checkIn: {
    promised: (when: string) => `Promised for ${when}`,
    money: ({ price, deposit }: { price: string | null; deposit: string | null }) =>
      [price && `Agreed price ${price}`, deposit && `deposit ${deposit}`].filter(Boolean).join(', '),
    wish: (words: string) => `They came for: “${words}”`,
    needs: 'The driver needs',
    beside: 'Beside the inside',
    block: (what: string, minutes: string) => `${what}, ${minutes}`,
    /** The car as it was left, in one line; empty where nothing was written down. */
    received: ({ keys, hook, mileage, fuel, stands }: Received) =>
      [
        keys !== undefined && `${keys === 1 ? '1 key' : `${keys} keys`}${hook ? `, hook ${hook}` : ''}`,
        mileage !== undefined && `mileage ${mileage.toLocaleString('en')}`,
        fuel !== undefined && `fuel or charge ${fuel} %`,
        stands && `stands at ${stands}`,
      ]
        .filter(Boolean)
        .join(' · '),
    smells: 'Smells',
    smellLevels: ['', 'faint', 'clear', 'strong'],
    notes: 'Notes',
    title: (plate: string) => `Check-in ${plate}`,
    vin: (vin: string) => `VIN ${vin}`,
    key: '0 clean · 1 dust · 2 used · 3 heavy · 4 severe.  S stain · D damage · H hair · G grit, by level · W wet · B biohazard',
    expect: 'What to expect',
    nothingMarked: 'No stain and no damage was marked.',
    asked: 'Asked: may we …',
    answer: (given: boolean | null | undefined) => (given === true ? 'yes' : given === false ? 'no' : 'not asked'),
    tried: 'Function check',
    outcome: (works: boolean | undefined) => (works === undefined ? 'not tried' : works ? 'works' : 'does not work'),
    belongings: 'Belongings',
    bag: (tag: string) => `bag ${tag}`,
    none: 'None.',
    found: 'Found, for others to look at',
    nothing: 'Nothing.',
    told: 'What was said',
    tells:
      'Deep stains may return as the car dries; then we treat them again, twice at most. A clean wheel can feel slightly tacky, and drying time is not bad work. Damage that lay under the dirt is recorded with its time and photo when it appears.',
    agreed: 'Agreed',
    unsigned: 'Not signed yet.',
  },
}
