'use client'

import Link from 'next/link'
import { useRouter } from 'next/navigation'
import type { EdgeCheck } from '@/contract/views/edge-check'
import type { MeasuredRun } from '@/contract/views/measured'
import type { Printer } from '@/contract/views/printer'
import { tradeLength, writeNumber } from '@/core/length/write'
import type { Settings } from '@/core/preset/settings'
import { countOf } from '@/core/words/count'
import { sayDay, sayDuration, sayTime } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import { type DueLine, EdgeSection } from './edge-section'
import { FeedBox } from './feed-box'
import { FeedForm } from './feed-forms'
import { MeasuredSection } from './measured-section'
import css from './printer.module.css'
import { GoodForForm, InkSetForm, PrinterForm, UpkeepForm } from './printer-forms'
import { QueueSection, type RuleWorld } from './queue-section'
import { QueueTable, sayBorderless } from './queue-table'
import type { NamedSize } from './sheet-margins'
import type { OtherQueue } from './start-from-form'
import type { ToldView } from './told-section'
import { QueuesOfPrinter } from './use-queue-save'

/** A printer's page: its queues side by side, feeds to scale, upkeep. */
export function PrinterPage({
  printer,
  world,
  checks,
  due,
  measured,
  upkeepDue,
  heard,
  people,
  formerInks,
  others,
  drafts,
  now,
}: {
  readonly printer: Printer
  readonly world: RuleWorld & { readonly sizes: readonly NamedSize[] }
  readonly checks: readonly EdgeCheck[]
  readonly due: readonly DueLine[]
  /** the newest measured runs */
  readonly measured: readonly MeasuredRun[]
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
            ['measured', 'Measured runs'],
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
              <FeedBox key={feed.id} printer={printer} feed={feed} unit={unit} sizes={world.sizes} checks={checks} />
            ))}
          </div>
        </section>

        <EdgeSection printer={printer} checks={checks} due={due} now={now} />
        <MeasuredSection printerId={printer.id} nickname={printer.nickname} runs={measured} now={now} />

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
