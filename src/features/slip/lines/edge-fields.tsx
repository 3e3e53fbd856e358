'use client'

import { useState } from 'react'
import { measuredPair, writeLength, writeNumber } from '@/core/length/write'
import { borderlessClosed } from '@/core/printer/closed'
import type { SlipBody, VersionFacts } from '@/core/slip/facts'
import type { SlipOutcome } from '@/core/slip/outcome'
import { sayBorderlessClosed } from '@/core/words/checks'
import { Choices } from '@/ui/parts/choices'
import { useWays } from '@/ui/unit/unit'
import css from '../slip.module.css'

/** Line 4 open: margins or borderless, and what happens to the growth. */
export function EdgeFields(props: {
  readonly body: SlipBody
  readonly outcome: SlipOutcome
  readonly version: VersionFacts | null
  readonly onChange: (patch: Partial<SlipBody>) => void
}) {
  const { body, outcome, version, onChange } = props
  const { unit } = useWays()
  const [asked, setAsked] = useState(false)
  const { sheet } = outcome
  const why = closedReason()
  function closedReason(): string | null {
    if (!version || !sheet) return null
    if (version.settings.edgeAllowed === 'margins')
      return `${version.presetName} is for margins only. Take a preset that allows borderless.`
    const closed = borderlessClosed(version.queueFeed, sheet.sheet.width, version.mediaSetting)
    return closed ? sayBorderlessClosed(closed, version.feed.name, unit) : null
  }
  return (
    <div className={css.stack}>
      <Choices
        label="Edge"
        value={body.edge}
        choices={[
          { value: 'margins', label: 'Margins' },
          { value: 'borderless', label: 'Borderless', ...(why ? { closed: why } : {}) },
        ]}
        onChange={(edge) => {
          setAsked(false)
          onChange({ edge })
        }}
        onClosed={() => setAsked(true)}
      />
      {why && (asked || body.edge === 'borderless') ? (
        <p className={css.why} role="status">
          {why}
        </p>
      ) : null}
      {body.edge === 'margins' && sheet?.check ? (
        <>
          <div className={css.row}>
            <span className="soft">what edge check {sheet.check.number} found</span>
            <Choices
              label="What the edge check found"
              value={body.growth}
              choices={[
                { value: 'cancelled', label: 'Cancelled' },
                { value: 'accepted', label: 'Accepted' },
              ]}
              onChange={(growth) => onChange({ growth })}
            />
          </div>
          <p className={css.note}>
            This feed prints {writeNumber((sheet.growth.gx - 1) * 1000, 1)} mm per metre too wide and{' '}
            {writeNumber((sheet.growth.gy - 1) * 1000, 1)} too long, and lands{' '}
            {writeLength(Math.abs(sheet.growth.shiftX) as never, unit)} to the{' '}
            {sheet.growth.shiftX < 0 ? 'left' : 'right'}.{' '}
            {body.growth === 'cancelled' ? 'What is sent is set right for it.' : 'It is sent as asked, and said.'}
          </p>
        </>
      ) : null}
      {body.edge === 'borderless' && sheet?.borderless ? (
        <>
          <div className={css.row}>
            <span className="soft">growth</span>
            <Choices
              label="Growth"
              value={body.growth}
              choices={[
                { value: 'cancelled', label: 'Cancelled' },
                { value: 'accepted', label: 'Accepted' },
              ]}
              onChange={(growth) => onChange({ growth })}
            />
          </div>
          <p className={css.note}>
            Borderless on this queue sprays up to{' '}
            {writeLength(
              Math.max(
                sheet.overspray.left,
                sheet.overspray.right,
                sheet.overspray.lead,
                sheet.overspray.trail,
              ) as never,
              unit,
            )}{' '}
            past the edge and enlarges everything on the sheet, {writeNumber((sheet.growth.gx - 1) * 100, 1)} % across
            and {writeNumber((sheet.growth.gy - 1) * 100, 1)} % along.{' '}
            {outcome.print
              ? body.growth === 'cancelled'
                ? `Libreta sends the picture smaller, so that ${measuredPair(outcome.print.asked.w, outcome.print.asked.h, unit)} stays so.`
                : `${measuredPair(outcome.print.asked.w, outcome.print.asked.h, unit)} comes out as ${measuredPair(outcome.print.onPaper.w, outcome.print.onPaper.h, unit)}.`
              : ''}
          </p>
        </>
      ) : null}
    </div>
  )
}
