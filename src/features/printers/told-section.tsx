'use client'

import { Button } from '@mantine/core'
import { useMemo, useState } from 'react'
import type { ShelfItem } from '@/contract/shelf'
import type { Printer, Queue } from '@/contract/views/printer'
import { tradePair } from '@/core/length/write'
import { sayNotTaken, takesNothing } from '@/core/print/delivery'
import { pointsOf } from '@/core/printer/beside'
import type { Point } from '@/core/printer/point'
import { readyBeside } from '@/core/printer/ready'
import type { Told } from '@/core/printer/told'
import { sayForm } from '@/core/words/paper-form'
import { sayReasons } from '@/core/words/printer-says'
import { ActsHead } from '@/ui/parts/acts-head'
import { sayAgo } from '@/ui/parts/dates'
import { ItIs } from '@/ui/parts/it-is'
import { LevelWord } from '@/ui/parts/level'
import lists from '@/ui/parts/lists.module.css'
import { shelfPicks } from '@/ui/parts/shelf'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import css from './printer.module.css'
import { TrustCertificate } from './trust-certificate'

export type ToldView = { readonly at: number; readonly told: Told }

/** What the printer tells at a queue's address, beside what is known; taken over point by point. */
export function ToldSection(props: {
  readonly printer: Printer
  readonly queue: Queue
  readonly shelf: readonly ShelfItem[]
  readonly heard: ToldView | null
  readonly now: number
}) {
  const { printer, queue, heard, now } = props
  const { unit, timeZone } = useWays()
  const { act, busy, problem } = useDo()
  const [all, setAll] = useState(false)
  const points = useMemo(
    () =>
      heard
        ? pointsOf(heard.told, { makeModel: printer.makeModel, feeds: printer.feeds, facts: queue.facts }, unit)
        : [],
    [heard, printer, queue.facts, unit],
  )
  const cannot = heard ? takesNothing(heard.told) : null
  const open = points.filter((p) => !p.same)
  const take = (ids: readonly string[]): void =>
    void act(
      'queue.take',
      { id: queue.id, points: [...ids], unit },
      ids.length === 1 ? 'Taken over.' : `${ids.length} points are taken over.`,
    )
  if (queue.address.trim() === '') return null
  return (
    <details className={css.part} open={heard !== null && open.length > 0}>
      <summary>
        Told by the printer{' '}
        <span className="soft">
          {heard
            ? `asked ${sayAgo(heard.at, now, timeZone)}; ${open.length === 0 ? 'the same as known' : `${open.length} ${open.length === 1 ? 'point differs' : 'points differ'}`}`
            : 'not asked yet'}
        </span>
      </summary>
      <div className={lists.row}>
        <Button
          size="compact-xs"
          variant="default"
          loading={busy}
          onClick={() => void act('queue.ask', { id: queue.id }, 'It answered.')}
        >
          {heard ? 'Ask again' : 'Ask the printer'}
        </Button>
        <Button
          size="compact-xs"
          variant="default"
          loading={busy}
          title="It blinks or beeps, so that one sees which machine is at this address"
          onClick={() => void act('queue.identify', { id: queue.id }, 'It shows itself now.')}
        >
          Identify
        </Button>
        {open.length > 1 ? (
          <Button size="compact-xs" variant="default" loading={busy} onClick={() => take(open.map((p) => p.id))}>
            Take all {open.length} over
          </Button>
        ) : null}
        {heard ? (
          <Button size="compact-xs" variant="subtle" onClick={() => setAll(!all)}>
            {all ? 'Only what differs' : `All ${points.length} points`}
          </Button>
        ) : null}
      </div>
      <TrustCertificate
        problem={problem}
        address={queue.address}
        onTrusted={() => void act('queue.ask', { id: queue.id }, 'It answered.')}
      />
      {cannot ? (
        <p className="small">
          <LevelWord level="caution" /> {queue.name} cannot be printed to from here: {sayNotTaken(cannot)}
        </p>
      ) : null}
      {heard ? (
        <>
          <PointTable points={all ? points : open} busy={busy} onTake={(id) => take([id])} />
          <Now heard={heard.told} printer={printer} queue={queue} shelf={props.shelf} />
          {heard.told.ignored.length > 0 ? (
            <div>
              <p className="small">
                <LevelWord level="caution" /> {heard.told.attributes} attributes came; of these was left out:
              </p>
              <ul className="small">
                {heard.told.ignored.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </div>
          ) : (
            <p className="soft small">{heard.told.attributes} attributes came; nothing was left out.</p>
          )}
        </>
      ) : null}
    </details>
  )
}

function PointTable(props: {
  readonly points: readonly Point[]
  readonly busy: boolean
  readonly onTake: (id: string) => void
}) {
  if (props.points.length === 0) return null
  return (
    <table className="ruled">
      <thead>
        <tr>
          <th scope="col">About</th>
          <th scope="col">Known here</th>
          <th scope="col">Told</th>
          <ActsHead says="Take over" />
        </tr>
      </thead>
      <tbody>
        {props.points.map((p) => (
          <tr key={p.id}>
            <th scope="row">{p.about}</th>
            <td className={p.same ? 'soft' : undefined}>{p.known}</td>
            <td className={p.same ? 'soft' : undefined}>
              {p.told}
              {p.assumes && !p.same ? <span className="soft small"> Assumed: {p.assumes}.</span> : null}
            </td>
            <td>
              {p.same ? (
                <span className="soft small">the same</span>
              ) : (
                <Button size="compact-xs" variant="default" disabled={props.busy} onClick={() => props.onTake(p.id)}>
                  Take over
                </Button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** What is in the printer at this moment, beside what is noted of its feeds. */
function Now({
  heard,
  printer,
  queue,
  shelf,
}: {
  readonly heard: Told
  readonly printer: Printer
  readonly queue: Queue
  readonly shelf: readonly ShelfItem[]
}) {
  const { unit } = useWays()
  const stands = sayReasons(heard.stateReasons)
  const picks = shelfPicks(shelf, unit).map((p) => ({ ...p, item: p }))
  const ready = readyBeside(heard.ready, printer.feeds, queue.facts, printer.loads, picks)
  return (
    <>
      <p className="small">
        State: {heard.state}
        {stands.length > 0 ? `: ${stands.join(', ')}` : ''}
        {heard.stateMessage === '' ? '' : ` (“${heard.stateMessage}”)`}. {heard.inks.length} inks:{' '}
        {heard.inks.map((i) => `${i.name}${i.level === null ? '' : ` ${i.level} %`}`).join(', ')}; known here:{' '}
        {printer.inkSet}.
      </p>
      {ready.length === 0 ? <p className="small">It says that nothing is loaded.</p> : null}
      <ul className="small">
        {ready.map(({ told, feed, same, offers }) => {
          const noted = printer.loads.find((l) => l.feedId === feed?.id)
          return (
            <li key={`${told.source} ${told.width} ${told.length} ${told.mediaType}`}>
              Loaded in {feed?.name ?? told.source}: {tradePair(told.width, told.length, unit)} {told.mediaType ?? ''};{' '}
              <span className="soft">
                noted here:{' '}
                {noted ? `${noted.paperName}, ${sayForm(noted.kind, noted.width, noted.length, unit)}` : 'nothing'}
                {same ? ', the same size' : ''}.{' '}
              </span>
              {same || !feed ? null : <ItIs printerId={printer.id} feedId={feed.id} picks={offers} />}
              {!same && feed && offers.length === 0 ? (
                <span className="soft">No paper of this size is under Papers & rolls.</span>
              ) : null}
            </li>
          )
        })}
      </ul>
    </>
  )
}
