'use client'

import { useState } from 'react'
import { type LengthUnit, type Um, um } from '@/core/length/length'
import { measuredPair, writeLength, writeNumber } from '@/core/length/write'
import type { Asked } from '@/core/offer/slip-options'
import { borderlessClosed } from '@/core/printer/closed'
import type { PlainPatch, PrintBody } from '@/core/slip/body'
import { edgeToEdge, enlargementWays } from '@/core/slip/enlargement-ways'
import type { PrintFacts, VersionFacts } from '@/core/slip/facts'
import type { PieceOutcome, PrintOutcome } from '@/core/slip/outcome'
import { sayBorderlessClosed } from '@/core/words/checks'
import { Choices } from '@/ui/parts/choices'
import { useWays } from '@/ui/unit/unit'
import css from '../slip.module.css'
import { WayOut } from '../way-out'

/** Line 4 open: margins or borderless, and what happens to the enlargement. */
export function EdgeFields(props: {
  readonly print: PrintBody
  readonly laid: PieceOutcome | null
  readonly outcome: PrintOutcome
  readonly version: VersionFacts | null
  readonly onChange: (patch: PlainPatch) => void
  readonly onWay: (set: Partial<Asked>) => void
  readonly facts: PrintFacts
}) {
  const { print, laid, outcome, version, onChange, onWay } = props
  const { unit } = useWays()
  const [asked, setAsked] = useState(false)
  const { sheet } = outcome
  const other = print.edge === 'margins' ? 'borderless' : 'margins'
  const why = version && sheet ? edgeClosed(version, sheet.sheet.width, unit) : {}
  return (
    <div className={css.stack}>
      <Choices
        label="Edge"
        value={print.edge}
        choices={[
          { value: 'margins', label: 'Margins', ...(why.margins ? { closed: why.margins } : {}) },
          { value: 'borderless', label: 'Borderless', ...(why.borderless ? { closed: why.borderless } : {}) },
        ]}
        onChange={(edge) => {
          setAsked(false)
          onChange({ edge })
        }}
        onClosed={() => setAsked(true)}
      />
      {why[print.edge] ? (
        <WayOut print={print} want={null} onTake={onWay} />
      ) : asked ? (
        <WayOut print={print} want={{ edge: other }} onTake={onWay} />
      ) : null}
      {print.edge === 'margins' && sheet?.check ? (
        <>
          <div className={css.row}>
            <span className="soft">what edge check {sheet.check.number} found</span>
            <Choices
              label="What the edge check found"
              value={print.enlargement}
              choices={[
                { value: 'corrected', label: 'Corrected' },
                { value: 'left', label: 'Left' },
              ]}
              onChange={(enlargement) => onChange({ enlargement })}
            />
          </div>
          <p className={css.note}>
            This feed prints {writeNumber((sheet.enlargement.gx - 1) * 1000, 1)} mm per metre too wide and{' '}
            {writeNumber((sheet.enlargement.gy - 1) * 1000, 1)} too long, and lands{' '}
            {writeLength(um(Math.abs(sheet.enlargement.shiftX)), unit)} to the{' '}
            {sheet.enlargement.shiftX < 0 ? 'left' : 'right'}.{' '}
            {print.enlargement === 'corrected' ? 'What is sent is set right for it.' : 'It is sent as asked, and said.'}
          </p>
        </>
      ) : null}
      {print.edge === 'borderless' && sheet?.borderless ? (
        <>
          <div className={css.row}>
            <span className="soft">Enlargement</span>
            <Choices
              label="Enlargement"
              value={print.enlargement}
              choices={[
                { value: 'corrected', label: 'Corrected' },
                { value: 'left', label: 'Left' },
              ]}
              onChange={(enlargement) => onChange({ enlargement })}
            />
          </div>
          <p className={css.note}>
            Borderless on this queue sprays up to{' '}
            {writeLength(
              um(Math.max(sheet.overspray.left, sheet.overspray.right, sheet.overspray.lead, sheet.overspray.trail)),
              unit,
            )}{' '}
            past the edge and enlarges everything on the sheet, {writeNumber((sheet.enlargement.gx - 1) * 100, 1)} %
            across and {writeNumber((sheet.enlargement.gy - 1) * 100, 1)} % along.{' '}
            {laid
              ? print.enlargement === 'corrected'
                ? `Libreta sends the picture smaller, so that ${measuredPair(laid.asked.w, laid.asked.h, unit)} stays so.`
                : `${measuredPair(laid.asked.w, laid.asked.h, unit)} comes out as ${measuredPair(laid.onPaper.w, laid.onPaper.h, unit)}.`
              : ''}
          </p>
          <Borderless facts={props.facts} onMargins={() => onChange({ edge: 'margins' })} />
        </>
      ) : null}
    </div>
  )
}

/** Corrected beside left in numbers, and in a plain sentence what nothing here can promise. */
function Borderless({ facts, onMargins }: { readonly facts: PrintFacts; readonly onMargins: () => void }) {
  const { unit } = useWays()
  const ways = enlargementWays(facts)
  const promise = edgeToEdge(facts)
  return (
    <>
      <table className={css.ways}>
        <caption className="unseen">What comes out of each enlargement</caption>
        <thead>
          <tr>
            <td />
            {ways.map((w) => (
              <th key={w.way} scope="col">
                {w.way}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">comes out</th>
            {ways.map((w) => (
              <td key={w.way}>{measuredPair(w.width, w.height, unit)}</td>
            ))}
          </tr>
          <tr>
            <th scope="row">lost</th>
            {ways.map((w) => (
              <td key={w.way}>
                {w.lostPercent < 0.05 ? 'nothing' : `${writeNumber(w.lostPercent, 1)} %`}
                {w.off > 0 ? `, ${writeLength(w.off, unit)} off the sheet` : ''}
              </td>
            ))}
          </tr>
          <tr>
            <th scope="row">resolution</th>
            {ways.map((w) => (
              <td key={w.way}>{writeNumber(w.ppi, 0)} ppi</td>
            ))}
          </tr>
        </tbody>
      </table>
      {promise?.code === 'reaches_none' ? (
        <p className={css.note}>
          This print reaches no edge of the sheet: with margins nothing would be enlarged.{' '}
          <button type="button" className={css.offer} onClick={onMargins}>
            Print it with margins
          </button>
        </p>
      ) : promise?.code === 'no_guarantee' ? (
        <p className={css.note}>
          Nothing here can guarantee 0 mm of white
          {promise.whiteUm > 0
            ? `: up to ${writeLength(promise.whiteUm, unit)} may show, since sheets land further off than it sprays`
            : ': nobody has measured how far this feed really sprays'}
          . Where none may show, print it larger on a larger sheet and trim.
        </p>
      ) : null}
    </>
  )
}

/** What closes each edge for a version on a sheet of this width, in a sentence; nothing where it is open. */
function edgeClosed(
  version: VersionFacts,
  width: Um,
  unit: LengthUnit,
): { readonly margins?: string; readonly borderless?: string } {
  const always = version.queueFeed.borderless?.always
  const closed = borderlessClosed(version.queueFeed, width, version.mediaSetting)
  return {
    ...(always ? { margins: `The ${version.feed.name} always prints to the edges of the sheet.` } : {}),
    ...(version.settings.edgeAllowed === 'margins'
      ? { borderless: `${version.presetName} is for margins only.` }
      : closed
        ? { borderless: sayBorderlessClosed(closed, version.feed.name, unit) }
        : {}),
  }
}
