'use client'

import { Button, Select } from '@mantine/core'
import Link from 'next/link'
import { useMemo, useState } from 'react'
import { INSTRUMENT_NAMES, INSTRUMENTS, LENGTHS } from '@/core/edge/readings'
import { solveCheck } from '@/core/edge/solve'
import { ASSUMED_SKEW } from '@/core/edge/tolerance'
import { measuredPair } from '@/core/length/write'
import { sayReadingFault } from '@/core/words/edge-check'
import { sayDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
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
import { useReadings } from './use-readings'

/** An edge check from its sheets to its result, on one page. */
export function EdgeCheckPage({ check, prints, addressed }: CheckPage) {
  const { unit, timeZone } = useWays()
  const { act, busy } = useDo()
  const { readings, instrument, state, revision, readSheet, readWith, flush } = useReadings(check)
  const [focus, setFocus] = useState<Focus>({ kind: 'tick', edge: 'left', sheet: 1 })
  const open = check.state === 'open'
  const { driftAcross, driftAlong } = check.declared
  const live = useMemo(
    () => solveCheck(check.layout, readings, instrument, { driftAcross, driftAlong, skew: ASSUMED_SKEW }),
    [check.layout, readings, instrument, driftAcross, driftAlong],
  )
  const shown = check.result ?? (live.ok ? live.value : null)
  const solve = async (): Promise<void> => {
    if (!(await flush())) return
    await act(
      'edge-check.solve',
      { id: check.id, revision: revision.current },
      'Calculated. Predictions for this queue and feed use it from now on.',
    )
  }
  const another = async (): Promise<void> => {
    if (!(await flush())) return
    const print = addressed && prints.length > 0
    await act('edge-check.more', { id: check.id, revision: revision.current, sheets: 1, print })
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
            ? `; read and calculated ${sayDay(check.solvedAt, timeZone, Date.now())} by ${check.readBy}`
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
                <Button size="compact-xs" variant="default" loading={busy} onClick={() => void another()}>
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
                  data={INSTRUMENT_NAMES}
                  value={instrument}
                  allowDeselect={false}
                  onChange={(i) => readWith(INSTRUMENT_NAMES.find((name) => name === i) ?? instrument)}
                />
              ) : (
                <span className="soft small">
                  with {check.instrument}, tolerance {sayFine(INSTRUMENTS[check.instrument], unit)}
                </span>
              )}
              <span className="soft small" role="status">
                {state}
              </span>
            </h2>
            <ReadingTable
              layout={check.layout}
              readings={readings}
              open={open}
              focus={focus}
              onFocus={setFocus}
              onChange={readSheet}
            />
            {fault ? (
              <p className="level-stop small" role="status">
                {fault}
              </p>
            ) : null}
          </section>
          <div>
            <section aria-label="What to read">
              <RulerDrawing layout={check.layout} readings={readings} focus={focus} />
            </section>

            <section aria-label="Result" className={css.result}>
              <h2 className={css.step}>
                <span className="serif">3</span> Result
                {open ? (
                  <Button size="compact-sm" disabled={!live.ok} loading={busy} onClick={() => void solve()}>
                    Calculate and use it
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
        </div>
      </div>
    </>
  )
}
