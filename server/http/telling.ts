import { fileUnder } from '#core/units/file-under.ts'
import type { Change } from './store/changes.ts'

const utf8 = new TextEncoder()

function lineOf({ shop: _shop, ...rest }: Change): string {
  return `event: change\ndata: ${JSON.stringify(rest)}\nid: ${rest.seq}\n\n`
}

/** Changes of one shop that are told together. Their text is made once, however many listen. */
export class Telling {
  private text: Uint8Array | undefined
  readonly shop: string
  readonly changes: readonly Change[]

  constructor(shop: string, changes: readonly Change[]) {
    this.shop = shop
    this.changes = changes
  }

  /** As server-sent events. */
  get bytes(): Uint8Array {
    this.text ??= utf8.encode(this.changes.map(lineOf).join(''))
    return this.text
  }

  /** The same with only some of it. */
  only(wanted: (change: Change) => boolean): Telling {
    return this.changes.every(wanted) ? this : new Telling(this.shop, this.changes.filter(wanted))
  }

  /** Whether it may be about who may listen. */
  get concernsPeople(): boolean {
    return this.changes.some(isOfPeople)
  }
}

export const isOfPeople = ({ topic }: Change): boolean => topic === 'people'

/** One a shop, its changes in the order they came. */
export function tellingsOf(changes: readonly Change[]): Telling[] {
  const byShop = new Map<string, Change[]>()
  for (const change of changes) fileUnder(byShop, change.shop, change)
  return [...byShop].map(([shop, own]) => new Telling(shop, own))
}
