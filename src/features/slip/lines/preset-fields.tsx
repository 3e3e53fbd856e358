'use client'

import { Select } from '@mantine/core'
import Link from 'next/link'
import { useState } from 'react'
import type { Asked } from '@/core/offer/slip-options'
import type { PrintSays } from '@/core/preset/dialog'
import type { PrintBody } from '@/core/slip/body'
import type { VersionFacts } from '@/core/slip/facts'
import { DialogSteps } from '@/ui/parts/dialog-steps'
import { foldedFilter } from '@/ui/parts/folded-filter'
import css from '../slip.module.css'
import type { VersionChoice } from '../types'
import { WayOut } from '../way-out'

/** Line 2 open: the presets in use, by printer. */
export function PresetFields(props: {
  readonly choices: readonly VersionChoice[]
  readonly version: VersionFacts | null
  readonly newer: { readonly versionId: string; readonly number: number; readonly changes: string } | null
  /** why a preset cannot print this slip as it stands, by version id; absent: it can */
  readonly closed: ReadonlyMap<string, string>
  /** where the card of this print is */
  readonly cardHref: string
  /** what the print says, for the steps of the queue’s own dialog */
  readonly print: PrintSays
  readonly onVersion: (id: string) => void
  readonly asked: PrintBody
  readonly onWay: (set: Partial<Asked>) => void
}) {
  const [asked, setAsked] = useState<string | null>(null)
  const { choices, version, newer, closed, onVersion } = props
  // a version that is no longer the newest is still the one that is held
  const held = version && !choices.some((c) => c.id === version.id) ? [{ ...version, loaded: false }] : []
  const versions: readonly VersionChoice[] = [...held, ...choices]
  const why = version ? closed.get(version.id) : undefined
  const ready = versions.filter((v) => v.loaded)
  const others = versions.filter((v) => !v.loaded)
  const groups = [
    ...(ready.length > 0 ? [{ group: 'For what is loaded', list: ready }] : []),
    ...[...new Set(others.map((v) => v.printerName))].map((group) => ({
      ...{ group, list: others.filter((v) => v.printerName === group) },
    })),
  ]
  return (
    <div className={css.stack}>
      <Select
        aria-label="Preset"
        placeholder="Type to find a preset"
        searchable
        filter={foldedFilter}
        size="xs"
        value={version?.id ?? null}
        data={groups.map(({ group, list }) => ({
          group,
          items: list.map((v) => ({
            value: v.id,
            label: `${v.presetName}, version ${v.number}${closed.has(v.id) ? ' (closed)' : ''}`,
          })),
        }))}
        nothingFoundMessage="No preset has that name."
        maxDropdownHeight={320}
        onChange={(id) => id && onVersion(id)}
      />
      {why ? <WayOut print={props.asked} want={null} onTake={props.onWay} /> : null}
      {closed.size > 0 ? (
        <details className="small">
          <summary className="soft">
            {closed.size} {closed.size === 1 ? 'preset does' : 'presets do'} not fit this sheet and edge
          </summary>
          <ul className={css.reasons}>
            {versions
              .filter((v) => closed.has(v.id))
              .map((v) => (
                <li key={v.id}>
                  {v.presetName}: {closed.get(v.id)}{' '}
                  {v.id === version?.id ? null : asked === v.id ? (
                    <WayOut print={props.asked} want={{ versionId: v.id }} onTake={props.onWay} />
                  ) : (
                    <button type="button" className={css.offer} onClick={() => setAsked(v.id)}>
                      What opens it
                    </button>
                  )}
                </li>
              ))}
          </ul>
        </details>
      ) : null}
      {version && newer ? (
        <p className={css.note}>
          Version {newer.number} is newer; this slip keeps version {version.number} until you move it. What changed:{' '}
          {newer.changes}.{' '}
          <button type="button" className={css.offer} onClick={() => onVersion(newer.versionId)}>
            Move to version {newer.number}
          </button>
        </p>
      ) : null}
      {version ? (
        <p className="soft small">
          {version.paper.name} on {version.queueName}, {version.settings.passes}, {version.settings.blackInk} black.{' '}
          <Link href={`/presets?version=${version.id}`}>Open the preset</Link>
        </p>
      ) : null}
      {version?.dialog && version.dialog.lines.length > 0 ? (
        <details className="small">
          <summary className="soft">In its own dialog</summary>
          <DialogSteps walk={version.dialog} print={props.print} />
        </details>
      ) : null}
      {version ? (
        <p className="small">
          <Link href={props.cardHref}>Bench card</Link> <span className="soft">to walk through at the printer</span>
        </p>
      ) : null}
    </div>
  )
}
