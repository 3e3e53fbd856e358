'use client'

import { Button } from '@mantine/core'
import Link from 'next/link'
import type { EarlierPrint } from '@/contract/views/slip'
import { tradePair } from '@/core/length/write'
import type { PlainPatch } from '@/core/slip/body'
import { sayShortDay } from '@/ui/parts/dates'
import { useWays } from '@/ui/unit/unit'
import css from './earlier.module.css'

/** How this picture was printed when it came in before; one press asks for the same again. */
export function Earlier(props: {
  readonly earlier: readonly EarlierPrint[]
  readonly now: number
  readonly onTake: (earlier: EarlierPrint) => void
}) {
  const { unit, timeZone } = useWays()
  if (props.earlier.length === 0) return null
  return (
    <section className={css.box} aria-label="This picture before">
      <h3>This picture was printed before</h3>
      <ul>
        {props.earlier.map((e) => (
          <li key={e.runId}>
            <span>
              <Link href={`/log/${e.runId}`}>
                run {e.runNumber}, {sayShortDay(e.at, timeZone, props.now)}
              </Link>
              , <span className={LEVEL[e.outcome] ?? 'soft'}>{e.outcome}</span>
              {e.cause ? ` (${e.cause})` : ''}
              {e.times > 1 ? <span className="soft"> and {e.times - 1} more</span> : null}: {sayWay(e, unit)}
              {e.note ? <span className="soft"> “{e.note}”</span> : null}
            </span>
            {e.retired ? (
              <span className="soft small">its preset was removed</span>
            ) : (
              <Button size="compact-xs" variant="default" onClick={() => props.onTake(e)}>
                Take this over
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}

const LEVEL: Readonly<Record<string, string>> = { good: 'level-fine', spoiled: 'level-stop' }

/** Preset, size, edge and darkness of a print in one line. */
export function sayWay(e: EarlierPrint, unit: 'mm' | 'in'): string {
  const darkness = e.print?.darkness ?? 0
  return [
    `${e.presetName} ${e.versionNumber}`,
    e.sizeName ?? tradePair(e.width, e.length, unit),
    ...(e.print ? [e.print.edge] : []),
    ...(darkness === 0 ? [] : [`darkness ${darkness > 0 ? '+' : '−'}${Math.abs(darkness)}`]),
    // a preset's name mostly says its paper
    ...(e.presetName.includes(e.paperName) ? [] : [e.paperName]),
  ].join(', ')
}

/** What of an earlier print is asked for again: all but how many; of a sheet with several pictures only the preset and the sheet. */
export function takenFrom(e: EarlierPrint): PlainPatch {
  if (!e.print) return { versionId: e.versionId }
  const { versionId, sheet, edge, enlargement, centring, darkness, pieces } = e.print
  const [piece, ...others] = pieces
  const laid =
    piece && others.length === 0
      ? { crop: piece.crop, quarter: piece.quarter, placing: piece.placing, anchor: piece.anchor }
      : {}
  return { versionId, sheet, edge, enlargement, centring, darkness, ...laid }
}
