import type { ReactNode } from 'react'
import './draft-status.css'
import { ErrorNotice } from './ErrorNotice.tsx'

export interface Differing {
  pointer: string
  mine: unknown
  theirs: unknown
  by: 'mine' | 'theirs' | 'both'
}

interface StatusProps {
  status: 'saved' | 'unsaved' | 'saving' | 'kept' | 'refused' | 'conflict'
  error: Error | null
  durable: boolean
  /** What the status line says while nothing is in the way. */
  calm: ReactNode
  onRetry(): void
  onDiscard(): void
}

interface ConflictProps {
  conflict: { differences: Differing[] } | null
  /** A place that differs, in words. */
  name(pointer: string): string
  /** What somebody has there, in words. */
  show(value: unknown, pointer: string): string
  onResolve(choice: 'mine' | 'theirs' | 'both'): void
}

const words = {
  kept: 'Kept on this device, not saved yet. It is sent when the line is back.',
  notKept: 'Not saved yet, and this browser cannot keep it: stay on this page until it is saved.',
  refused: 'Kept on this device; it is saved when that is put right.',
  discard: 'Take my changes back',
  title: 'Somebody else saved this too.',
  lead: 'Nothing of either is lost. What shall stand?',
  where: 'Where',
  mine: 'Mine',
  theirs: 'Theirs',
  keepMine: 'Keep mine',
  takeTheirs: 'Take theirs',
  both: 'Both, where they differ on other places',
  bothOverlap: (n: number) => `Both; mine in the ${n === 1 ? 'one place' : `${n} places`} we both changed`,
  undo: 'Undo brings the other back.',
}

/** How a draft stands, in words. */
export function DraftStatus({ status, error, durable, calm, onRetry, onDiscard }: StatusProps) {
  return (
    <>
      <div role="status" className="soft">
        {status === 'kept' ? words.kept : status === 'refused' ? words.refused : calm}
        {!durable && status !== 'saved' && <strong> {words.notKept}</strong>}
      </div>
      {status === 'refused' && error && (
        <div className="stack close">
          <ErrorNotice error={error} onRetry={onRetry} />
          <button type="button" className="plain-button" onClick={onDiscard}>
            {words.discard}
          </button>
        </div>
      )}
    </>
  )
}

/** Where two people saved: both sides beside each other, and what may stand. */
export function DraftConflict({ conflict, name, show, onResolve }: ConflictProps) {
  if (!conflict) return null
  const { differences } = conflict
  const overlap = differences.filter((d) => d.by === 'both').length
  return (
    <section className="told draft-conflict" role="alert" aria-label={words.title}>
      <strong>{words.title}</strong> {words.lead}
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is scrolled by keys as well */}
      <div className="sides" tabIndex={0}>
        <table>
          <thead>
            <tr>
              <th scope="col">{words.where}</th>
              <th scope="col">{words.mine}</th>
              <th scope="col">{words.theirs}</th>
            </tr>
          </thead>
          <tbody>
            {differences.map((d) => (
              <tr key={d.pointer}>
                <th scope="row">{name(d.pointer)}</th>
                <td className={d.by === 'theirs' ? 'soft' : ''}>{show(d.mine, d.pointer)}</td>
                <td className={d.by === 'mine' ? 'soft' : ''}>{show(d.theirs, d.pointer)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="row">
        <button type="button" className="plain-button" onClick={() => onResolve('both')}>
          {overlap === 0 ? words.both : words.bothOverlap(overlap)}
        </button>
        <button type="button" className="plain-button" onClick={() => onResolve('mine')}>
          {words.keepMine}
        </button>
        <button type="button" className="plain-button" onClick={() => onResolve('theirs')}>
          {words.takeTheirs}
        </button>
      </div>
      <span className="soft">{words.undo}</span>
    </section>
  )
}
