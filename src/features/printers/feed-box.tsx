'use client'

import type { EdgeCheck } from '@/contract/views/edge-check'
import type { Printer } from '@/contract/views/printer'
import { fromMm, type LengthUnit } from '@/core/length/length'
import { tradeLength, writeLength } from '@/core/length/write'
import { declaredMargins, type Feed, type QueueFeed } from '@/core/printer/facts'
import lists from '@/ui/parts/lists.module.css'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { useThingActs } from '@/ui/parts/thing-acts'
import { FeedForm } from './feed-forms'
import css from './printer.module.css'
import { QueueFeedForm } from './queue-feed-form'
import { type NamedSize, SheetMargins } from './sheet-margins'

/** A feed of a printer to scale, with what each queue declares of it. */
export function FeedBox({
  printer,
  feed,
  unit,
  sizes,
  checks,
}: {
  readonly printer: Printer
  readonly feed: Printer['feeds'][number]
  readonly unit: LengthUnit
  readonly sizes: readonly NamedSize[]
  readonly checks: readonly EdgeCheck[]
}) {
  const away = useThingActs()
  const known = printer.queues.flatMap((q) =>
    q.facts.feeds.filter((f) => f.feedId === feed.id).map((f) => ({ queue: q, facts: f })),
  )
  return (
    <section className={css.feed} aria-label={feed.name}>
      <div className={lists.row}>
        <h3 className={css.feedName}>{feed.name}</h3>
        <FormButton label="Edit" title={feed.name} wide>
          {(close) => <FeedForm printer={printer} feed={feed} onDone={close} />}
        </FormButton>
        <RowMenu of={feed.name} acts={away('feed', feed, feed.name)} />
        {known.length > 0 && feed.kind !== 'roll' ? (
          <FormButton label="Areas and centring" title={`What the ${feed.name} leaves of a sheet`} wide>
            {() => <SheetMargins queues={known.map((k) => k.queue)} feed={feed} sizes={sizes} checks={checks} />}
          </FormButton>
        ) : null}
      </div>
      <p className="soft small">
        {feed.kind === 'sheet'
          ? 'one sheet at a time'
          : feed.kind === 'roll'
            ? 'roll'
            : `stack of ${feed.sheetsAtATime}`}
        , {tradeLength(feed.minWidth, unit)} to {tradeLength(feed.maxWidth, unit)} across,{' '}
        {tradeLength(feed.minLength, unit)} to {tradeLength(feed.maxLength, unit)} along,{' '}
        {(feed.minThickness / 1000).toFixed(2)} to {(feed.maxThickness / 1000).toFixed(2)} mm thick
        {feed.extraLength > 0 ? `; a cut piece needs ${tradeLength(feed.extraLength, unit)} extra` : ''}
      </p>
      <div className={css.paths}>
        {known[0] ? <FeedDrawing feed={feed} facts={known[0].facts} unit={unit} /> : null}
        <div>
          {known.map(({ queue, facts }) => (
            <div key={queue.id} className={css.path}>
              <strong>{queue.name}</strong>{' '}
              <FormButton label="Edit" title={`${queue.name}, ${feed.name}`} wide>
                {(close) => <QueueFeedForm queue={queue} feed={feed} onDone={close} />}
              </FormButton>
              <p className="small">
                {facts.borderless
                  ? `borderless: overspray ${writeLength(facts.borderless.overspray.left, unit)} left, ${writeLength(facts.borderless.overspray.right, unit)} right, ${writeLength(facts.borderless.overspray.lead, unit)} lead, ${writeLength(facts.borderless.overspray.trail, unit)} trail${facts.borderless.widths.length > 0 ? `; at ${facts.borderless.widths.map((w) => tradeLength(w, unit)).join(', ')} across` : ''}`
                  : 'margins only'}
              </p>
            </div>
          ))}
          {printer.queues
            .filter((q) => !known.some((k) => k.queue.id === q.id))
            .map((q) => (
              <div key={q.id} className={css.path}>
                <span className="soft">{q.name} does not use it.</span>{' '}
                <FormButton label="It does" title={`${q.name}, ${feed.name}`} wide>
                  {(close) => <QueueFeedForm queue={q} feed={feed} onDone={close} />}
                </FormButton>
              </div>
            ))}
          {feed.pictureId ? (
            // biome-ignore lint/performance/noImgElement: made by the room's own server at its size
            <img
              src={`/api/pictures/${feed.pictureId}/thumb`}
              alt={`How the ${feed.name} is loaded`}
              className={css.loadingPicture}
            />
          ) : null}
          {feed.loading.length > 0 ? (
            <ol className={css.loading}>
              {feed.loading.map((step) => (
                <li key={step}>{step}</li>
              ))}
            </ol>
          ) : null}
        </div>
      </div>
    </section>
  )
}

const SHEET_MM = { w: 210, h: 297 }

/** A sheet of the feed with its margins to scale, lead edge up; margins are drawn on A4 or the feed's widest below it. */
function FeedDrawing({
  feed,
  facts,
  unit,
}: {
  readonly feed: Feed
  readonly facts: QueueFeed
  readonly unit: LengthUnit
}) {
  const w = Math.min(SHEET_MM.w, feed.maxWidth / 1000)
  const h = Math.min(SHEET_MM.h, feed.maxLength / 1000)
  const m = declaredMargins(facts, fromMm(w))
  const o = facts.borderless?.overspray
  const mm = (v: number): number => v / 1000
  return (
    <svg
      viewBox={`-34 -22 ${w + 68} ${h + 46}`}
      className={css.feedDrawing}
      role="img"
      aria-label={`Margins of ${feed.name}`}
    >
      {o ? (
        <rect
          x={-mm(o.left)}
          y={-mm(o.lead)}
          width={w + mm(o.left + o.right)}
          height={h + mm(o.lead + o.trail)}
          fill="none"
          stroke="var(--stop)"
          strokeWidth={1}
          strokeDasharray="5 3"
        />
      ) : null}
      <rect width={w} height={h} fill="var(--paper-drawn)" stroke="var(--soft)" strokeWidth={1} />
      <rect
        x={mm(m.left)}
        y={mm(m.lead)}
        width={w - mm(m.left + m.right)}
        height={h - mm(m.lead + m.trail)}
        fill="none"
        stroke="var(--fine)"
        strokeDasharray="3 3"
        strokeWidth={1}
      />
      <g fill="var(--pencil)" fontSize={15} textAnchor="middle">
        <text x={w / 2} y={-8}>
          {writeLength(m.lead, unit)}
        </text>
        <text x={w / 2} y={h + 14}>
          {writeLength(m.trail, unit)}
        </text>
        <text x={-5} y={h / 2} textAnchor="end">
          {writeLength(m.left, unit).replace(/ .*/, '')}
        </text>
        <text x={w + 5} y={h / 2} textAnchor="start">
          {writeLength(m.right, unit).replace(/ .*/, '')}
        </text>
      </g>
    </svg>
  )
}
