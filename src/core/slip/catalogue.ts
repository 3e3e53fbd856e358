import type { Tariff } from '@/core/charge/charge'
import type { Um } from '@/core/length/length'
import type { Currency, Minor } from '@/core/money/money'
import { sameSheet, sameWidth, sizeById } from '@/core/sizes/shelf'
import type { Size } from '@/core/sizes/sizes'
import { newerSize } from '@/core/sizes/versions'
import type { PrintBody, SheetChoice, SlipHead } from './body'
import {
  type BrokenVersion,
  type JudgedOn,
  type PictureFacts,
  type PrintFacts,
  type RoomFacts,
  RULES,
  type StockFacts,
  type VersionFacts,
} from './facts'

/** A form in which the room keeps a paper, with what is left of it. */
export type StockOnShelf = {
  readonly id: string
  readonly paperId: string
  readonly kind: 'sheet' | 'roll'
  readonly width: Um
  readonly length: Um
  readonly pack: number
  /** null: nobody has said */
  readonly price: Minor | null
  /** sheets, or rolls not opened */
  readonly count: number
  /** pieces cut off a roll, at their share of its price; left away: as the room buys it */
  readonly cut?: boolean
  /** opened rolls */
  readonly rolls: readonly RollOnShelf[]
}

/** An opened roll: what is left of it, and what it had and cost when it was opened. */
export type RollOnShelf = {
  readonly id: string
  readonly number: number
  /** um */
  readonly left: Um
  /** um; left away: as long as a new one of its stock */
  readonly first?: Um
  /** null or left away: what its stock costs */
  readonly price?: Minor | null
}

/** Everything that slips are filled from: what the room knows, at one moment. */
export type Catalogue = {
  readonly versions: readonly VersionFacts[]
  /** of the asked versions those that cannot print any more: told, and never taken for none */
  readonly broken: readonly BrokenVersion[]
  readonly sizes: readonly Size[]
  readonly stocks: readonly StockOnShelf[]
  readonly tariff: Tariff
  readonly room: RoomFacts
  readonly currency: Currency
  /** the room's screens; left away: it has none */
  readonly screens?: readonly JudgedOn[]
}

/**
 * The stock that a slip takes its paper from, or null when the room keeps none in that very form. Of several the one that
 * is loaded; else one that has sheets left, as bought before cut pieces.
 * @example stockFor({ stocks: [{ id: 's', paperId: 'p', kind: 'sheet', width: 210000, length: 297000 }] }, 'p', { kind: 'sheet', short: 210050, long: 297000 }).id // 's'
 */
export function stockFor(
  catalogue: Pick<Catalogue, 'stocks'>,
  paperId: string,
  form:
    | { readonly kind: 'sheet'; readonly short: Um; readonly long: Um }
    | { readonly kind: 'roll'; readonly width: Um },
  loadedStockId: string | null = null,
): StockOnShelf | null {
  const those = catalogue.stocks.filter(
    (s) =>
      s.paperId === paperId &&
      s.kind === form.kind &&
      (form.kind === 'roll' ? sameWidth(s.width, form.width) : sameSheet({ short: s.width, long: s.length }, form)),
  )
  const asBought = those.toSorted((a, b) => Number(a.cut ?? false) - Number(b.cut ?? false))
  return those.find((s) => s.id === loadedStockId) ?? asBought.find((s) => s.count > 0) ?? asBought[0] ?? null
}

/**
 * The roll that a print comes from: the one that is loaded, if it is among those that are open, else the one with the
 * most left. Asked by the check, by booking and by ruler sheets alike.
 * @example rollInUse([{ id: 'a', left: 900 }, { id: 'b', left: 2000 }], null).id // 'b'
 */
export function rollInUse<R extends { readonly id: string; readonly left: Um }>(
  opened: readonly R[],
  loadedRollId: string | null,
): R | null {
  const loaded = opened.find((r) => r.id === loadedRollId)
  return loaded ?? [...opened].sort((a, b) => b.left - a.left)[0] ?? null
}

/**
 * The sheet that a print of a version starts with: what is loaded for it, of a roll as long as the print needs; a roll
 * that the room keeps where none is loaded. Null where it has to be asked.
 * @example readySheet(VERSION, CATALOGUE) // null
 */
export function readySheet(
  { loaded, paper, feed }: Pick<VersionFacts, 'loaded' | 'paper' | 'feed'>,
  { stocks, sizes }: Pick<Catalogue, 'stocks' | 'sizes'>,
): SheetChoice | null {
  const held = loaded?.paperId === paper.id ? loaded : null
  if (feed.kind === 'roll') {
    const roll = held ?? stocks.find((s) => s.paperId === paper.id && s.kind === 'roll')
    return roll ? { kind: 'cut', width: roll.width, length: 'auto' } : null
  }
  const size = held && sizes.find((s) => sameSheet({ short: held.width, long: held.length }, s))
  return size ? { kind: 'size', sizeId: size.id } : null
}

/**
 * Puts together what a print's outcome depends on. Ids that point to nothing become null: the checks say so.
 * @param picture the room's picture of an id, or null.
 * @example factsFrom(CATALOGUE, BODY, PRINT, pictureOf).version.id // 'v'
 */
export function factsFrom(
  catalogue: Catalogue,
  { title, memberId, chargeTo, screenId = null }: SlipHead,
  print: PrintBody,
  picture: (id: string) => PictureFacts | null,
): PrintFacts {
  const version = catalogue.versions.find((v) => v.id === print.versionId) ?? null
  const { sheet } = print
  const named = sheet?.kind === 'size' ? sizeById(catalogue.sizes, sheet.sizeId) : null
  const newer = named && newerSize(catalogue.sizes, named.id)
  const size = named && newer ? { ...named, newer } : named
  const stock =
    version && sheet
      ? sheet.kind === 'cut'
        ? stockFor(catalogue, version.paper.id, { kind: 'roll', width: sheet.width }, version.loaded?.stockId)
        : size &&
          stockFor(
            catalogue,
            version.paper.id,
            { kind: 'sheet', short: size.short, long: size.long },
            version.loaded?.stockId,
          )
      : null
  return {
    rules: RULES,
    slip: { title, memberId, chargeTo, screenId },
    screen: catalogue.screens?.find((s) => s.id === screenId) ?? null,
    print,
    pictures: print.pieces.map((p) => (p.pictureId === null ? null : picture(p.pictureId))),
    version,
    size,
    stock: stock ? stockFacts(stock, version?.loaded?.rollId ?? null) : null,
    tariff: catalogue.tariff,
    room: catalogue.room,
  }
}

/**
 * What a length of a roll is priced by: the roll's own price over what it had when it was opened, else its stock's.
 * @example rollPrice({ length: 10, price: 500 }, { id: 'r', number: 1, left: 4, first: 8, price: 300 }) // { kind: 'roll', lengthUm: 8, price: 300 }
 */
export function rollPrice(
  stock: Pick<StockOnShelf, 'length' | 'price'>,
  roll: RollOnShelf | null,
): Extract<StockFacts['price'], { kind: 'roll' }> {
  const own = roll?.price ?? null
  return own === null
    ? { kind: 'roll', lengthUm: stock.length, price: stock.price }
    : { kind: 'roll', lengthUm: roll?.first || stock.length, price: own }
}

function stockFacts(stock: StockOnShelf, loadedRollId: string | null): StockFacts {
  if (stock.kind === 'sheet')
    return { id: stock.id, price: { kind: 'sheet', pack: stock.pack, price: stock.price }, left: stock.count }
  const roll = rollInUse(stock.rolls, loadedRollId)
  return {
    id: stock.id,
    price: rollPrice(stock, roll),
    left: Math.max(0, roll?.left ?? 0),
    rollId: roll?.id ?? null,
    otherRolls: stock.rolls.filter((r) => r.id !== roll?.id).map(({ number, left }) => ({ number, left })),
    unopened: stock.count,
  }
}
