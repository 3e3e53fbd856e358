'use client'

import { Button, Checkbox, TextInput } from '@mantine/core'
import Link from 'next/link'
import { useState } from 'react'
import type { BenchCard } from '@/contract/views/card'
import { PageHead } from '@/ui/parts/page-head'
import { useDo } from '@/ui/parts/use-do'
import css from './card.module.css'

/** A step as it is read back: not looked at yet, as it says, or found otherwise (what stood there). */
type Tick = 'open' | 'right' | { readonly found: string }

/** The bench card: loading, then every setting in the dialog's order, ticked against what the dialog shows. */
export function Card({ card }: { readonly card: BenchCard }) {
  const { print, feed, steps } = card
  const back = print ? `/slips/${print.slipId}` : `/presets/${card.presetId}`
  const file = print ? `/api/cards/slip/${print.slipId}?print=${print.printId}` : `/api/cards/version/${card.versionId}`
  const at = (where: 'dialog' | 'printer') => steps.flatMap((step, i) => (step.at === where ? [{ step, i }] : []))
  const [ticks, setTicks] = useState<readonly Tick[]>(() => steps.map(() => 'open'))
  const tick = (i: number, to: Tick): void => setTicks((all) => all.map((t, k) => (k === i ? to : t)))
  const rows = (where: 'dialog' | 'printer') => (
    <ol className={css.steps} start={where === 'printer' ? at('dialog').length + 1 : 1}>
      {at(where).map(({ step, i }) => (
        <Step key={i} number={i + 1} step={step} tick={ticks[i] ?? 'open'} onTick={(to) => tick(i, to)} />
      ))}
    </ol>
  )
  return (
    <>
      <PageHead title="Bench card" sub={`${card.presetName}, version ${card.number}`}>
        <Link href={back} className="small">
          {print ? `Slip ${print.slipNumber}` : 'The preset'}
        </Link>
        <a href={file} className="small">
          A5 for the wall, PDF
        </a>
      </PageHead>
      <div className={css.page}>
        <section aria-label="Load">
          {print ? (
            <p className={css.lead}>
              {print.title}
              {print.leads ? <span className="soft">, {print.leads} edge first</span> : null}
            </p>
          ) : null}
          <h2>
            Load {loads(card)} in the {feed.name}
          </h2>
          {feed.pictureId ? (
            // biome-ignore lint/performance/noImgElement: made by the room's own server at its size
            <img src={`/api/pictures/${feed.pictureId}/thumb`} alt="How it is loaded" className={css.picture} />
          ) : null}
          {feed.loading.length > 0 ? (
            <ol className={css.loading}>
              {feed.loading.map((says) => (
                <li key={says}>{says}</li>
              ))}
            </ol>
          ) : (
            <p className="soft small">Nobody has said how it is loaded: it can be written down at the feed.</p>
          )}
          {feed.message ? <p className={css.message}>{feed.message}</p> : null}
          <p className="soft small">
            {card.printerName}, {card.queueName}. Seal {card.seal}.
          </p>
        </section>
        <section aria-label="Settings">
          <h2>In the dialog of {card.queueName}</h2>
          {at('dialog').length > 0 ? (
            rows('dialog')
          ) : (
            <p className="soft small">
              No step of its dialog is written down yet: set everything below, wherever it is.
            </p>
          )}
          {at('printer').length > 0 ? (
            <>
              <h2>At the printer, or wherever it has them</h2>
              {rows('printer')}
            </>
          ) : null}
          <ReadBackPress card={card} ticks={ticks} onDone={() => setTicks(steps.map(() => 'open'))} />
        </section>
      </div>
    </>
  )
}

/** The paper to load, with its size where the print is known. */
const loads = ({ paperName, print }: BenchCard): string => (print ? `${paperName}, ${print.sheet},` : paperName)

function Step(props: {
  readonly number: number
  readonly step: BenchCard['steps'][number]
  readonly tick: Tick
  readonly onTick: (to: Tick) => void
}) {
  const { number, step, tick, onTick } = props
  const differs = typeof tick === 'object'
  return (
    <li className={css.step} data-tick={differs ? 'differs' : tick}>
      <span className={css.number}>{number}</span>
      <span className={css.says}>
        <span>{step.label}</span>
        <strong>{step.value}</strong>
        {step.after.length > 0 ? <span className="soft small">after {step.after.join(', ')}</span> : null}
        {step.afresh ? <span className="level-caution small">set it afresh each time</span> : null}
      </span>
      <span className={css.ticks}>
        <Checkbox
          label="as it says"
          aria-label={`${step.label}: as it says`}
          checked={tick === 'right'}
          onChange={(e) => onTick(e.currentTarget.checked ? 'right' : 'open')}
        />
        <Button
          size="compact-xs"
          variant={differs ? 'light' : 'default'}
          aria-pressed={differs}
          aria-label={`${step.label}: it stood otherwise`}
          onClick={() => onTick(differs ? 'open' : { found: '' })}
        >
          otherwise
        </Button>
      </span>
      {differs ? (
        <TextInput
          className={css.found}
          label={`What stood there instead of ${step.value}`}
          value={tick.found}
          maxLength={200}
          autoFocus
          onChange={(e) => onTick({ found: e.currentTarget.value })}
        />
      ) : null}
    </li>
  )
}

/** Logs what was ticked, once every setting was looked at. */
function ReadBackPress(props: {
  readonly card: BenchCard
  readonly ticks: readonly Tick[]
  readonly onDone: () => void
}) {
  const { card, ticks } = props
  const { act, busy } = useDo()
  const looked = ticks.filter((t) => t !== 'open').length
  const unsaid = ticks.some((t) => typeof t === 'object' && t.found.trim() === '')
  const found = card.steps.flatMap((step, i) => {
    const tick = ticks[i]
    return typeof tick === 'object' ? [{ label: step.label, expected: step.value, found: tick.found.trim() }] : []
  })
  const log = async (): Promise<void> => {
    const done = await act(
      'read-back.log',
      {
        ...{ versionId: card.versionId, found },
        ...{ slipId: card.print?.slipId ?? null, printId: card.print?.printId ?? null },
      },
      found.length === 0
        ? 'Read back: all as it says.'
        : `Read back: ${found.map((f) => f.label).join(', ')} stood otherwise. It stays on the bench until somebody has put it right.`,
    )
    if (done) props.onDone()
  }
  const shut =
    looked < ticks.length
      ? `${looked} of ${ticks.length} looked at`
      : unsaid
        ? 'say what stood there'
        : `all ${ticks.length} looked at`
  return (
    <div className={css.foot}>
      <Button
        loading={busy}
        disabled={looked < ticks.length || unsaid || ticks.length === 0}
        onClick={() => void log()}
      >
        Log read back
      </Button>
      <span className="soft small" role="status">
        {shut}
      </span>
    </div>
  )
}
