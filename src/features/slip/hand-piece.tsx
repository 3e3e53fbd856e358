'use client'

import { Button } from '@mantine/core'
import { useState } from 'react'
import { call } from '@/contract/call'
import { handPiece } from '@/core/edge/piece'
import { type Um, um } from '@/core/length/length'
import { tradeLength, writeLength } from '@/core/length/write'
import type { Edges } from '@/core/sheet/sheet'
import type { PlainPatch } from '@/core/slip/body'
import type { StockOnShelf } from '@/core/slip/catalogue'
import type { VersionFacts } from '@/core/slip/facts'
import type { SheetOutcome } from '@/core/slip/sheet-outcome'
import { sayPieceProblem } from '@/core/words/piece'
import { sayProblem } from '@/core/words/problems'
import { Dimension } from '@/ui/drawing/dimension'
import { LengthField } from '@/ui/fields/length-field'
import { Choices } from '@/ui/parts/choices'
import { LoadingSteps } from '@/ui/parts/loading-steps'
import { useWays } from '@/ui/unit/unit'
import css from './slip.module.css'

/** A piece cut by hand from a roll, for a feed that takes sheets: where to cut, how to load it, where to trim after. */
export function HandPiece(props: {
  readonly rolls: readonly StockOnShelf[]
  readonly version: VersionFacts
  readonly accuracy: SheetOutcome['accuracy']
  readonly margins: Edges
  /** long edge by short edge of what is printed */
  readonly ratio: number
  readonly onPiece: (patch: PlainPatch) => void
  readonly onDone: () => void
}) {
  const { rolls, version, accuracy, margins, ratio, onPiece, onDone } = props
  const { unit } = useWays()
  const { feed } = version
  const opened = rolls.flatMap((stock) => stock.rolls.map((roll) => ({ ...roll, width: stock.width })))
  const [rollId, setRollId] = useState(opened[0]?.id ?? null)
  const roll = opened.find((r) => r.id === rollId) ?? null
  const across = Math.min(roll?.width ?? 0, feed.maxWidth)
  const [width, setWidth] = useState<Um>(um(across))
  const [length, setLength] = useState<Um>(um(Math.max(Math.ceil((across * ratio) / 1000) * 1000, feed.minLength)))
  const [says, setSays] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  if (!roll)
    return <p className="soft">No roll of {version.paper.name} is open. Open one under Papers &amp; rolls first.</p>
  const { piece, problems } = handPiece({ width, length }, roll, feed, accuracy)
  const cut = async (): Promise<void> => {
    setBusy(true)
    const note = `${version.paper.name} for the ${feed.name} of ${version.printerName}`
    const done = await call('roll.cut', { id: roll.id, width: piece.width, length: piece.cut, count: 1, note })
    setBusy(false)
    if (!done.ok) return setSays(sayProblem(done.problem))
    onPiece({
      sheet: { kind: 'size', sizeId: `shelf_${piece.width}x${piece.cut}` },
      centring: {
        kind: 'asked',
        margins: { ...margins, trail: um(Math.max(margins.trail, piece.cut - piece.trimAt)) },
      },
    })
    onDone()
  }
  return (
    <div className={css.stack}>
      <Choices
        label="Roll"
        value={roll.id}
        choices={opened.map((r) => ({
          value: r.id,
          label: `roll ${r.number}, ${tradeLength(r.width, unit)}, ${(r.left / 1e6).toFixed(1)} m left`,
        }))}
        onChange={setRollId}
      />
      <div className={css.row}>
        <LengthField first label="Width, across the feed" value={width} min={10_000} onChange={setWidth} />
        <LengthField label="Length of the print" value={length} min={10_000} onChange={setLength} />
      </div>
      {problems.map((p) => (
        <p key={p.code} className={css.why} role="alert">
          {sayPieceProblem(p, feed.name, unit)}
        </p>
      ))}
      <PieceDrawing rollWidth={roll.width} width={piece.width} cut={piece.cut} trimAt={piece.trimAt} />
      <ol className="small">
        <li>
          Cut {tradeLength(piece.cut, unit)} off the roll
          {feed.extraLength > 0
            ? `: ${tradeLength(feed.extraLength, unit)} more than the print, to be held at its end`
            : ''}
          {piece.width < roll.width ? `, then trim it to ${tradeLength(piece.width, unit)} across` : ''}.
        </li>
        <li>
          Load it by the {tradeLength(piece.width, unit)} edge into the {feed.name}.
          <LoadingSteps feed={feed} />
        </li>
        <li>
          Trim it after printing at {tradeLength(piece.trimAt, unit)} from the lead edge. Over this length the far end
          may run {writeLength(piece.aside, unit)} aside, and the print come out {writeLength(piece.longer, unit)}{' '}
          longer or shorter.
        </li>
      </ol>
      {says ? (
        <p className={css.why} role="alert">
          {says}
        </p>
      ) : null}
      <div>
        <Button loading={busy} disabled={problems.length > 0} onClick={() => void cut()}>
          It is cut: note it, and print on it
        </Button>
      </div>
    </div>
  )
}

/** The roll from above with the piece on it: the cut, the trim, what is left over at the side. */
function PieceDrawing(props: { readonly rollWidth: Um; readonly width: Um; readonly cut: Um; readonly trimAt: Um }) {
  const { unit } = useWays()
  const [roll, w, cut, trim] = [props.rollWidth, props.width, props.cut, props.trimAt].map((v) => v / 1000) as [
    number,
    number,
    number,
    number,
  ]
  const px = Math.max((cut * 1.25) / 400, roll / 170)
  return (
    <svg
      viewBox={`${-30 * px} ${-16 * px} ${cut * 1.25 + 60 * px} ${roll + 56 * px}`}
      className={css.pieceDrawing}
      role="img"
      aria-label="Where to cut and where to trim"
    >
      <rect width={cut * 1.2} height={roll} fill="var(--hair)" />
      <rect width={cut} height={w} fill="var(--paper-drawn)" stroke="var(--soft)" strokeWidth={px} />
      <line x1={cut} x2={cut} y1={-8 * px} y2={roll + 8 * px} stroke="var(--ink)" strokeWidth={1.6 * px} />
      <line
        {...{ x1: trim, x2: trim, y1: 0, y2: w }}
        stroke="var(--press)"
        strokeWidth={px}
        strokeDasharray={`${5 * px} ${3 * px}`}
      />
      <Dimension
        {...{ x1: 0, x2: cut, y1: roll + 30 * px, y2: roll + 30 * px }}
        length={props.cut}
        unit={unit}
        px={px}
      />
      <Dimension {...{ x1: -14 * px, x2: -14 * px, y1: 0, y2: w }} length={props.width} unit={unit} px={px} />
      {props.trimAt < props.cut ? (
        <Dimension
          {...{ x1: 0, x2: trim, y1: roll + 14 * px, y2: roll + 14 * px }}
          length={props.trimAt}
          unit={unit}
          px={px}
        />
      ) : null}
    </svg>
  )
}
