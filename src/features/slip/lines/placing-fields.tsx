'use client'

import { type LengthUnit, um } from '@/core/length/length'
import { tradePair, writeLength, writeNumber } from '@/core/length/write'
import { steppedSize } from '@/core/placing/advice'
import type { ExactBy, Placing } from '@/core/placing/placing'
import type { PieceBody, PlainPatch, PrintBody } from '@/core/slip/body'
import type { PieceOutcome, PrintOutcome } from '@/core/slip/outcome'
import type { SheetOutcome } from '@/core/slip/sheet-outcome'
import { LengthField } from '@/ui/fields/length-field'
import { Choices } from '@/ui/parts/choices'
import { useWays } from '@/ui/unit/unit'
import css from '../slip.module.css'

type Change = (patch: PlainPatch) => void

/** Line 5 open: whole, fill or an exact size; from where it is measured; its turn and its place. */
export function PlacingFields(props: {
  readonly print: PrintBody
  readonly piece: PieceBody
  readonly outcome: PrintOutcome
  readonly laid: PieceOutcome | null
  readonly onChange: Change
}) {
  const { print, piece, outcome, laid, onChange } = props
  const { unit } = useWays()
  const { sheet } = outcome
  return (
    <div className={css.stack}>
      <Choices
        label="Placing"
        value={piece.placing.mode}
        choices={[
          { value: 'whole', label: 'Whole' },
          { value: 'fill', label: 'Fill' },
          { value: 'exact', label: 'Exact' },
        ]}
        onChange={(mode) => onChange({ placing: placingOf(mode, piece.placing, laid) })}
      />
      {piece.placing.mode === 'exact' ? <ExactFields by={piece.placing.by} laid={laid} onChange={onChange} /> : null}
      {laid && sheet && piece.placing.mode !== 'fill' ? (
        <Advice laid={laid} sheet={sheet} unit={unit} onChange={onChange} />
      ) : null}
      {sheet && !sheet.borderless ? <CentringFields print={print} outcome={outcome} onChange={onChange} /> : null}
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
    </div>
  )
}

function placingOf(mode: Placing['mode'], now: Placing, laid: PieceOutcome | null): Placing {
  if (mode === now.mode) return now
  if (mode !== 'exact') return { mode }
  return { mode, by: { edge: 'width', um: laid?.asked.w ?? um(100_000) } }
}

function ExactFields({
  by,
  laid,
  onChange,
}: {
  readonly by: ExactBy
  readonly laid: PieceOutcome | null
  readonly onChange: Change
}) {
  const set = (next: ExactBy): void => onChange({ placing: { mode: 'exact', by: next } })
  const switchTo = (edge: ExactBy['edge']): void => {
    const w = laid?.asked.w ?? um(100_000)
    const h = laid?.asked.h ?? um(100_000)
    if (edge === 'both') return set({ edge, width: w, height: h })
    const length =
      edge === 'width' ? w : edge === 'height' ? h : edge === 'long' ? um(Math.max(w, h)) : um(Math.min(w, h))
    set({ edge, um: length })
  }
  return (
    <div className={css.stack}>
      <Choices
        label="Which edge is given"
        value={by.edge}
        choices={[
          { value: 'width', label: 'width' },
          { value: 'height', label: 'height' },
          { value: 'long', label: 'long' },
          { value: 'short', label: 'short' },
          { value: 'both', label: 'both' },
        ]}
        onChange={switchTo}
      />
      {by.edge === 'both' ? (
        <div className={css.row}>
          <LengthField label="Width" value={by.width} min={1000} onChange={(width) => set({ ...by, width })} />
          <LengthField label="Height" value={by.height} min={1000} onChange={(height) => set({ ...by, height })} />
        </div>
      ) : (
        <LengthField
          label="Size"
          hideLabel
          value={by.um}
          min={1000}
          onChange={(length) => set({ edge: by.edge, um: length })}
        />
      )}
    </div>
  )
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

function CentringFields({
  print,
  outcome,
  onChange,
}: {
  readonly print: PrintBody
  readonly outcome: PrintOutcome
  readonly onChange: Change
}) {
  const { unit } = useWays()
  const lost = outcome.sheet?.givenUp
  return (
    <div className={css.stack}>
      <div className={css.row}>
        <span className="soft">in</span>
        <Choices
          label="Measured from"
          value={print.centring.kind}
          choices={[
            { value: 'true', label: 'true centre' },
            { value: 'even', label: 'even margins' },
            { value: 'area', label: 'printable area' },
          ]}
          onChange={(kind) => onChange({ centring: kind === 'even' ? { kind, um: null } : { kind } })}
        />
        {print.centring.kind === 'even' ? (
          <LengthField
            label="Margin on all four sides"
            hideLabel
            width={100}
            value={print.centring.um ?? outcome.sheet?.frame.x ?? null}
            onChange={(length) => onChange({ centring: { kind: 'even', um: length } })}
          />
        ) : null}
      </div>
      {lost && lost.percent > 0.05 ? (
        <p className="soft small">
          Gives up {writeNumber(lost.percent, 1)} % of the area
          {lost.edges.lead > 0 ? `, ${writeLength(lost.edges.lead, unit)} at the lead edge` : ''}
          {lost.edges.trail > 0 ? `, ${writeLength(lost.edges.trail, unit)} at the trail edge` : ''}
          {lost.edges.left > 0 ? `, ${writeLength(lost.edges.left, unit)} left` : ''}
          {lost.edges.right > 0 ? `, ${writeLength(lost.edges.right, unit)} right` : ''}.
        </p>
      ) : null}
    </div>
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
