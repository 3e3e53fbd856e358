import { type Minor, minor, splitMoney } from '@/core/money/money'
import type { FedSheet } from '@/core/sheet/sheet'

/** The room's dated rates. Money in minor units. */
export type Tariff = {
  readonly id: string
  /** what the member pays of the paper's cost, per cent */
  readonly paperPercent: number
  /** for 100 ml of ink, so that a millilitre may cost a fraction of a minor unit; null: nobody has said */
  readonly inkPer100Ml: Minor | null
  /** the room's share of each print: wear, light, cleaning */
  readonly roomShare: Minor
}

/** How the room buys the paper in use; a price that nobody has said is null. */
export type StockPrice =
  | { readonly kind: 'sheet'; readonly pack: number; readonly price: Minor | null }
  | { readonly kind: 'roll'; readonly lengthUm: number; readonly price: Minor | null }

/** How ink is counted: by the area, at so many millilitres a square metre (null: not known), or by the sheet. */
export type InkUse =
  | { readonly kind: 'area'; readonly mlPerM2: number | null }
  | { readonly kind: 'sheet'; readonly price: Minor }

export type ChargeLine = {
  /** `waste`: what lies between the prints of a shared sheet */
  readonly what: 'paper' | 'waste' | 'ink' | 'room share'
  readonly amount: Minor
}

/** What the room spent, whoever pays and whatever share of it: paper at its price, ink at the tariff's rate. */
export type Spent = { readonly paper: Minor; readonly ink: Minor }

/** Nothing of either. */
export const NOTHING_SPENT: Spent = { paper: minor(0), ink: minor(0) }

export type Charge = {
  readonly total: Minor
  readonly spent: Spent
  readonly lines: readonly ChargeLine[]
  /** null: nobody has said how much this media setting takes, or use is counted in sheets */
  readonly inkMl: number | null
  /** lines that nobody can say: their amount is 0 and is shown as not known */
  readonly unknown: readonly ('paper' | 'ink')[]
}

const MM2_PER_M2 = 1_000_000

/**
 * What one copy is charged, and what the room spent on it. Charged are paper (a sheet of its pack, or the length cut of its roll, times the tariff's per cent), ink by
 * the area printed or by the sheet, the room's share; spent are paper at its full price and ink. Each exact sum is rounded once,
 * halves away from zero; the lines are its shares by largest remainder, so that they always add up to it.
 * @param sheet as fed; for a roll its length is what is cut off. @param inkedMm2 area that gets ink, mm2.
 * @example chargeFor({ width: 210000, length: 297000 }, 20000, { kind: 'area', mlPerM2: 10 }, { kind: 'sheet', pack: 50, price: 4750 }, { id: 't', paperPercent: 100, inkPer100Ml: 7000, roomShare: 25 }).total // 134
 */
export function chargeFor(
  sheet: FedSheet,
  inkedMm2: number,
  use: InkUse,
  stock: StockPrice | null,
  tariff: Tariff,
): Charge {
  const inkMl = use.kind === 'area' && use.mlPerM2 !== null ? (inkedMm2 / MM2_PER_M2) * use.mlPerM2 : null
  const price = paperCost(sheet, stock)
  const paper = price * (tariff.paperPercent / 100)
  const ink = use.kind === 'sheet' ? use.price : ((inkMl ?? 0) * (tariff.inkPer100Ml ?? 0)) / 100
  const unknown = [
    ...(stock === null || stock.price === null ? (['paper'] as const) : []),
    ...(use.kind === 'area' && (inkMl === null || tariff.inkPer100Ml === null) ? (['ink'] as const) : []),
  ]
  const exact = [paper, ink, tariff.roomShare]
  const total = minor(exact.reduce((a, b) => a + b, 0))
  const shares = splitMoney(total, exact)
  const line = (what: ChargeLine['what'], i: number): ChargeLine => ({
    what,
    amount: shares[i] ?? minor(0),
  })
  const [spentPaper = minor(0), spentInk = minor(0)] = splitMoney(minor(price + ink), [price, ink])
  const spent = { paper: spentPaper, ink: spentInk }
  return { total, spent, lines: [line('paper', 0), line('ink', 1), line('room share', 2)], inkMl, unknown }
}

function paperCost(sheet: FedSheet, stock: StockPrice | null): number {
  if (stock?.price == null) return 0
  return stock.kind === 'sheet' ? stock.price / stock.pack : (stock.price * sheet.length) / stock.lengthUm
}

/** What a run turned out to be, where that is known. */
export type RunOutcome = 'good' | 'proof' | 'spoiled'

/**
 * What the payer of a run is charged, from its lines: all of a good one, a proof without the room's share, else nothing.
 * @example chargedFor('proof', [{ what: 'paper', amount: 95 }, { what: 'room share', amount: 25 }]) // 95
 */
export function chargedFor(outcome: RunOutcome, lines: readonly ChargeLine[]): Minor {
  if (outcome === 'spoiled') return minor(0)
  return sumOf(outcome === 'good' ? lines : lines.filter((l) => l.what !== 'room share'))
}

/**
 * The cost to the room: paper and ink together.
 * @example costOf({ paper: 95, ink: 14 }) // 109
 */
export const costOf = ({ paper, ink }: Spent): Minor => minor(paper + ink)

const sumOf = (lines: readonly ChargeLine[]): Minor => minor(lines.reduce((sum, l) => sum + l.amount, 0))
