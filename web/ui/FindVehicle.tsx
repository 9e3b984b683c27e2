import { useState } from 'react'
import { words } from '#words/en/screens/find.ts'
import './find-vehicle.css'

/** What a vehicle is looked for by. */
interface Findable {
  callSign: string
  plate: string
  vehicle: string
}

/** As many vehicles are seen at a glance; among more, one is looked for. */
const atAGlance = 12

/** Those whose call sign, plate or model has the text in it, and the field it is typed into where there are many. */
export function useFindVehicle<T extends Findable>(all: readonly T[]): { found: readonly T[]; field: React.ReactNode } {
  const [text, setText] = useState('')
  if (all.length <= atAGlance) return { found: all, field: null }
  const sought = text.trim().toLowerCase()
  const found = all.filter((v) => `${v.callSign} ${v.plate} ${v.vehicle}`.toLowerCase().includes(sought))
  return {
    found,
    field: (
      <div className="find-vehicle" role="search">
        {/* The browser's own field: the first screen carries no library of fields. */}
        <input
          type="search"
          aria-label={words.vehicle}
          placeholder={words.vehicle}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        {found.length === 0 && <p className="soft">{words.none(text)}</p>}
      </div>
    ),
  }
}
