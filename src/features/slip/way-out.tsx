'use client'

import { useEffect, useState } from 'react'
import { askAboutSlip } from '@/contract/call'
import type { Asked, WayOut as Found } from '@/core/offer/slip-options'
import type { PrintBody } from '@/core/slip/body'
import { useWays } from '@/ui/unit/unit'
import css from './slip.module.css'

/** One thing that is wanted otherwise than the print asks for it. */
export type Want =
  | { readonly versionId: string }
  | { readonly sheet: NonNullable<Asked['sheet']> }
  | { readonly edge: Asked['edge'] }

/** Why a print, or a choice that is closed for it, cannot be made, and what opens it: one press each, the least first. */
export function WayOut(props: {
  readonly print: PrintBody
  /** null: the print as it stands */
  readonly want: Want | null
  readonly onTake: (set: Partial<Asked>) => void
}) {
  const { print, want, onTake } = props
  const { unit } = useWays()
  const [found, setFound] = useState<Found | null>(null)
  const { versionId, sheet, edge } = print
  const text = JSON.stringify({ versionId, sheet, edge, want })
  useEffect(() => {
    let gone = false
    const asked = JSON.parse(text) as Asked & { readonly want: Want | null }
    void askAboutSlip('way-out', { ...asked, unit }).then((answer) => {
      if (!gone) setFound(answer.ok ? answer.value : null)
    })
    return () => {
      gone = true
    }
  }, [text, unit])
  if (!found) return null
  return (
    <div className={css.wayOut} role="status">
      <p className={css.why}>{found.why}</p>
      {found.ways.length === 0 ? (
        <p className="soft small">Nothing that the room has opens it.</p>
      ) : (
        <ul className={css.reasons}>
          {found.ways.map((way) => (
            <li key={way.says}>
              <button type="button" className={css.offer} onClick={() => onTake(way.set)}>
                {way.says}
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}
