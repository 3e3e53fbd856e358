'use client'

import Link from 'next/link'
import type { Run } from '@/contract/views/log'
import { measuredPair, writeNumber } from '@/core/length/write'
import { writeMoney } from '@/core/money/money'
import { outcomeOf } from '@/core/slip/outcome'
import { SheetDrawing } from '@/ui/drawing/sheet-drawing'
import { sayDay, sayTime } from '@/ui/parts/dates'
import { PageHead } from '@/ui/parts/page-head'
import { useWays } from '@/ui/unit/unit'
import { CorrectRun } from './correct-run'
import css from './log.module.css'

const sayOutcome = (o: { readonly outcome: string; readonly cause: string | null }): string =>
  o.cause ? `${o.outcome}, ${o.cause}` : o.outcome

/** One run with its drawing as it was: made again from what was known when it was logged. */
export function RunPage({
  run,
  people,
  now,
}: {
  readonly run: Run
  readonly people: readonly { readonly id: string; readonly name: string }[]
  readonly now: number
}) {
  const { unit, currency, timeZone } = useWays()
  const { facts } = run
  const { sheet, print } = outcomeOf(facts)
  return (
    <>
      <PageHead
        title={run.title || `Run ${run.number}`}
        sub={`run ${run.number}, ${sayDay(run.at, timeZone, now)} ${sayTime(run.at, timeZone)}`}
      >
        {run.outcome === 'good' || run.outcome === 'proof' || run.outcome === 'spoiled' ? (
          <CorrectRun
            key={`${run.outcome} ${run.memberId}`}
            id={run.id}
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
                {run.slipNumber}, print {run.copy}
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
            {print && sheet ? (
              <>
                <dt>Sheet</dt>
                <dd>{measuredPair(sheet.sheet.width, sheet.sheet.length, unit)}</dd>
                <dt>Print</dt>
                <dd>
                  {measuredPair(print.onPaper.w, print.onPaper.h, unit)},{' '}
                  {sheet.borderless ? `borderless, growth ${facts.body.growth}` : 'margins'}
                </dd>
              </>
            ) : null}
            <dt>Picture</dt>
            <dd>{facts.picture?.name ?? 'none'}</dd>
            <dt>Ink</dt>
            <dd>{writeNumber(run.inkMicrolitres / 1000, 1)} ml</dd>
            <dt>Cost</dt>
            <dd>
              {writeMoney(run.cost, currency)} to the room, {writeMoney(run.charge, currency)} charged
            </dd>
            <dt>Logged by</dt>
            <dd>{run.by}</dd>
            {run.note ? (
              <>
                <dt>Note</dt>
                <dd>{run.note}</dd>
              </>
            ) : null}
          </dl>
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
          {run.answers.length > 0 ? (
            <div className={css.answers}>
              <h2>Stops that were answered</h2>
              {run.answers.map((a) => (
                <p key={a.check}>
                  {a.says} <strong>{a.reason}</strong>
                </p>
              ))}
            </div>
          ) : null}
        </div>
        <div className={css.drawing}>
          {sheet ? (
            <SheetDrawing
              sheet={sheet}
              print={print}
              picture={
                facts.picture
                  ? {
                      url: `/api/pictures/${facts.picture.id}/preview`,
                      thumb: `/api/pictures/${facts.picture.id}/thumb`,
                      size: facts.picture,
                    }
                  : null
              }
              unit={unit}
              anchor={facts.body.anchor}
            />
          ) : null}
        </div>
      </div>
    </>
  )
}
