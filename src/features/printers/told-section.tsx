'use client'

import { Button } from '@mantine/core'
import { useMemo, useState } from 'react'
import { um } from '@/core/length/length'
import { tradePair } from '@/core/length/write'
import { type Point, pointsOf } from '@/core/printer/beside'
import type { Told } from '@/core/printer/told'
import { sayAgo } from '@/ui/parts/dates'
import { LevelWord } from '@/ui/parts/level'
import lists from '@/ui/parts/lists.module.css'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import css from './printer.module.css'
import type { PrinterView, QueueView } from './types'

export type ToldView = { readonly at: number; readonly told: Told }

/** What the printer tells at a queue's address, beside what is known; taken over point by point. */
export function ToldSection(props: {
  readonly printer: PrinterView
  readonly queue: QueueView
  readonly heard: ToldView | null
  readonly now: number
}) {
  const { printer, queue, heard, now } = props
  const { unit } = useWays()
  const { act, busy } = useDo()
  const [all, setAll] = useState(false)
  const points = useMemo(
    () =>
      heard
        ? pointsOf(heard.told, { makeModel: printer.makeModel, feeds: printer.feeds, facts: queue.facts }, unit)
        : [],
    [heard, printer, queue.facts, unit],
  )
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
            ? `asked ${sayAgo(heard.at, now)}; ${open.length === 0 ? 'the same as known' : `${open.length} ${open.length === 1 ? 'point differs' : 'points differ'}`}`
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
      {heard ? (
        <>
          <PointTable points={all ? points : open} busy={busy} onTake={(id) => take([id])} />
          <Now heard={heard.told} />
          {heard.told.ignored.length > 0 ? (
            <div>
              <p className="small">
                <LevelWord level="look" /> {heard.told.attributes} attributes came; of these was left out:
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
          <th scope="col">
            <span className="unseen">Take over</span>
          </th>
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

/** What is in the printer at this moment: nothing to take over, it changes every day. */
function Now({ heard }: { readonly heard: Told }) {
  const { unit } = useWays()
  const low = heard.inks.filter((i) => i.level !== null && i.level < 15)
  return (
    <p className="small">
      State: {heard.state}
      {heard.stateReasons.length > 0 ? ` (${heard.stateReasons.join(', ').replaceAll('-', ' ')})` : ''}. Loaded:{' '}
      {heard.ready.length === 0
        ? 'nothing'
        : heard.ready
            .map((r) => `${tradePair(um(r.width), um(r.length), unit)} ${r.mediaType ?? ''} in ${r.source}`)
            .join('; ')}
      . {heard.inks.length} inks:{' '}
      {heard.inks.map((i) => `${i.name}${i.level === null ? '' : ` ${i.level} %`}`).join(', ')}
      {low.length > 0 ? '; low ones first' : ''}.
    </p>
  )
}
