'use client'

import { Button } from '@mantine/core'
import Link from 'next/link'
import { tradePair } from '@/core/length/write'
import { same } from '@/core/merge/merge'
import { printsInTurn } from '@/core/print/in-turn'
import { sayDarkness } from '@/core/printer/darkness'
import { ofSet } from '@/core/slip/of-set'
import { mismatches, sayMismatch } from '@/core/tone/set'
import { useWays } from '@/ui/unit/unit'
import css from './slip.module.css'
import type { Wanted } from './wanted'

/** The paper; with the media setting where the same paper is printed in several ways. */
function sayPaper({ facts: { version } }: Wanted, all: readonly Wanted[]): string {
  if (!version) return 'no preset yet'
  const { paper, mediaSetting } = version
  const others = all.some(
    ({ facts: { version: v } }) => v?.paper.id === paper.id && v.mediaSetting.id !== mediaSetting.id,
  )
  return others ? `${paper.name}, ${mediaSetting.name}` : paper.name
}

/** The prints of a slip that has several: which one the docket shows, where each stands, and all of them in turn. */
export function PrintList(props: {
  readonly slipId: string
  readonly wanted: readonly Wanted[]
  readonly at: string
  readonly editable: boolean
  readonly onChoose: (id: string) => void
  readonly onDrop: (id: string) => void
  readonly onAll: (does: 'print' | 'log') => void
  /** one of them, where something is set by hand between them */
  readonly onNext: (id: string) => void
  /** the preset and sheet of the print that is shown, for all others that may still change */
  readonly onSame: () => void
}) {
  const { wanted, at, editable } = props
  // prints of several pictures are told apart by their names
  const several = new Set(wanted.map((w) => w.print.pieces[0]?.pictureId ?? '')).size > 1
  const shown = wanted.find((w) => w.print.id === at)
  const others = wanted.filter((w) => w.print.id !== at && mayChange(w) && shown && !sameWay(w, shown))
  const { unit } = useWays()
  const set = wanted.flatMap(
    (w) => ofSet(w.print, w.facts.version, w.facts.pictures[0]?.name ?? `${w.number}, ${saySheet(w, unit)}`) ?? [],
  )
  const odd = mismatches(set)
  const left = wanted.filter((w) => w.state === 'wanted')
  const sent = left.filter((w) => w.address !== null)
  const [next] = left
  const turns = printsInTurn(
    left.flatMap(({ print, facts: { version }, left: copies }) => (version ? [{ print, version, copies }] : [])),
  )
  return (
    <section className={css.printList} aria-label="Prints on this slip">
      <ol>
        {wanted.map((w) => (
          <li key={w.print.id} data-at={w.print.id === at || undefined}>
            <button type="button" aria-pressed={w.print.id === at} onClick={() => props.onChoose(w.print.id)}>
              <span className={css.lineNumber}>{w.print.copies} ×</span>
              <span>
                <span className={css.printSays}>
                  {several ? `${w.facts.pictures[0]?.name ?? 'no picture yet'}, ` : ''}
                  {saySheet(w, unit)}
                </span>
                <span className={css.printDetail}>
                  {w.print.label ?? `${sayPaper(w, wanted)}${set.length > 1 ? sayTone(w) : ''}`}
                </span>
              </span>
              <span className={LEVEL[w.state]}>{sayState(w)}</span>
            </button>
            {w.print.label && w.came && w.facts.version ? (
              <Link
                className={css.plain}
                href={`/papers/${w.facts.version.paper.id}?way=${props.slipId}.${w.print.id}`}
                aria-label={`Choose way ${w.print.label}`}
              >
                choose
              </Link>
            ) : null}
            {editable && mayChange(w) ? (
              <button
                type="button"
                className={css.plain}
                aria-label={`Remove print ${w.number}, ${saySheet(w, unit)}`}
                onClick={() => props.onDrop(w.print.id)}
              >
                remove
              </button>
            ) : null}
          </li>
        ))}
      </ol>
      {odd.map((m) => (
        <p key={m.what} className="level-caution small">
          {sayMismatch(m)}
        </p>
      ))}
      {set.length > 0 ? (
        <p className="small">
          <Link href={`/tone/set?slips=${props.slipId}`}>Beside other slips, as a set</Link>
        </p>
      ) : null}
      {editable && others.length > 0 && shown?.print.versionId ? (
        <p className="small">
          <button type="button" className={css.offer} onClick={props.onSame}>
            {`This preset and sheet for the other ${others.length === 1 ? 'print' : `${others.length} prints`}, too`}
          </button>
        </p>
      ) : null}
      {left.length > 1 ? (
        <div className={css.row}>
          {turns ? (
            <Button size="compact-xs" disabled={sent.length < left.length} onClick={() => props.onAll('print')}>
              Print all {left.length} in turn
            </Button>
          ) : (
            <Button
              size="compact-xs"
              disabled={next?.address == null}
              onClick={() => next && props.onNext(next.print.id)}
            >
              {`Print the next, print ${next?.number ?? ''}`}
            </Button>
          )}
          <Button size="compact-xs" variant="default" onClick={() => props.onAll('log')}>
            Log all {left.length}
          </Button>
          {turns ? null : <span className="soft small">something is set or fed by hand between them</span>}
          {turns && sent.length < left.length ? (
            <span className="soft small">not every queue has an address</span>
          ) : null}
        </div>
      ) : null}
    </section>
  )
}

/** Nothing of it came out or is under way. */
export const mayChange = (w: Pick<Wanted, 'state' | 'good'>): boolean =>
  w.state !== 'printing' && w.state !== 'asked' && w.state !== 'planned' && w.good === 0

const sameWay = (a: Wanted, b: Wanted): boolean =>
  a.print.versionId === b.print.versionId && same(a.print.sheet, b.print.sheet)

/** The version, tint and darkness of a print of a set. */
function sayTone({ facts: { version }, print }: Wanted): string {
  if (version?.settings.colourMode !== 'monochrome') return ''
  const { tint } = version.settings
  const number = (v: number): string => String(v).replace('-', '−')
  return `, version ${version.number}, tint ${number(tint?.a ?? 0)}, ${number(tint?.b ?? 0)}, ${sayDarkness(print.darkness, version.darkness)}`
}

/** A print by its sheet: the size's name, or its measures. */
export function saySheet(w: Pick<Wanted, 'outcome' | 'facts'>, unit: 'mm' | 'in'): string {
  const { sheet } = w.outcome
  if (!sheet) return 'no sheet yet'
  return w.facts.size?.name ?? tradePair(sheet.sheet.width, sheet.sheet.length, unit)
}

const LEVEL: Readonly<Record<Wanted['state'], string>> = {
  unready: 'soft',
  wanted: 'soft',
  asked: 'level-stop',
  printing: 'level-caution',
  planned: 'soft',
  done: 'level-fine',
}

function sayState(w: Wanted): string {
  if (w.state === 'asked') return 'did it come out?'
  if (w.state === 'printing') return 'printing'
  if (w.state === 'planned') return 'in a plan'
  if (w.state === 'done') return 'done'
  if (w.state === 'unready') return 'not filled yet'
  const stop = w.stops.length > 0 ? ', stop' : ''
  return w.good > 0 ? `${w.good} of ${w.print.copies} good${stop}` : `to print${stop}`
}
