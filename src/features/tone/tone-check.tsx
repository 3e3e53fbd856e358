'use client'

import { Button } from '@mantine/core'
import Link from 'next/link'
import { Fragment, useMemo, useState } from 'react'
import type { Scanner, ToneCheck } from '@/contract/views/tone'
import type { SheetChoice } from '@/core/slip/body'
import { atStrength, curveOf } from '@/core/tone/curve'
import type { TintSeen } from '@/core/tone/tint'
import { MOST_TINT, tintToTry } from '@/core/tone/tint'
import type { ToneLimits } from '@/core/tone/verdict'
import { sayTint } from '@/core/words/tone-verdict'
import { sayShortDay } from '@/ui/parts/dates'
import { PageHead } from '@/ui/parts/page-head'
import { useDo } from '@/ui/parts/use-do'
import { Prints } from '@/ui/prints/prints'
import { useWays } from '@/ui/unit/unit'
import { Correction, KeepProfile } from './correction'
import { byEye, judgedCheck, nameOf } from './judged'
import { MadeWith } from './made-with'
import { Patches } from './patches'
import { ReadWays } from './read-ways'
import { Says } from './says'
import css from './tone.module.css'
import { ToneChart } from './tone-chart'
import { ToneFigures } from './tone-figures'
import { Unread } from './unread'

type Page = {
  readonly check: ToneCheck
  /** others that are laid over it */
  readonly others: readonly ToneCheck[]
  readonly scanners: readonly Scanner[]
  readonly limits: ToneLimits
  /** its tint as it was set and seen, and those of other checks of its queue */
  readonly tint: TintSeen | null
  readonly tints: readonly TintSeen[]
  readonly addressed: boolean
  /** what its version prints on; null: the room keeps nothing of it */
  readonly sheet: SheetChoice | null
  readonly now: number
}

/** A tone check from its wedge to its curve, alone or beside others. */
export function ToneCheckPage({ check, others, scanners, limits, tint, tints, addressed, sheet, now }: Page) {
  const { timeZone } = useWays()
  const { act, busy } = useDo()
  const all = useMemo(() => [check, ...others].flatMap((c) => judgedCheck(c) ?? []), [check, others])
  const own = all.find((c) => c.check.id === check.id) ?? null
  const eyes = useMemo(() => byEye([check, ...others]), [check, others])
  const bound = check.curves[0] ?? null
  const [strength, setStrength] = useState(bound?.strength ?? 1)
  const curve = useMemo(
    () => (own && !check.through ? atStrength(curveOf(own.measured), strength) : null),
    [own, strength, check.through],
  )
  const bind = async (): Promise<void> => {
    if (!own) return
    await act(
      'tone.bind',
      { readingId: own.reading.id, strength: Math.round(1000 * strength) },
      `Bound: what is printed with seal ${check.seal} at ${check.darknessName} goes through it.`,
    )
  }
  return (
    <>
      <PageHead
        title={`${check.paperName} on ${check.printerName}`}
        sub={[
          check.code,
          others.length > 0 ? `${others.length + 1} compared` : nameOf(check),
          own ? `read ${sayShortDay(own.reading.at, timeZone, now)}` : 'not read yet',
        ].join(', ')}
      >
        {own && !check.through ? (
          <>
            <Button component="a" href={`/api/tone/${check.id}/grey.icc`} download variant="default">
              Save grey profile
            </Button>
            <Button loading={busy} onClick={() => void bind()}>
              {bound ? 'Bind this strength' : 'Bind curve to preset'}
            </Button>
          </>
        ) : null}
      </PageHead>
      <div className={css.page}>
        <div className={css.main}>
          {own ? (
            <>
              <Patches checks={all} />
              <ToneChart checks={[own, ...all.filter((c) => c !== own)]} curve={curve} />
              <ToneFigures checks={all} own={own} />
            </>
          ) : (
            <Unread check={check} addressed={addressed} />
          )}
          <ReadWays check={check} scanners={scanners} sheet={sheet} now={now} />
        </div>
        <aside className={css.docket} aria-label="What the wedges say">
          {own ? (
            <>
              <h2>What the wedges say</h2>
              <Says all={all} own={own} limits={limits} />
              {tint ? <p className="small">{sayTint(tintToTry(tint, tints, MOST_TINT), tint, tints.length)}</p> : null}
            </>
          ) : null}
          {own && curve ? (
            <>
              <h2>Correction, {check.mediaSetting}</h2>
              <Correction reading={own.measured} curve={curve} strength={strength} onStrength={setStrength} />
              {bound ? (
                <p className="small">
                  Bound at {Math.round(100 * bound.strength)} %, {sayShortDay(bound.at, timeZone, now)}.{' '}
                  <Link href={`/tone/new?version=${check.versionId}&darkness=${check.darkness}&curve=${bound.id}`}>
                    Print a wedge through it
                  </Link>{' '}
                  to see what is left, or{' '}
                  <button
                    type="button"
                    className={css.plain}
                    onClick={() => void act('tone.unbind', { id: bound.id }, 'Prints go out as they are again.')}
                  >
                    take it back
                  </button>
                  .
                </p>
              ) : null}
              <p className="small">
                <a href={`/api/tone/${check.id}/curve.csv?strength=${Math.round(1000 * strength)}`} download>
                  Curve as CSV
                </a>
                ,{' '}
                <a href={`/api/tone/${check.id}/readings.txt`} download>
                  readings as CGATS
                </a>
                , <KeepProfile check={check} />
              </p>
            </>
          ) : null}
          {eyes.length > 0 ? (
            <>
              <h2>What eyes say</h2>
              <dl className={css.facts}>
                {eyes.map(({ check: c, apart, of }) => (
                  <Fragment key={c.id}>
                    <dt>{c.code}</dt>
                    <dd>
                      {nameOf(c)}: {apart} of {of} steps part
                    </dd>
                  </Fragment>
                ))}
              </dl>
              <p className="soft small">The first of them is straighter at its ends. An eye measures no lightness.</p>
            </>
          ) : null}
          <h2>Made with</h2>
          <MadeWith check={check} now={now} />
          {check.prints.length > 0 ? <Prints prints={[...check.prints]} label="Sheets" /> : null}
        </aside>
      </div>
    </>
  )
}
