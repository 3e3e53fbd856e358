'use client'

import { type ComboboxParsedItemGroup, Select } from '@mantine/core'
import { fromMm, type LengthUnit, type Um } from '@/core/length/length'
import { tradeLength, tradePair, writeNumber } from '@/core/length/write'
import type { Asked } from '@/core/offer/slip-options'
import { adviseSizes } from '@/core/placing/advice'
import type { PxRect } from '@/core/placing/placing'
import { declaredMargins } from '@/core/printer/facts'
import { fitSize } from '@/core/sizes/fit'
import { sameSheet, sizeById, sizeMeant } from '@/core/sizes/shelf'
import type { Size } from '@/core/sizes/sizes'
import { newerSize } from '@/core/sizes/versions'
import type { PlainPatch, PrintBody, SheetChoice } from '@/core/slip/body'
import type { Catalogue, StockOnShelf } from '@/core/slip/catalogue'
import type { VersionFacts } from '@/core/slip/facts'
import { declaredAccuracy, type SheetOutcome } from '@/core/slip/sheet-outcome'
import { countOf } from '@/core/words/count'
import { LengthField } from '@/ui/fields/length-field'
import { Choices } from '@/ui/parts/choices'
import { FormButton } from '@/ui/parts/panel'
import { useWays } from '@/ui/unit/unit'
import { HandPiece } from '../hand-piece'
import css from '../slip.module.css'
import { WayOut } from '../way-out'

/** Line 3 open: a sheet size, or a length cut from a roll where the feed is one. */
export function SheetFields(props: {
  readonly sheet: SheetChoice | null
  readonly catalogue: Catalogue
  readonly version: VersionFacts | null
  readonly crop: PxRect | null
  readonly length: Um | null
  readonly onSheet: (sheet: SheetChoice) => void
  readonly print: PrintBody
  readonly onWay: (set: Partial<Asked>) => void
  /** the sheet as it stands, for its accuracy and margins */
  readonly laidOn: SheetOutcome | null
  readonly onPiece: (patch: PlainPatch) => void
  /** what of the picture would not come out if it filled this size, per cent; null: it cannot be laid on it */
  readonly lossOn: (sizeId: string) => number | null
}) {
  const { sheet, catalogue, version, crop, onSheet } = props
  const { unit } = useWays()
  const own = catalogue.stocks.filter((s) => s.paperId === version?.paper.id)
  const rolls = own.filter((s) => s.kind === 'roll')
  if (version?.feed.kind === 'roll') return <RollFields {...props} rolls={rolls} />
  const onShelf = (size: Size): StockOnShelf | undefined =>
    own.find((s) => s.kind === 'sheet' && sameSheet({ short: s.width, long: s.length }, size))
  const named = sheet?.kind === 'size' ? sheet.sizeId : null
  // one that is retired is shown where it is chosen, and offered nowhere
  const offered = catalogue.sizes.filter((s) => !s.retired || s.id === named)
  const here = offered.filter((s) => onShelf(s))
  const others = offered.filter((s) => !onShelf(s))
  const longest =
    version && version.mediaSetting.longest !== null
      ? { mediaSetting: version.mediaSetting.name, um: version.mediaSetting.longest }
      : null
  const closed = (s: Size): boolean =>
    version !== null && fitSize(s.short, s.long, version.feed, longest).problems.length > 0
  const open = (list: readonly Size[]): readonly Size[] => list.filter((s) => !closed(s))
  const near = crop ? adviseSizes(crop, open(here).length > 0 ? open(here) : open(offered)).slice(0, 3) : []
  const advice = near.map((a) => ({ ...a, lossPercent: props.lossOn(a.size.id) ?? a.lossPercent }))
  const item = (s: Size) => ({ value: s.id, label: `${label(s, unit, onShelf(s))}${closed(s) ? ' (closed)' : ''}` })
  const chosen = sheet?.kind === 'size' ? sizeById(catalogue.sizes, sheet.sizeId) : null
  const newer = chosen ? newerSize(catalogue.sizes, chosen.id) : null
  const [problem] = chosen && version ? fitSize(chosen.short, chosen.long, version.feed, longest).problems : []
  return (
    <div className={css.stack}>
      <Select
        aria-label="Sheet size"
        placeholder="Type to find a size"
        searchable
        onFocus={(e) => e.currentTarget.select()}
        size="xs"
        value={sheet?.kind === 'size' ? sheet.sizeId : null}
        data={[
          ...(here.length > 0 ? [{ group: `${version?.paper.name}, on the shelf`, items: here.map(item) }] : []),
          { group: here.length > 0 ? 'Other sizes' : 'Sizes', items: others.map(item) },
        ]}
        nothingFoundMessage="No size has that name. Add it under Sizes."
        filter={({ options, search }) => meant(options as ComboboxParsedItemGroup[], search, catalogue.sizes, unit)}
        maxDropdownHeight={320}
        onChange={(id) => id && onSheet({ kind: 'size', sizeId: id })}
      />
      {chosen && newer && !newer.retired ? (
        <p className={css.why}>
          {newer.name} is {tradePair(newer.short, newer.long, unit)} now; this slip keeps{' '}
          {tradePair(chosen.short, chosen.long, unit)}.{' '}
          <button type="button" className={css.offer} onClick={() => onSheet({ kind: 'size', sizeId: newer.id })}>
            Take the new size
          </button>
        </p>
      ) : null}
      {problem ? <WayOut print={props.print} want={null} onTake={props.onWay} /> : null}
      {version && rolls.length > 0 ? (
        <div>
          <FormButton
            label="Cut a piece by hand"
            title={`A piece of ${version.paper.name} for the ${version.feed.name}`}
            wide
          >
            {(close) => (
              <HandPiece
                rolls={rolls}
                version={version}
                accuracy={props.laidOn?.accuracy ?? declaredAccuracy(version)}
                margins={props.laidOn?.margins ?? declaredMargins(version.queueFeed, version.feed.maxWidth)}
                ratio={crop ? Math.max(crop.w, crop.h) / Math.min(crop.w, crop.h) : 1}
                onPiece={props.onPiece}
                onDone={close}
              />
            )}
          </FormButton>
        </div>
      ) : null}
      {advice.length > 0 ? (
        <p className="soft small">
          Nearest to the picture’s ratio:{' '}
          {advice.map((a, i) => (
            <span key={a.size.id}>
              {i > 0 ? ', ' : ''}
              <button type="button" className={css.offer} onClick={() => onSheet({ kind: 'size', sizeId: a.size.id })}>
                {a.size.name}
              </button>{' '}
              ({a.lossPercent < 0.05 ? 'nothing' : `${writeNumber(a.lossPercent, 1)} %`} lost if filled)
            </span>
          ))}
        </p>
      ) : null}
    </div>
  )
}

/** What of a grouped list is meant by the typed words: by label, or by dimensions in any unit. */
function meant(
  groups: readonly ComboboxParsedItemGroup[],
  typed: string,
  sizes: readonly Size[],
  unit: LengthUnit,
): ComboboxParsedItemGroup[] {
  const words = typed.trim().toLowerCase()
  return groups.map((group) => ({
    ...group,
    items: group.items.filter((item) => {
      const size = sizes.find((s) => s.id === item.value)
      return item.label.toLowerCase().includes(words) || (size !== undefined && sizeMeant(typed, size, unit))
    }),
  }))
}

const label = (s: Size, unit: LengthUnit, stock: StockOnShelf | undefined): string => {
  const dimensions = /\d\s*×/.test(s.name) && s.unit === unit ? '' : `, ${tradePair(s.short, s.long, unit)}`
  return `${s.name}${dimensions}${stock ? `, ${countOf(stock.count, 'sheet')}` : ''}`
}

function RollFields(props: {
  readonly sheet: SheetChoice | null
  readonly rolls: readonly StockOnShelf[]
  readonly version: VersionFacts | null
  readonly length: Um | null
  readonly onSheet: (sheet: SheetChoice) => void
  readonly print: PrintBody
  readonly onWay: (set: Partial<Asked>) => void
}) {
  const { sheet, rolls, version, onSheet } = props
  const { unit } = useWays()
  const cut = sheet?.kind === 'cut' ? sheet : null
  const impossible =
    version !== null &&
    cut !== null &&
    fitSize(cut.width, cut.length === 'auto' ? version.feed.minLength : cut.length, version.feed, null).problems
      .length > 0
  const auto = cut ? cut.length === 'auto' : true
  if (rolls.length === 0)
    return <p className={css.note}>{version?.paper.name} is not kept as a roll here. Add one under Papers & rolls.</p>
  return (
    <div className={css.stack}>
      {impossible ? <WayOut print={props.print} want={null} onTake={props.onWay} /> : null}
      <Choices
        label="Roll"
        value={cut ? String(cut.width) : null}
        choices={rolls.map((r) => ({
          value: String(r.width),
          label: `${tradeLength(r.width, unit)} roll, ${r.rolls.length > 0 ? `${(Math.max(...r.rolls.map((x) => x.left)) / 1e6).toFixed(1)} m left` : 'none opened'}`,
        }))}
        onChange={(w) => onSheet({ kind: 'cut', width: Number(w) as Um, length: cut?.length ?? 'auto' })}
      />
      {cut ? (
        <div className={css.row}>
          <span className="soft">length</span>
          <Choices
            label="Length"
            value={auto ? 'auto' : 'fixed'}
            choices={[
              { value: 'auto', label: 'as the print needs' },
              { value: 'fixed', label: 'fixed' },
            ]}
            onChange={(v) => onSheet({ ...cut, length: v === 'auto' ? 'auto' : (props.length ?? fromMm(300)) })}
          />
          {auto ? null : (
            <LengthField
              label="Cut length"
              hideLabel
              value={cut.length === 'auto' ? null : cut.length}
              min={10_000}
              onChange={(length) => onSheet({ ...cut, length })}
            />
          )}
        </div>
      ) : null}
    </div>
  )
}
