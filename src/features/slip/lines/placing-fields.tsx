'use client'

import { type ComboboxItem, Select } from '@mantine/core'
import { type LengthUnit, UM_PER_INCH, um } from '@/core/length/length'
import { measuredPair, tradePair, writeLength, writeNumber } from '@/core/length/write'
import { steppedSize } from '@/core/placing/advice'
import { sizedOnPurpose } from '@/core/placing/file-size'
import type { ExactBy, Placing } from '@/core/placing/placing'
import { sameSheet, sizeMeant } from '@/core/sizes/shelf'
import type { Size } from '@/core/sizes/sizes'
import type { PieceBody, PlainPatch, PrintBody } from '@/core/slip/body'
import type { PrintFacts } from '@/core/slip/facts'
import type { PieceOutcome, PrintOutcome } from '@/core/slip/outcome'
import { type PlacingWay, placingWays } from '@/core/slip/placing-ways'
import type { SheetOutcome } from '@/core/slip/sheet-outcome'
import { LengthField } from '@/ui/fields/length-field'
import { Choices } from '@/ui/parts/choices'
import { useWays } from '@/ui/unit/unit'
import css from '../slip.module.css'

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
      {laid && sheet ? <Ways facts={facts} stated={stated !== null} unit={unit} /> : null}
      {piece.placing.mode === 'exact' ? (
        <ExactFields by={piece.placing.by} laid={laid} sizes={sizes} onChange={onChange} />
      ) : null}
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

type PlacingMode = { readonly value: Placing['mode']; readonly label: string; readonly closed?: string }

/** What each way of placing would come to, side by side: before one is chosen. */
function Ways({
  facts,
  stated,
  unit,
}: {
  readonly facts: PrintFacts
  readonly stated: boolean
  readonly unit: LengthUnit
}) {
  const ways = placingWays(facts, ['whole', 'fill', ...(stated ? (['file size'] as const) : [])])
  if (ways.length === 0) return null
  const white = (w: PlacingWay): string =>
    w.white.across < 50 && w.white.along < 50
      ? 'nothing'
      : [
          ...(w.white.across < 50 ? [] : [`${writeLength(w.white.across, unit)} across`]),
          ...(w.white.along < 50 ? [] : [`${writeLength(w.white.along, unit)} along`]),
        ].join(', ')
  const lost = (w: PlacingWay): string =>
    [
      w.lostPercent < 0.05 ? 'nothing' : `${writeNumber(w.lostPercent, 1)} % of the picture`,
      ...(w.beyond > 50 ? [`${writeLength(w.beyond, unit)} beyond the area`] : []),
    ].join(', ')
  const rows: readonly (readonly [string, (w: PlacingWay) => string])[] = [
    ['comes out', (w) => measuredPair(w.width, w.height, unit)],
    ['lost', lost],
    ['stays white', white],
  ]
  return (
    <table className={css.ways}>
      <caption className="unseen">What each placing comes to</caption>
      <thead>
        <tr>
          <td />
          {ways.map((w) => (
            <th key={w.mode} scope="col">
              {w.mode}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, say]) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            {ways.map((w) => (
              <td key={w.mode}>{say(w)}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
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
  sizes,
  onChange,
}: {
  readonly by: ExactBy
  readonly laid: PieceOutcome | null
  /** print sizes that have a name */
  readonly sizes: readonly Size[]
  readonly onChange: Change
}) {
  const { unit } = useWays()
  const set = (next: ExactBy): void => onChange({ placing: { mode: 'exact', by: next } })
  const switchTo = (edge: ExactBy['edge']): void => {
    const w = laid?.asked.w ?? um(100_000)
    const h = laid?.asked.h ?? um(100_000)
    if (edge === 'both') return set({ edge, width: w, height: h })
    const length =
      edge === 'width' ? w : edge === 'height' ? h : edge === 'long' ? um(Math.max(w, h)) : um(Math.min(w, h))
    set({ edge, um: length })
  }
  const named =
    by.edge === 'both'
      ? (sizes.find((s) => sameSheet(s, { short: Math.min(by.width, by.height), long: Math.max(by.width, by.height) }))
          ?.id ?? null)
      : null
  /** A named size the way round that the picture stands. */
  const take = (size: Size): void => {
    const lies = laid !== null && laid.asked.w > laid.asked.h
    const [width, height] = lies ? [size.long, size.short] : [size.short, size.long]
    set({ edge: 'both', width, height })
  }
  return (
    <div className={css.stack}>
      <Select
        aria-label="Print size by its name"
        placeholder="A size by its name, or type it below"
        searchable
        size="xs"
        value={named}
        data={sizes.filter((s) => !s.retired).map((s) => ({ value: s.id, label: s.name }))}
        nothingFoundMessage="No size has that name. Type it below."
        filter={({ options, search }) =>
          (options as ComboboxItem[]).filter((o) => {
            const size = sizes.find((s) => s.id === o.value)
            return size !== undefined && sizeMeant(search, size, unit)
          })
        }
        onChange={(id) => {
          const size = sizes.find((s) => s.id === id)
          if (size) take(size)
        }}
      />
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
