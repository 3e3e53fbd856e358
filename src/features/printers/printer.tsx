'use client'

import Link from 'next/link'
import { useRouter } from 'next/navigation'
import type { EdgeCheck } from '@/contract/views/edge-check'
import type { Printer, Queue } from '@/contract/views/printer'
import { fromMm, type LengthUnit } from '@/core/length/length'
import { tradeLength, tradeNumber, writeLength, writeNumber } from '@/core/length/write'
import type { Settings } from '@/core/preset/settings'
import { declaredMargins, type Feed, type QueueFeed } from '@/core/printer/facts'
import { countOf } from '@/core/words/count'
import { sayDay, sayDuration, sayTime } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import { type DueLine, EdgeSection } from './edge-section'
import { FeedForm } from './feed-forms'
import css from './printer.module.css'
import { GoodForForm, InkSetForm, PrinterForm, UpkeepForm } from './printer-forms'
import { QueueFeedForm } from './queue-feed-form'
import { QueueSection, type RuleWorld } from './queue-section'
import type { OtherQueue } from './start-from-form'
import type { ToldView } from './told-section'
import { QueuesOfPrinter } from './use-queue-save'

/** A printer's page: its queues side by side, feeds to scale, upkeep. */
export function PrinterPage({
  printer,
  world,
  checks,
  due,
  upkeepDue,
  heard,
  people,
  formerInks,
  others,
  drafts,
  now,
}: {
  readonly printer: Printer
  readonly world: RuleWorld
  readonly checks: readonly EdgeCheck[]
  readonly due: readonly DueLine[]
  /** kinds of upkeep that are due */
  readonly upkeepDue: readonly string[]
  /** what each queue's printer told, by queue */
  readonly heard: Readonly<Record<string, ToldView | null>>
  /** who can have done upkeep */
  readonly people: readonly { readonly id: string; readonly name: string }[]
  /** presets whose newest version names other inks than the printer holds */
  readonly formerInks: readonly string[]
  /** queues of the whole room, to start from */
  readonly others: readonly OtherQueue[]
  /** what a new preset of each queue would start with; null where no paper suits it */
  readonly drafts: Readonly<Record<string, Settings | null>>
  readonly now: number
}) {
  const { unit, timeZone } = useWays()
  const dues = [...upkeepDue, ...(due.length > 0 ? [countOf(due.length, 'edge check')] : [])]
  const { act } = useDo()
  const router = useRouter()
  const retire = async (): Promise<void> => {
    if (
      await act(
        'printer.retire',
        { id: printer.id, revision: printer.revision },
        `${printer.nickname} is retired; the log keeps it.`,
      )
    )
      router.push('/printers')
  }
  const remove = async (): Promise<void> => {
    if (await act('printer.delete', { id: printer.id }, `${printer.nickname} is gone.`)) router.push('/printers')
  }
  return (
    <QueuesOfPrinter value={printer.queues}>
      <PageHead title={printer.nickname} sub={printer.makeModel}>
        <FormButton label="Edit" title={printer.nickname}>
          {(close) => <PrinterForm printer={printer} onDone={close} />}
        </FormButton>
        <RowMenu
          of={printer.nickname}
          text="More"
          acts={[
            { label: 'Save as JSON', href: `/api/exchange/printer/${printer.id}` },
            { ...{ label: 'Retire', away: true }, act: () => void retire() },
            { ...{ label: 'Delete', away: true }, act: () => void remove() },
          ]}
        />
      </PageHead>
      <div className={lists.page}>
        <nav className={css.parts} aria-label="Parts of this page">
          {[
            ['feeds', 'Feeds'],
            ['edges', 'Edge checks'],
            ['queues', 'Queues'],
            ['upkeep', 'Upkeep'],
          ].map(([id, name]) => (
            <a key={id} href={`#${id}`}>
              {name}
            </a>
          ))}
        </nav>
        <dl className={`facts ${css.facts}`}>
          <dt>Carriage</dt>
          <dd>{tradeLength(printer.carriage, unit)}</dd>
          <dt>Ink set</dt>
          <dd>
            {printer.inkSet}
            {printer.inkSetAt === null ? '' : `, since ${sayDay(printer.inkSetAt, timeZone, now)}`}{' '}
            <FormButton label="Change" title={`Ink set of ${printer.nickname}`}>
              {(close) => <InkSetForm printer={printer} onDone={close} />}
            </FormButton>
            {formerInks.length > 0 ? (
              <span className="level-caution"> {formerInks.join(', ')} still name the former inks.</span>
            ) : null}
          </dd>
          <dt>Black</dt>
          <dd>
            {printer.blackShared
              ? `${printer.holdsBlack ?? 'not known'}; a swap takes ${sayDuration(printer.swapSeconds)} and ${writeNumber(printer.swapMicrolitres / 1000, 1)} ml`
              : 'photo and matte have a channel each'}
          </dd>
          <dt>Borderless</dt>
          <dd>{sayBorderless(printer, unit)}</dd>
          <dt>Due</dt>
          <dd className={dues.length > 0 ? 'level-caution' : undefined}>{dues.join(', ') || 'nothing'}</dd>
          <dt>Loaded</dt>
          <dd>
            {printer.loads.length > 0
              ? printer.loads.map((l) => `${l.paperName} in the ${l.feedName}`).join(', ')
              : 'nothing'}
          </dd>
        </dl>

        <section id="feeds" className={lists.section}>
          <div className={lists.row}>
            <h2>Feeds</h2>
            <FormButton label="New feed" title="A feed" wide>
              {(close) => <FeedForm printer={printer} feed={null} onDone={close} />}
            </FormButton>
          </div>
          <div className={css.feeds}>
            {printer.feeds.map((feed) => (
              <FeedBox key={feed.id} printer={printer} feed={feed} unit={unit} />
            ))}
          </div>
        </section>

        <EdgeSection printer={printer} checks={checks} due={due} now={now} />

        <section id="queues" className={lists.section}>
          <h2>Queues side by side</h2>
          <QueueTable printer={printer} />
        </section>
        {printer.queues.map((q) => (
          <QueueSection
            key={q.id}
            printer={printer}
            queue={q}
            world={world}
            heard={heard[q.id] ?? null}
            others={others}
            draft={drafts[q.id] ?? null}
            now={now}
          />
        ))}

        <section id="upkeep" className={lists.section}>
          <div className={lists.row}>
            <h2>Upkeep</h2>
            <FormButton label="Log upkeep" title={`Upkeep of ${printer.nickname}`}>
              {(close) => <UpkeepForm printer={printer} people={people} onDone={close} />}
            </FormButton>
            <FormButton label="How long each stays good" title={`Upkeep of ${printer.nickname}`}>
              {(close) => <GoodForForm printer={printer} onDone={close} />}
            </FormButton>
            <Link href={`/log?printer=${printer.id}`} className="small">
              Its runs in the log
            </Link>
          </div>
          {printer.upkeep.length === 0 ? <p className="soft">Nothing noted yet.</p> : null}
          <table className="ruled">
            <tbody>
              {printer.upkeep.map((u) => (
                <tr key={`${u.kind} ${u.at} ${u.note}`}>
                  <td style={{ width: 160 }}>
                    {sayDay(u.at, timeZone, now)}, {sayTime(u.at, timeZone)}
                  </td>
                  <td className="strong" style={{ width: 200 }}>
                    {u.kind}
                  </td>
                  <td>{u.result}</td>
                  <td>{u.note}</td>
                  <td className="soft">{u.by}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      </div>
    </QueuesOfPrinter>
  )
}

function FeedBox({
  printer,
  feed,
  unit,
}: {
  readonly printer: Printer
  readonly feed: Printer['feeds'][number]
  readonly unit: LengthUnit
}) {
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

/** The feeds from which a queue prints borderless, by their names. */
const borderlessFeeds = (q: Queue, feeds: Printer['feeds']): readonly string[] =>
  feeds.filter((f) => q.facts.feeds.some((x) => x.feedId === f.id && x.borderless)).map((f) => f.name)

/** From which feed and at which widths a printer prints borderless through any of its queues, in words. */
export function sayBorderless({ queues, feeds }: Pick<Printer, 'queues' | 'feeds'>, unit: LengthUnit): string {
  const says = feeds.flatMap((f) => {
    const allowed = queues.flatMap((q) => q.facts.feeds.find((x) => x.feedId === f.id)?.borderless ?? [])
    if (allowed.length === 0) return []
    if (allowed.some((b) => b.widths.length === 0)) return [`${f.name}, every width`]
    const widths = [...new Set(allowed.flatMap((b) => b.widths))].sort((a, b) => a - b)
    return [`${f.name}, ${widths.map((w) => tradeNumber(w, unit)).join(', ')} ${unit} across`]
  })
  return says.join('; ') || 'not allowed'
}

type Row = { readonly name: string; readonly of: (q: Queue, feeds: Printer['feeds']) => string }

const ROWS: readonly Row[] = [
  { name: 'Address', of: (q) => q.address || 'none given' },
  { name: 'Language', of: (q) => q.language || 'not known' },
  {
    name: 'Default, shared',
    of: (q) => `${q.isDefault ? 'default' : 'not the default'}, ${q.shared ? 'shared' : 'not shared'}`,
  },
  { name: 'Media settings', of: (q) => q.facts.mediaSettings.map((m) => m.name).join(', ') },
  { name: 'Qualities', of: (q) => q.facts.qualities.map((x) => `${x.name} ${x.ppi} ppi`).join(', ') },
  { name: 'Colour mode', of: (q) => q.facts.colourModes.join(', ') },
  { name: 'Printer colour', of: (q) => q.facts.printerColours.join(', ') || 'none' },
  { name: 'Topcoat', of: (q) => q.facts.topcoats.join(', ') || 'none' },
  { name: 'Borderless', of: (q, feeds) => borderlessFeeds(q, feeds).join(', ') || 'not allowed' },
  { name: 'Native resolution', of: (q) => `${q.facts.nativePpi} ppi` },
]

/** Queues side by side; what differs between them is marked. */
function QueueTable({ printer }: { readonly printer: Printer }) {
  return (
    <table className="ruled">
      <thead>
        <tr>
          <th scope="col" style={{ width: 150 }}>
            <span className="unseen">What</span>
          </th>
          {printer.queues.map((q) => (
            <th key={q.id} scope="col">
              {q.name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {ROWS.map((row) => {
          const values = printer.queues.map((q) => row.of(q, printer.feeds))
          const differs = new Set(values).size > 1
          return (
            <tr key={row.name}>
              <th scope="row">{row.name}</th>
              {printer.queues.map((q, i) => (
                <td key={q.id} className={differs ? css.differs : undefined}>
                  {values[i]}
                </td>
              ))}
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}
