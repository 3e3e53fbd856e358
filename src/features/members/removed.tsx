'use client'

import { Button } from '@mantine/core'
import type { RemovedPart, RemovedThing } from '@/contract/views/removed'
import { PARTS } from '@/core/printer/parts'
import { ActsHead } from '@/ui/parts/acts-head'
import { sayShortDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'

/** What was retired, the newest first: all of it stays readable where it was used, and is offered again on a press. */
export function Removed(props: {
  readonly things: readonly RemovedThing[]
  /** taken out of queues */
  readonly parts: readonly RemovedPart[]
  readonly now: number
}) {
  const { things, parts, now } = props
  const { timeZone } = useWays()
  const { act, busy } = useDo()
  const restore = (t: RemovedThing): void => {
    const done = `${t.name} is offered again.`
    const row = { id: t.id, revision: t.revision }
    switch (t.kind) {
      case 'profile':
        return void act('profile.restore', { id: t.id }, done)
      case 'member':
        return void act('person.restore', row, `${t.name} is a member again.`)
      case 'printer':
        return void act('printer.restore', row, done)
      case 'preset':
        return void act('preset.restore', row, done)
      case 'paper':
        return void act('paper.restore', row, done)
      case 'note':
        return void act('note.restore', row, 'The note is at its paper again.')
      case 'tone check':
        return void act('tone.restore', row, done)
      case 'screen':
      case 'scanner':
      case 'group':
      case 'form':
      case 'feed':
      case 'queue':
      case 'roll':
        return void act('thing.restore', { ...row, kind: t.kind }, done)
      case 'target':
        return void act('target.restore', row, done)
      case 'size':
        return void act('size.restore', row, done)
    }
  }
  return (
    <>
      <PageHead title="Removed things" sub="kept whole where they were used; nothing here is lost" />
      <div className={lists.page} style={{ maxWidth: 760 }}>
        {things.length + parts.length === 0 ? <p className="soft">Nothing was removed.</p> : null}
        {things.length > 0 ? (
          <table className="ruled">
            <thead>
              <tr>
                <th scope="col">Name</th>
                <th scope="col">What</th>
                <th scope="col">Since</th>
                <ActsHead />
              </tr>
            </thead>
            <tbody>
              {things.map((t) => (
                <tr key={t.id}>
                  <td className="strong">{t.name}</td>
                  <td>{t.kind === 'form' ? 'size or roll' : t.kind}</td>
                  <td>{sayShortDay(t.at, timeZone, now)}</td>
                  <td>
                    <Button size="compact-xs" variant="default" disabled={busy} onClick={() => restore(t)}>
                      {t.kind === 'member' ? 'Take back in' : 'Offer again'}
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        ) : null}
        {parts.length > 0 ? (
          <section className={lists.section}>
            <h2>Taken out of queues</h2>
            <table className="ruled">
              <tbody>
                {parts.map((p) => (
                  <tr key={`${p.event} ${p.kind} ${p.item}`}>
                    <td className="strong">{p.name}</td>
                    <td>
                      {PARTS[p.kind]} of {p.queue}
                    </td>
                    <td>{sayShortDay(p.at, timeZone, now)}</td>
                    <td>
                      <Button
                        size="compact-xs"
                        variant="default"
                        disabled={busy}
                        onClick={() =>
                          void act(
                            'queue.put-back',
                            { id: p.queueId, event: p.event, kind: p.kind, item: p.item },
                            `It is in ${p.queue} again.`,
                          )
                        }
                      >
                        Put back
                      </Button>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        ) : null}
      </div>
    </>
  )
}
