'use client'

import { type LengthUnit, UM_PER_INCH, um } from '@/core/length/length'
import { measuredPair, tradePair, writeNumber } from '@/core/length/write'
import { steppedSize } from '@/core/placing/advice'
import { sizedOnPurpose } from '@/core/placing/file-size'
import type { Placing } from '@/core/placing/placing'
import type { Size } from '@/core/sizes/sizes'
import type { PieceBody, PlainPatch } from '@/core/slip/body'
import type { PrintFacts } from '@/core/slip/facts'
import type { PieceOutcome, PrintOutcome } from '@/core/slip/outcome'
import type { SheetOutcome } from '@/core/slip/sheet-outcome'
import { Choices } from '@/ui/parts/choices'
import { useWays } from '@/ui/unit/unit'
import css from '../slip.module.css'
import { CentringFields } from './centring-fields'
import { ExactFields } from './exact-fields'
import { MatFields } from './mat-fields'
import { Ways } from './ways'

type Change = (patch: PlainPatch) => void

/** Line 5 open: whole, fill or an exact size; from where it is measured; its turn and its place. */
export function PlacingFields(props: {
  readonly facts: PrintFacts
  readonly piece: PieceBody
  readonly outcome: PrintOutcome
  readonly laid: PieceOutcome | null
  readonly sizes: readonly Size[]
  readonly onChange: Change
}) {
  const { facts, piece, outcome, laid, sizes, onChange } = props
  const { print } = facts
  const { unit } = useWays()
  const { sheet } = outcome
  const picture = facts.pictures[0] ?? null
  const stated = picture?.stated ?? null
  const own: PlacingMode = { value: 'file size', label: 'File size' }
  const meant = picture !== null && stated !== null && sizedOnPurpose(picture, stated)
  const others: readonly PlacingMode[] = [
    { value: 'whole', label: 'Whole' },
    { value: 'fill', label: 'Fill' },
    { value: 'exact', label: 'Exact' },
  ]
  return (
    <div className={css.stack}>
      <Choices
        label="Placing"
        value={piece.placing.mode}
        choices={
          meant
            ? [own, ...others]
            : [...others, { ...own, ...(stated ? {} : { closed: `${picture?.name ?? 'The file'} states no size.` }) }]
        }
        onChange={(mode) => onChange({ placing: placingOf(mode, piece.placing, laid) })}
      />
      {stated && picture ? (
        <p className="soft small">
          The file says {measuredPair(stated.width, stated.height, unit)} at{' '}
          {writeNumber((picture.width * UM_PER_INCH) / stated.width, 0)} ppi
          {meant && piece.placing.mode !== 'file size' ? (
            <>
              , as if it was sized for a print.{' '}
              <button type="button" className={css.offer} onClick={() => onChange({ placing: { mode: 'file size' } })}>
                Print it at that size
              </button>
            </>
          ) : (
            '.'
          )}
        </p>
      ) : null}
      {laid && sheet ? <Ways facts={facts} stated={stated !== null} /> : null}
      {piece.placing.mode === 'exact' ? (
        <ExactFields by={piece.placing.by} laid={laid} sizes={sizes} onChange={onChange} />
      ) : null}
      {laid && sheet && piece.placing.mode !== 'fill' ? (
        <Advice laid={laid} sheet={sheet} unit={unit} onChange={onChange} />
      ) : null}
      {sheet && !sheet.borderless ? <CentringFields print={print} sheet={sheet} onChange={onChange} /> : null}
      <div className={css.row}>
        <span className="soft">Rotate</span>
        <Choices
          label="Rotate"
          value={String(piece.quarter) as `${PieceBody['quarter']}`}
          choices={[
            { value: 'auto', label: 'automatic' },
            { value: '0', label: 'none' },
            { value: '1', label: '90°' },
            { value: '2', label: '180°' },
            { value: '3', label: '270°' },
          ]}
          onChange={(q) => onChange({ quarter: q === 'auto' ? 'auto' : (Number(q) as 0 | 1 | 2 | 3) })}
        />
      </div>
      <AnchorFields anchor={piece.anchor} onChange={onChange} />
      {laid && print.pieces.length === 1 ? <MatFields laid={laid} sizes={sizes} onChange={onChange} /> : null}
    </div>
  )
}

type PlacingMode = { readonly value: Placing['mode']; readonly label: string; readonly closed?: string }

function placingOf(mode: Placing['mode'], now: Placing, laid: PieceOutcome | null): Placing {
  if (mode === now.mode) return now
  if (mode !== 'exact') return { mode }
  return { mode, by: { edge: 'width', um: laid?.asked.w ?? um(100_000) } }
}

/** The size in whole steps nearest to the picture's ratio, and a way into the area when something would be cut. */
function Advice(props: {
  readonly laid: PieceOutcome
  readonly sheet: SheetOutcome
  readonly unit: LengthUnit
  readonly onChange: Change
}) {
  const { laid, sheet, unit, onChange } = props
  const { cutOff } = laid
  const cut = cutOff.left + cutOff.right + cutOff.lead + cutOff.trail > 0
  const standing = laid.quarter % 2 === 0 ? laid.crop : { ...laid.crop, w: laid.crop.h, h: laid.crop.w }
  const stepped = steppedSize(standing, sheet.frame, unit)
  return (
    <p className="soft small">
      {cut ? (
        <>
          It does not fit:{' '}
          <button type="button" className={css.offer} onClick={() => onChange({ placing: { mode: 'whole' } })}>
            fit all of it
          </button>
          .{' '}
        </>
      ) : null}
      {stepped ? (
        <>
          In whole steps:{' '}
          <button
            type="button"
            className={css.offer}
            onClick={() =>
              onChange({ placing: { mode: 'exact', by: { edge: 'both', width: stepped.w, height: stepped.h } } })
            }
          >
            {tradePair(stepped.w, stepped.h, unit)}
          </button>{' '}
          ({stepped.lossPercent < 0.05 ? 'nothing' : `${writeNumber(stepped.lossPercent, 1)} %`} lost).
        </>
      ) : null}
    </p>
  )
}

const PLACES = [0, 0.5, 1] as const
const NAMES = [
  ['lead left', 'lead', 'lead right'],
  ['left', 'middle', 'right'],
  ['trail left', 'trail', 'trail right'],
] as const

/** Nine places in a small square; the drawing moves it freely. */
function AnchorFields({ anchor, onChange }: { readonly anchor: PieceBody['anchor']; readonly onChange: Change }) {
  return (
    <div className={css.row}>
      <span className="soft">Place</span>
      <div className={css.nine} role="group" aria-label="Place on the sheet">
        {PLACES.map((y, row) =>
          PLACES.map((x, column) => (
            <button
              key={`${x} ${y}`}
              type="button"
              aria-label={NAMES[row]?.[column]}
              aria-pressed={Math.abs(anchor.x - x) < 0.005 && Math.abs(anchor.y - y) < 0.005}
              onClick={() => onChange({ anchor: { x, y } })}
            />
          )),
        )}
      </div>
      <span className="soft small">or drag the picture; arrow keys on it</span>
    </div>
  )
}
