import dynamic from 'next/dynamic'
import Link from 'next/link'
import type { MeasuredRun } from '@/contract/views/measured'
import { sayHeld } from '@/core/words/measured'
import { sayDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { useWays } from '@/ui/unit/unit'
import css from './printer.module.css'

const MeasuredChart = dynamic(() => import('./measured-chart').then((m) => m.MeasuredChart), { ssr: false })

/** Promised against measured, run by run, for each feed and edge: whether promises hold, and whether a feed moves. */
export function MeasuredSection(props: {
  readonly printerId: string
  readonly nickname: string
  readonly runs: readonly MeasuredRun[]
  readonly now: number
}) {
  const { printerId, nickname, runs, now } = props
  const { unit, timeZone } = useWays()
  const groups = new Map<string, MeasuredRun[]>()
  for (const r of runs) {
    const key = `${r.feedId} ${r.edge}`
    groups.set(key, [...(groups.get(key) ?? []), r])
  }
  return (
    <section id="measured" className={lists.section} aria-label="Measured runs">
      <h2>Measured runs</h2>
      {runs.length === 0 ? (
        <p className="soft">
          No run of {nickname} was measured yet. Two distances typed at a run in the{' '}
          <Link href={`/log?printer=${printerId}`}>log</Link> show whether its promise held, and make the next one
          narrower.
        </p>
      ) : null}
      {[...groups.entries()].map(([key, list]) => {
        const [newest] = list
        if (!newest) return null
        const held = list.filter((r) => r.held.every((h) => h.holds)).length
        const inOrder = [...list].reverse()
        return (
          <div key={key} className={css.checkGroup}>
            <h3>
              {newest.feedName}, {newest.edge}
            </h3>
            <p className="small">
              {list.length === 1 ? 'One run' : `${list.length} runs`}:{' '}
              {held === list.length ? 'everything was as promised' : `in ${held} everything was as promised`}.
            </p>
            <MeasuredChart
              title={`${newest.feedName}, ${newest.edge}`}
              unit={unit}
              runs={inOrder.map((r) => ({
                number: r.number,
                across: r.across,
                along: r.along,
                within: within(r),
              }))}
            />
            <table className="ruled">
              <thead>
                <tr>
                  <th scope="col">Run</th>
                  <th scope="col">Came out</th>
                  <th scope="col">Measured</th>
                </tr>
              </thead>
              <tbody>
                {list.slice(0, 8).map((r) => (
                  <tr key={r.id}>
                    <th scope="row">
                      <Link href={`/log/${r.runId}`}>run {r.number}</Link>, {sayDay(r.runAt, timeZone, now)}
                    </th>
                    <td className={r.held.every((h) => h.holds) ? undefined : 'level-caution'}>{sayHeld(r.held)}</td>
                    <td className="soft">
                      {sayDay(r.at, timeZone, now)} by {r.by}, {r.instrument}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )
      })}
    </section>
  )
}

/** The widest promise of a run's places, for the band of the chart. */
const within = (r: MeasuredRun): number =>
  Math.max(0, ...r.held.filter((h) => h.name !== 'width' && h.name !== 'height').map((h) => h.tolerance))
