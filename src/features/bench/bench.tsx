'use client'

import { Button } from '@mantine/core'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import type { ShelfItem } from '@/contract/shelf'
import type { Bench as BenchData, BenchSlip, Lane } from '@/contract/views/bench'
import type { ReadBack } from '@/contract/views/card'
import { um } from '@/core/length/length'
import { tradeLength, tradePair, writeNumber } from '@/core/length/write'
import { sayFinding } from '@/core/words/checks'
import { countOf } from '@/core/words/count'
import { sayForm } from '@/core/words/paper-form'
import { sayShort } from '@/core/words/short'
import { useKeys } from '@/ui/keys/use-keys'
import { sayAgo, sayLongDay, sayTime } from '@/ui/parts/dates'
import { LevelWord } from '@/ui/parts/level'
import { PageHead } from '@/ui/parts/page-head'
import { Thumb } from '@/ui/parts/thumb'
import { useDo } from '@/ui/parts/use-do'
import { Prints } from '@/ui/prints/prints'
import { useWays } from '@/ui/unit/unit'
import css from './bench.module.css'
import { GroupTitle } from './group-title'
import { LoadControls } from './load-controls'
import { PrinterSays } from './says-instead'

/** The day's view: one lane per printer, slips by what has to be changed first. */
export function Bench(props: {
  readonly bench: BenchData
  readonly shelf: readonly ShelfItem[]
  readonly now: number
}) {
  const { bench, shelf, now } = props
  const { timeZone } = useWays()
  const { act, busy } = useDo()
  const router = useRouter()
  const add = async (): Promise<void> => {
    const made = await act('slip.add', { body: null })
    if (made) router.push(`/slips/${made.id}`)
  }
  useKeys({ n: () => void add() })
  return (
    <>
      <PageHead title="Bench" sub={sayLongDay(now, timeZone)}>
        {bench.lanes.some((l) => l.printer.feeds.some((f) => f.kind === 'roll')) ? (
          <Link href="/bench/plan" className="small">
            Roll plan
          </Link>
        ) : null}
        <Button loading={busy} onClick={() => void add()} title="New slip (n)">
          New slip
        </Button>
      </PageHead>
      <div className={css.page}>
        <p className={css.counts}>
          <span>
            <strong className="serif">{bench.waiting}</strong> waiting
          </span>
          <span>
            <strong className="serif">{bench.today.prints}</strong> printed today
          </span>
          {bench.today.spoiled > 0 ? (
            <span>
              <strong className="serif">{bench.today.spoiled}</strong> spoiled
            </span>
          ) : null}
          {bench.today.mm2 > 0 ? (
            <span>
              <strong className="serif">{writeNumber(bench.today.mm2 / 1e6, 2)} m²</strong> paper used
            </span>
          ) : null}
          <span className={css.explain}>What waits, by what has to be changed in a printer first.</span>
        </p>
        {bench.lanes.map((lane) => (
          <LaneBox key={lane.printer.id} lane={lane} shelf={shelf} now={now} />
        ))}
        {bench.lanes.length === 0 ? (
          <p>
            No printer yet. <Link href="/printers">Add the first one</Link>.
          </p>
        ) : null}
        {bench.unplaced.length > 0 ? (
          <section className={css.lane} aria-label="Not placed yet">
            <div className={css.side}>
              <h2>No printer yet</h2>
              <p className="soft small">These wait for a preset or a sheet.</p>
            </div>
            <div className={css.groups}>
              <div className={css.group}>
                <Cards slips={bench.unplaced} />
                <More count={bench.unplacedCount - bench.unplaced.length} />
              </div>
            </div>
          </section>
        ) : null}
        {bench.waiting === 0 ? <p className="soft">Nothing waits. A slip comes here with “Put on the bench”.</p> : null}
      </div>
    </>
  )
}

function LaneBox({
  lane,
  shelf,
  now,
}: {
  readonly lane: Lane
  readonly shelf: readonly ShelfItem[]
  readonly now: number
}) {
  const { printer } = lane
  const { timeZone, unit } = useWays()
  const nozzle = printer.upkeep.find((u) => u.kind === 'nozzle check')
  const gaps = lane.due.find((d) => d.gaps)?.gaps ?? null
  const heads = lane.due.find((d) => d.kind === 'head alignment')
  return (
    <section className={css.lane} aria-label={printer.nickname}>
      <div className={css.side}>
        <div className={css.sideHead}>
          <h2>
            <Link href={`/printers/${printer.id}`}>{printer.nickname}</Link>
          </h2>
          <span className={lane.awayAt === null && !(gaps && stateOf(lane) === gaps) ? 'soft' : 'level-caution'}>
            {lane.awayAt === null ? stateOf(lane) : `does not answer since ${sayTime(lane.awayAt, timeZone)}`}
          </span>
        </div>
        <dl className={css.facts}>
          {printer.loads.map((load) => (
            <LoadFacts key={load.feedId} load={load} />
          ))}
          {printer.blackShared ? (
            <>
              <dt>Black</dt>
              <dd>{printer.holdsBlack ?? 'not known'}</dd>
            </>
          ) : null}
          <dt>Nozzles</dt>
          <dd className={lane.due.some((d) => d.kind === 'nozzle check') ? 'level-caution' : 'level-fine'}>
            {gaps ? `${gaps}, ` : ''}
            {nozzle ? `checked ${sayAgo(nozzle.at, now, timeZone)}` : 'never checked'}
          </dd>
          {heads ? (
            <>
              <dt>Heads</dt>
              <dd className="level-caution">
                {heads.days === null ? 'never aligned' : `aligned ${heads.days} days ago`}
              </dd>
            </>
          ) : null}
        </dl>
        <LoadControls printer={printer} shelf={shelf} />
      </div>
      <div className={css.groups}>
        {lane.prints.length > 0 ? (
          <div className={css.printing}>
            <Prints prints={lane.prints} label={`Printing on ${printer.nickname}`} named />
          </div>
        ) : null}
        {lane.copiesSet ? (
          <p className={css.found}>
            <LevelWord level="caution" />{' '}
            <span>
              Copies are {lane.copiesSet.copies} at {printer.nickname}
              {lane.copiesSet.since === null ? '' : `, set since ${sayTime(lane.copiesSet.since, timeZone)}`}: what is
              sent from here says its own, whoever prints from elsewhere inherits it. Set it back at the machine.
            </span>
          </p>
        ) : null}
        {lane.says.map((says) => (
          <PrinterSays key={says.key} printer={printer} says={says} shelf={shelf} />
        ))}
        {lane.found.map((back) => (
          <FoundOtherwise key={back.id} back={back} now={now} />
        ))}
        {lane.plans.map((plan) => (
          <p key={plan.id} className={css.together}>
            <Link href={`/bench/plan/${plan.id}`}>Plan {plan.number}</Link> is kept: {countOf(plan.count, 'print')} laid
            over {tradeLength(plan.length, unit)} of roll, to be printed as one.
          </p>
        ))}
        {lane.together.map((hint) => (
          <p key={hint.name} className={css.together}>
            {countOf(hint.count, 'print')}
            {lane.together.length > 1 ? ` of ${hint.name}` : ''} beside each other: {tradeLength(um(hint.length), unit)}{' '}
            of roll instead of {tradeLength(um(hint.alone), unit)},{' '}
            <strong>{tradeLength(um(hint.alone - hint.length), unit)} less</strong>.{' '}
            <Link href="/bench/plan">Plan it</Link>
          </p>
        ))}
        {lane.groups.length === 0 ? <p className="soft small">Nothing waits for {printer.nickname}.</p> : null}
        {lane.groups.map((group) => (
          <div key={JSON.stringify(group.needs)} className={css.group}>
            <GroupTitle group={group} lane={lane} />
            <Cards slips={group.slips} />
            <More count={group.count - group.slips.length} />
          </div>
        ))}
      </div>
    </section>
  )
}

/** What somebody found otherwise in the printer's own dialog: it stays until it is put right. */
function FoundOtherwise({ back, now }: { readonly back: ReadBack; readonly now: number }) {
  const { act, busy } = useDo()
  const { timeZone } = useWays()
  return (
    <p className={css.found}>
      <LevelWord level="caution" />{' '}
      <span>
        {back.found.map((f) => `${f.label} stood at ${f.found}, not ${f.expected}`).join('; ')} in {back.queueName},
        read back for <Link href={`/presets/${back.presetId}/card?version=${back.versionId}`}>{back.presetName}</Link>{' '}
        {sayAgo(back.at, now, timeZone)} by {back.by}.
      </span>{' '}
      <Button
        size="compact-xs"
        variant="default"
        loading={busy}
        onClick={() => void act('read-back.settle', { id: back.id }, 'Put right.')}
      >
        It is put right
      </Button>
    </p>
  )
}

/** In a word or two: what a person at the printer would find. */
const stateOf = ({ printer, prints, due }: Lane): string => {
  if (prints.length > 0) return 'printing'
  if (printer.loads.length === 0) return 'nothing loaded'
  return due.find((d) => d.gaps)?.gaps ?? 'ready'
}

function LoadFacts({ load }: { readonly load: Lane['printer']['loads'][number] }) {
  const { unit } = useWays()
  return (
    <>
      <dt>Loaded</dt>
      <dd>
        {load.paperName}, {sayForm(load.kind, load.width, load.length, unit)}
        <br />
        <span className="soft">
          {load.kind === 'roll'
            ? `${writeNumber(load.left / 1e6, 1)} m of ${writeNumber(load.length / 1e6, 0)} m`
            : countOf(load.left, 'sheet')}
          , {load.feedName}
        </span>
        {load.kind === 'roll' ? (
          <span className={css.gauge} aria-hidden="true">
            <span style={{ width: `${Math.max(0, Math.min(100, (100 * load.left) / load.length))}%` }} />
          </span>
        ) : null}
      </dd>
    </>
  )
}

/** How many wait beyond those that are shown. */
const More = ({ count }: { readonly count: number }) =>
  count > 0 ? (
    <p className="soft small">
      and {count} more like these: <Link href="/slips">all slips</Link>
    </p>
  ) : null

function Cards({ slips }: { readonly slips: readonly BenchSlip[] }) {
  const { unit } = useWays()
  return (
    <ul className={css.cards}>
      {slips.map((s) => (
        <li key={`${s.id} ${s.printId}`}>
          <Link href={`/slips/${s.id}`} className={css.card} data-level={s.level}>
            <Thumb pictureId={s.pictureId} className={css.thumb} />
            <span className={css.cardTitle}>{s.title}</span>
            <span className={css.cardText}>
              {s.number},{' '}
              {s.sheet
                ? s.sheet.roll
                  ? tradePair(s.sheet.width, s.sheet.length, unit)
                  : sayForm('sheet', s.sheet.width, s.sheet.length, unit)
                : 'no sheet'}
              {s.copies > 1 ? `, ${s.copies} copies` : ''}
              {s.memberName ? `, ${shortName(s.memberName)}` : ''}
            </span>
            {s.finding ? (
              <span className={css.finding} title={sayFinding(s.finding, unit)}>
                <LevelWord level={s.level} /> {sayShort(s.finding)}
              </span>
            ) : null}
          </Link>
        </li>
      ))}
    </ul>
  )
}

/** `Iria V.`: enough to call somebody in a room; groups of more words stay whole. */
function shortName(name: string): string {
  const [first, last, ...rest] = name.split(' ')
  return rest.length > 0 || !last ? name : `${first} ${last[0]}.`
}
