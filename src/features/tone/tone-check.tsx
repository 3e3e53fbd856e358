'use client'

import { Button, Slider } from '@mantine/core'
import Link from 'next/link'
import { Fragment, useMemo, useState } from 'react'
import type { Scanner, ToneCheck } from '@/contract/views/tone'
import { atStrength, bends, curveOf, priceOf, responseOf, type ToneCurve, throughCurve } from '@/core/tone/curve'
import { ranked, reasonFor } from '@/core/tone/rank'
import type { Reading } from '@/core/tone/reading'
import type { TintSeen } from '@/core/tone/tint'
import { tintToTry } from '@/core/tone/tint'
import type { ToneLimits } from '@/core/tone/verdict'
import { sayBanding, sayReason, saySteps, sayTint } from '@/core/words/tone-verdict'
import { sayShortDay } from '@/ui/parts/dates'
import { PageHead } from '@/ui/parts/page-head'
import { tell, tellProblem } from '@/ui/parts/tell'
import { upload } from '@/ui/parts/upload'
import { useDo } from '@/ui/parts/use-do'
import { Prints } from '@/ui/prints/prints'
import { useWays } from '@/ui/unit/unit'
import { byEye, type JudgedCheck, judgedCheck, nameOf, namesOf, sayReading } from './judged'
import { Patches } from './patches'
import { ReadWays } from './read-ways'
import css from './tone.module.css'
import { ToneChart } from './tone-chart'
import { ToneFigures } from './tone-figures'

/** The furthest tint that a preset can name. */
const MOST_TINT = 100

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
  readonly now: number
}

/** A tone check from its wedge to its curve, alone or beside others. */
export function ToneCheckPage({ check, others, scanners, limits, tint, tints, addressed, now }: Page) {
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
          <ReadWays check={check} scanners={scanners} now={now} />
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

/** Puts the grey profile on the room's shelf, made with this check's seal. */
function KeepProfile({ check }: { readonly check: ToneCheck }) {
  const [busy, setBusy] = useState(false)
  const keep = async (): Promise<void> => {
    setBusy(true)
    try {
      const made = await fetch(`/api/tone/${check.id}/grey.icc`)
      const file = new File([await made.blob()], `${check.paperName}, ${check.seal}.icc`)
      const to = `/api/profiles?seal=${encodeURIComponent(check.seal)}`
      const sent = await upload<{ readonly name: string; readonly already: boolean }>(
        to,
        file,
        () => {},
        new AbortController().signal,
      )
      if (sent === 'cancelled') return
      if (!sent.ok) return tellProblem(sent.problem)
      tell(sent.value.already ? `It is here already, as ${sent.value.name}.` : `${sent.value.name} can be chosen now.`)
    } catch {
      tellProblem({ code: 'unreachable' })
    } finally {
      setBusy(false)
    }
  }
  return (
    <button type="button" className={css.plain} disabled={busy} onClick={() => void keep()}>
      keep its profile in the room
    </button>
  )
}

function Unread({ check, addressed }: { readonly check: ToneCheck; readonly addressed: boolean }) {
  const { act, busy } = useDo()
  return (
    <div className={css.empty}>
      {/* biome-ignore lint/performance/noImgElement: the wedge's own pixels */}
      <img className={css.wedge} src={`/api/tone/${check.id}/wedge.png`} alt={`Wedge ${check.code}`} />
      <p>
        {addressed
          ? 'The wedge goes through the queue as its seal says, its numbers untouched.'
          : 'This queue has no address: save the wedge and print it at its own size, scaling off, its numbers untouched.'}{' '}
        Save it as{' '}
        <a href={`/api/tone/${check.id}/wedge.tif`} download>
          TIFF
        </a>
        ,{' '}
        <a href={`/api/tone/${check.id}/wedge.png`} download={`wedge ${check.code}.png`}>
          PNG
        </a>{' '}
        or{' '}
        <a href={`/api/tone/${check.id}/wedge.pdf`} download>
          PDF
        </a>
        .
      </p>
      {check.byHand && check.printedAt === null ? (
        <Button
          variant="default"
          loading={busy}
          onClick={() =>
            void act(
              'tone.printed',
              { id: check.id, revision: check.revision, at: Date.now() },
              'Logged as a proof; its ink dries from now on.',
            )
          }
        >
          It came out
        </Button>
      ) : null}
    </div>
  )
}

function Says(props: { readonly all: readonly JudgedCheck[]; readonly own: JudgedCheck; readonly limits: ToneLimits }) {
  const { all, own, limits } = props
  const name = namesOf(all)
  const order = ranked(all.map((c) => c.judged))
  const [best, second] = [all[order[0] ?? 0], all[order[1] ?? -1]]
  const { verdict } = own.judged
  const paper = own.measured.patches[0]
  const tint = verdict.tint
  const least = tint ? Math.max(...tint.map(([a, b]) => Math.hypot(a, b))) : 0
  return (
    <dl className={css.facts}>
      {best && second ? (
        <>
          <dt>Straighter</dt>
          <dd className="level-fine">{name(best.check)}</dd>
          <dt>Why</dt>
          <dd>{sayReason(reasonFor(best.judged, second.judged), name(best.check), name(second.check))}</dd>
        </>
      ) : null}
      <dt>Worst bend</dt>
      <dd className={verdict.worstBend > limits.toneBend ? 'level-caution' : undefined}>
        {verdict.worstBend.toFixed(1)} L* at {Math.round(100 * verdict.worstAt)} %
      </dd>
      <dt>Shadows</dt>
      <dd className={verdict.blocked.length + verdict.reversed.length > 0 ? 'level-caution' : 'level-fine'}>
        {saySteps(verdict, own.measured.patches.length)}
      </dd>
      <dt>Darkest</dt>
      <dd>
        L* {verdict.black.toFixed(1)}, density range {verdict.densityRange.toFixed(2)}
      </dd>
      <dt>Paper white</dt>
      <dd>
        L* {verdict.white.toFixed(1)}
        {paper?.ab ? `, b* ${paper.ab[1].toFixed(1)}` : ''}
      </dd>
      <dt>Tint</dt>
      <dd className={least > limits.toneTint ? 'level-caution' : undefined}>
        {tint
          ? ['lights', 'middle', 'darks'].map((where, i) => {
              const [a, b] = tint[i] ?? [0, 0]
              return (
                <div key={where}>
                  {where}: a* {signed(a)}, b* {signed(b)}
                </div>
              )
            })
          : 'not read: a meter tells it'}
      </dd>
      <dt>Reading</dt>
      <dd>{sayReading(own.reading)}</dd>
    </dl>
  )
}

const signed = (v: number): string => `${v < 0 ? '−' : '+'}${Math.abs(v).toFixed(1)}`

function Correction(props: {
  readonly reading: Reading
  readonly curve: ToneCurve
  readonly strength: number
  readonly onStrength: (strength: number) => void
}) {
  const { reading, curve, strength, onStrength } = props
  const response = useMemo(() => responseOf(reading), [reading])
  const price = useMemo(() => priceOf(curve, response), [curve, response])
  const left = useMemo(() => {
    const patches = reading.patches.map((p) => ({ ...p, l: response(throughCurve(curve, p.d)) }))
    return Math.max(...bends({ ...reading, patches }).map(Math.abs))
  }, [reading, curve, response])
  return (
    <>
      <dl className={css.facts}>
        <dt>Strength</dt>
        <dd>{Math.round(100 * strength)} %</dd>
      </dl>
      <Slider
        thumbLabel="Strength of the correction, per cent"
        size="sm"
        min={0}
        max={100}
        step={5}
        label={null}
        value={Math.round(100 * strength)}
        onChange={(v) => onStrength(v / 100)}
        my={6}
      />
      <dl className={css.facts}>
        <dt>Left over</dt>
        <dd>{left.toFixed(1)} L* at worst</dd>
        <dt>Steepest part</dt>
        <dd>{price.steepest.toFixed(1)} times</dd>
        <dt>Banding</dt>
        <dd className={`level-${price.level}`}>{sayBanding(price)}</dd>
        <dt>Levels kept</dt>
        <dd>{price.levels} of 256</dd>
      </dl>
    </>
  )
}

function MadeWith({ check, now }: { readonly check: ToneCheck; readonly now: number }) {
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
