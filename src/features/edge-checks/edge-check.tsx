'use client'

import { Button, Select } from '@mantine/core'
import Link from 'next/link'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { call } from '@/contract/call'
import { INSTRUMENTS, type Instrument, LENGTHS, type SheetReading } from '@/core/edge/readings'
import { solveCheck } from '@/core/edge/solve'
import { ASSUMED_SKEW } from '@/core/edge/tolerance'
import { measuredPair } from '@/core/length/write'
import { sayReadingFault } from '@/core/words/edge-check'
import { sayDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { tellProblem } from '@/ui/parts/tell'
import { useDo } from '@/ui/parts/use-do'
import { Prints } from '@/ui/prints/prints'
import { useWays } from '@/ui/unit/unit'
import css from './edge-check.module.css'
import { sayFine } from './fine'
import { ReadingTable } from './reading-table'
import { Result } from './result'
import { RulerDrawing } from './ruler-drawing'
import { SaveSheets } from './save-sheet'
import type { CheckPage, Focus } from './types'

const SAVE_AFTER_MS = 700

/** An edge check from its sheets to its result, on one page. */
export function EdgeCheckPage({ check, prints, addressed }: CheckPage) {
  const { unit, timeZone } = useWays()
  const { act, busy } = useDo()
  const [readings, setReadings] = useState(check.readings)
  const [instrument, setInstrument] = useState<Instrument>(check.instrument)
  const [focus, setFocus] = useState<Focus>({ kind: 'tick', edge: 'left', sheet: 1 })
  const open = check.state === 'open'
  const revision = useRef(check.revision)
  useEffect(() => {
    revision.current = Math.max(revision.current, check.revision)
  }, [check.revision])
  // sheets added elsewhere join, what is typed here stays
  useEffect(() => {
    setReadings((mine) =>
      check.readings.length > mine.length ? [...mine, ...check.readings.slice(mine.length)] : mine,
    )
  }, [check.readings])
  const save = useSave(check.id, revision)
  const change = useCallback(
    (sheet: number, reading: SheetReading): void => {
      setReadings((all) => {
        const next = all.map((r, i) => (i === sheet - 1 ? reading : r))
        save(next, instrument)
        return next
      })
    },
    [save, instrument],
  )
  const { driftAcross, driftAlong } = check.declared
  const live = useMemo(
    () => solveCheck(check.layout, readings, instrument, { driftAcross, driftAlong, skew: ASSUMED_SKEW }),
    [check.layout, readings, instrument, driftAcross, driftAlong],
  )
  const shown = check.result ?? (live.ok ? live.value : null)
  const solve = async (): Promise<void> => {
    await save.flush()
    await act(
      'edge-check.solve',
      { id: check.id, revision: revision.current },
      'Solved. Predictions for this queue and feed use it from now on.',
    )
  }
  const fault = live.ok || live.problem.code === 'none' ? null : sayReadingFault(live.problem, unit)
  return (
    <>
      <PageHead
        title={`Edge check ${check.number}`}
        sub={
          <>
            <Link href={`/printers/${check.printerId}`}>{check.printerName}</Link>, {check.queueName}, {check.feedName}:{' '}
            {check.edge}, {check.sizeName} ({measuredPair(check.sheet.width, check.sheet.length, unit)})
          </>
        }
      >
        {check.state !== 'withdrawn' ? (
          <Button
            size="compact-xs"
            variant="default"
            loading={busy}
            onClick={() =>
              void act(
                'edge-check.withdraw',
                { id: check.id, revision: revision.current },
                'Withdrawn: what held before holds again.',
              )
            }
          >
            Withdraw
          </Button>
        ) : null}
      </PageHead>
      <div className={lists.page}>
        <p className="soft small">
          With {check.presetName}, version {check.versionNumber}, seal {check.seal}. Begun{' '}
          {sayDay(check.createdAt, timeZone, Date.now())} by {check.by}
          {check.solvedAt !== null
            ? `; read and solved ${sayDay(check.solvedAt, timeZone, Date.now())} by ${check.readBy}`
            : ''}
          {check.state === 'withdrawn' ? '; withdrawn, not in use' : ''}. {check.note}
        </p>
        <div className={css.desk}>
          <section aria-label="Sheets and reading">
            <h2 className={css.step}>
              <span className="serif">1</span> Sheets
            </h2>
            <Prints prints={[...prints].reverse()} label="Ruler sheets" />
            {prints.length === 0 ? (
              <p className="small">Save each sheet and print it at its own size, the printer’s scaling off.</p>
            ) : null}
            <div className={lists.row}>
              <SaveSheets checkId={check.id} sheets={readings.length} />
              {open ? (
                <Button
                  size="compact-xs"
                  variant="default"
                  loading={busy}
                  onClick={() =>
                    void save.flush().then(() =>
                      act('edge-check.more', {
                        id: check.id,
                        revision: revision.current,
                        sheets: 1,
                        print: addressed && prints.length > 0,
                      }),
                    )
                  }
                >
                  One more sheet
                </Button>
              ) : null}
            </div>
            <h2 className={css.step}>
              <span className="serif">2</span> Reading
              {open ? (
                <Select
                  aria-label="Read with"
                  size="xs"
                  w={150}
                  data={Object.keys(INSTRUMENTS)}
                  value={instrument}
                  allowDeselect={false}
                  onChange={(i) => {
                    const next = (i ?? instrument) as Instrument
                    setInstrument(next)
                    save(readings, next)
                  }}
                />
              ) : (
                <span className="soft small">
                  with {check.instrument}, within {sayFine(INSTRUMENTS[check.instrument], unit)}
                </span>
              )}
              <span className="soft small" role="status">
                {save.state}
              </span>
            </h2>
            <ReadingTable
              layout={check.layout}
              readings={readings}
              open={open}
              focus={focus}
              onFocus={setFocus}
              onChange={change}
            />
            {fault ? (
              <p className="level-stop small" role="status">
                {fault}
              </p>
            ) : null}
          </section>
          <section aria-label="What to read">
            <RulerDrawing layout={check.layout} readings={readings} focus={focus} />
          </section>
        </div>
        <section aria-label="Result" className={css.result}>
          <h2 className={css.step}>
            <span className="serif">3</span> Result
            {open ? (
              <Button size="compact-sm" disabled={!live.ok} loading={busy} onClick={() => void solve()}>
                Solve and use it
              </Button>
            ) : null}
          </h2>
          {shown ? (
            <Result check={check} result={shown} settled={check.result !== null} />
          ) : (
            <p className="soft">
              The figures stand here once a sheet is read: the first tick that shows at each edge is enough to begin
              with, the {LENGTHS.length} lengths make it better.
            </p>
          )}
        </section>
      </div>
    </>
  )
}

type Save = ((readings: readonly SheetReading[], instrument: Instrument) => void) & {
  readonly flush: () => Promise<void>
  readonly state: string
}

/** Saves readings a moment after the last was typed; `flush` waits until all is in the room. */
function useSave(id: string, revision: { current: number }): Save {
  const waiting = useRef<{ readings: readonly SheetReading[]; instrument: Instrument } | null>(null)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const [state, setState] = useState('')
  const flush = useCallback(async (): Promise<void> => {
    clearTimeout(timer.current)
    const next = waiting.current
    if (!next) return
    waiting.current = null
    setState('saving')
    const saved = await call('edge-check.read', { id, revision: revision.current, ...cast(next) })
    if (saved.ok) {
      revision.current = saved.value.revision
      setState('saved')
    } else {
      setState('not saved')
      tellProblem(saved.problem)
    }
  }, [id, revision])
  useEffect(() => () => void flush(), [flush])
  const later = useCallback(
    (readings: readonly SheetReading[], instrument: Instrument): void => {
      waiting.current = { readings, instrument }
      setState('typed')
      clearTimeout(timer.current)
      timer.current = setTimeout(() => void flush(), SAVE_AFTER_MS)
    },
    [flush],
  )
  return useMemo(() => Object.assign(later.bind(null), { flush, state }), [later, flush, state])
}

const cast = (next: { readings: readonly SheetReading[]; instrument: Instrument }) => ({
  instrument: next.instrument,
  readings: [...next.readings],
})
