'use client'

import Link from 'next/link'
import { Fragment } from 'react'
import type { Run } from '@/contract/views/log'
import type { MeasuredRun } from '@/contract/views/measured'
import { um } from '@/core/length/length'
import { measuredPair, writeLength, writeNumber } from '@/core/length/write'
import { writeAmount } from '@/core/money/money'
import { linesOf, type RunRecord } from '@/core/slip/record'
import { sayChargeLine, sayCost } from '@/core/words/charge'
import { FiguresTable } from '@/ui/drawing/figures-table'
import { SheetDrawing } from '@/ui/drawing/sheet-drawing'
import type { DrawnPiece } from '@/ui/drawing/sheet-marks'
import { sayDay, sayTime } from '@/ui/parts/dates'
import { PageHead } from '@/ui/parts/page-head'
import { useWays } from '@/ui/unit/unit'
import { CorrectRun } from './correct-run'
import css from './log.module.css'
import { Measured } from './measure-run'

const sayOutcome = (o: { readonly outcome: string; readonly cause: string | null }): string =>
  o.cause ? `${o.outcome}, ${o.cause}` : o.outcome

const NOWHERE = { x: 0.5, y: 0.5 } as const

/** The pieces of a record with what was sent of each: the pictures of its page, in their order. */
function drawnPieces({ pieces, page }: RunRecord): readonly (DrawnPiece | null)[] {
  const parts = page.items.flatMap((item) => (item.kind === 'picture' ? [item] : []))
  return pieces.map((p, i) => {
    const part = parts[i]
    return part ? { ...p, part } : null
  })
}

/** One run with its drawing and figures as they were promised: from its record, never computed again. */
export function RunPage({
  run,
  measured,
  people,
  now,
}: {
  readonly run: Run
  /** what was last measured of it */
  readonly measured: MeasuredRun | null
  readonly people: readonly { readonly id: string; readonly name: string }[]
  readonly now: number
}) {
  const { unit, currency, timeZone } = useWays()
  const { record } = run
  const { sheet } = record
  const answered = record.stops.filter((s) => s.reason !== null)
  const pieces = drawnPieces(record)
  // of a sheet that prints share only its own piece is this one's
  const own = record.shares === null ? record.pieces : record.pieces.slice(run.position, run.position + 1)
  const lines = linesOf(record, run.position)
  return (
    <>
      <PageHead
        title={run.title || `Run ${run.number}`}
        sub={`run ${run.number}, ${sayDay(run.at, timeZone, now)} ${sayTime(run.at, timeZone)}`}
      >
        {run.outcome === 'good' || run.outcome === 'proof' || run.outcome === 'spoiled' ? (
          <CorrectRun
            key={run.corrections.length}
            id={run.id}
            revision={run.corrections.length}
            outcome={run.outcome}
            cause={run.cause}
            memberId={run.memberId}
            people={people}
          />
        ) : null}
      </PageHead>
      <div className={css.run}>
        <div className={css.facts}>
          <dl className="facts">
            <dt>Outcome</dt>
            <dd className="strong">{sayOutcome(run)}</dd>
            <dt>Slip</dt>
            <dd>
              <Link href={`/slips/${run.slipId}`}>
                {run.slipNumber}, copy {run.copy}
              </Link>
            </dd>
            <dt>Member</dt>
            <dd>
              {run.memberName ?? 'none'}
              {run.groupName ? <span className="soft">, {run.groupName}</span> : null}
            </dd>
            <dt>Printer</dt>
            <dd>{run.printerName}</dd>
            <dt>Preset</dt>
            <dd>
              {run.presetName}, version {run.versionNumber}
              <br />
              <span className="soft">seal {run.seal}</span>
            </dd>
            <dt>Paper</dt>
            <dd>{run.paperName}</dd>
            <dt>Sheet</dt>
            <dd>
              {measuredPair(sheet.sheet.width, sheet.sheet.length, unit)},{' '}
              {sheet.borderless ? `borderless, enlargement ${record.enlargement}` : 'margins'}
              {run.counted ? <span className="soft">; {run.counted}</span> : null}
            </dd>
            {own.map((p, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a record never changes
              <Fragment key={i}>
                <dt>{own.length > 1 ? `Piece ${i + 1}` : 'Print'}</dt>
                <dd>
                  {measuredPair(p.onPaper.w, p.onPaper.h, unit)}
                  <br />
                  <span className="soft">
                    {p.picture.name}, {writeNumber(Math.min(p.ppi.across, p.ppi.along), 0)} ppi, tolerance ±{' '}
                    {writeLength(um(Math.max(p.tolerance.width, p.tolerance.height)), unit)}{' '}
                    {record.figures.source === 'checked' ? `by edge check ${record.figures.number}` : 'as declared'}
                  </span>
                </dd>
              </Fragment>
            ))}
            <dt>Ink</dt>
            <dd>{record.inkMl === null ? 'not known' : `${writeNumber(run.inkMicrolitres / 1000, 1)} ml`}</dd>
            <dt>Cost</dt>
            <dd>
              {sayCost(run.unknown, run.cost, currency)}
              {run.asked ? `; ${writeAmount(run.charge, currency)} charged` : '; nobody is charged'}
            </dd>
            {run.asked && run.outcome !== 'spoiled' && lines.length > 0 ? (
              <>
                <dt>Charge</dt>
                <dd>{lines.map((l) => `${l.what} ${sayChargeLine(record, l, currency)}`).join(', ')}</dd>
              </>
            ) : null}
            <dt>Logged by</dt>
            <dd>{run.by}</dd>
            {run.note ? (
              <>
                <dt>Note</dt>
                <dd>{run.note}</dd>
              </>
            ) : null}
          </dl>
          {own.map((p, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a record never changes
            <div key={i} className={css.promise}>
              <FiguresTable
                sheet={sheet.sheet}
                piece={p}
                unit={unit}
                foot={
                  record.figures.source === 'checked'
                    ? `Promised when it was printed, by edge check ${record.figures.number}`
                    : 'Promised when it was printed, from declared figures'
                }
              />
            </div>
          ))}
          {run.outcome === 'not known' || run.outcome === 'not printed' ? null : (
            <Measured runId={run.id} pieces={record.pieces.length} measured={measured} now={now} />
          )}
          {run.others.length > 0 ? <Others run={run} /> : null}
          {run.corrections.length > 0 ? (
            <div className={css.answers}>
              <h2>Corrected</h2>
              <p>
                Logged as {sayOutcome(run.logged)} by {run.by}.
              </p>
              {[...run.corrections].reverse().map((c) => (
                <p key={c.at}>
                  {sayDay(c.at, timeZone, now)} {sayTime(c.at, timeZone)}: {sayOutcome(c)}, by {c.by}.{' '}
                  <strong>{c.note}</strong>
                </p>
              ))}
            </div>
          ) : null}
          {answered.length > 0 ? (
            <div className={css.answers}>
              <h2>Stops that were answered</h2>
              {answered.map((a) => (
                <p key={a.check}>
                  {a.says} <strong>{a.reason}</strong>
                </p>
              ))}
            </div>
          ) : null}
        </div>
        <div className={css.drawing}>
          <SheetDrawing
            sheet={sheet}
            pieces={pieces}
            picture={(id) => {
              const size = record.pieces.find((p) => p.picture.id === id)?.picture
              return size ? { url: `/api/pictures/${id}/preview`, thumb: `/api/pictures/${id}/thumb`, size } : null
            }}
            unit={unit}
            at={0}
            anchor={NOWHERE}
          />
        </div>
      </div>
    </>
  )
}

/** The other prints on the same sheet, each at its own line of the log. */
function Others({ run }: { readonly run: Run }) {
  const { currency } = useWays()
  return (
    <div className={css.answers}>
      <h2>On the same sheet</h2>
      {run.others.map((o) => (
        <p key={o.id}>
          <Link href={`/log/${o.id}`}>
            {o.slipNumber} {o.title}
          </Link>
          {o.memberName ? `, ${o.memberName}` : ''}: {o.outcome}, {writeAmount(o.charge, currency)}
        </p>
      ))}
    </div>
  )
}
