'use client'

import Link from 'next/link'
import type { ToneCheck } from '@/contract/views/tone'
import { sayShortDay } from '@/ui/parts/dates'
import { useWays } from '@/ui/unit/unit'
import css from './tone.module.css'

/** What a wedge was printed with, when, and whether its ink is dry. */
export function MadeWith({ check, now }: { readonly check: ToneCheck; readonly now: number }) {
  const { timeZone } = useWays()
  const { printedAt, dryAt } = check
  const hours = printedAt === null ? 0 : Math.floor((now - printedAt) / 3_600_000)
  return (
    <dl className={css.facts}>
      <dt>Preset</dt>
      <dd>
        <Link href={`/presets/${check.presetId}`}>{check.presetName}</Link>, version {check.versionNumber}
      </dd>
      <dt>Seal</dt>
      <dd>
        {check.seal}, {check.darknessName}
      </dd>
      <dt>Printer colour</dt>
      <dd>{check.colourMode === 'monochrome' ? 'grey mode, file untouched' : 'off, file untouched'}</dd>
      {check.through ? (
        <>
          <dt>Through</dt>
          <dd>a curve at {Math.round(100 * check.through.strength)} %: what bends still is what is left</dd>
        </>
      ) : null}
      <dt>Printed</dt>
      <dd>
        {printedAt === null ? 'not yet' : sayShortDay(printedAt, timeZone, now)},{' '}
        <Link href={`/slips/${check.slipId}`}>slip {check.slipNumber}</Link>
      </dd>
      <dt>Dried</dt>
      <dd className={dryAt !== null && now < dryAt ? 'level-caution' : undefined}>
        {printedAt === null
          ? ''
          : dryAt !== null && now < dryAt
            ? `${hours} h: greys still move, dry from ${sayShortDay(dryAt, timeZone, now)}`
            : `${hours} h`}
      </dd>
      {check.since ? (
        <>
          <dt>Since then</dt>
          <dd className="level-caution">{check.since}: print it again</dd>
        </>
      ) : null}
      {check.note ? (
        <>
          <dt>Note</dt>
          <dd>{check.note}</dd>
        </>
      ) : null}
    </dl>
  )
}
