import { type Minor, minor, splitMoney } from '@/core/money/money'
import type { FedSheet } from '@/core/sheet/sheet'

/** The room's dated rates. Money in minor units. */
export type Tariff = {
  readonly id: string
  /** what the member pays of the paper's cost, per cent */
  readonly paperPercent: number
  /** for 100 ml of ink, so that a millilitre may cost a fraction of a minor unit */
  readonly inkPer100Ml: Minor
  /** the room's share of each print: wear, light, cleaning */
  readonly roomShare: Minor
}

/** How the room buys the paper in use. */
export type StockPrice =
  | { readonly kind: 'sheet'; readonly pack: number; readonly price: Minor }
  | { readonly kind: 'roll'; readonly lengthUm: number; readonly price: Minor }

export type ChargeLine = {
  readonly what: 'paper' | 'ink' | 'room share'
  readonly amount: Minor
}

export type Charge = {
  readonly total: Minor
  readonly lines: readonly ChargeLine[]
  readonly inkMl: number
}

const MM2_PER_M2 = 1_000_000

/**
 * What one copy costs: paper (a sheet of its pack, or the length cut of its roll, times the tariff's per cent), ink by
 * the area printed, the room's share. The exact sum is rounded once, halves away from zero; the lines are its shares
 * by largest remainder, so that they always add up to the total.
 * @param sheet as fed; for a roll its length is what is cut off. @param inkedMm2 area that gets ink, mm2.
 * @example chargeFor({ width: 210000, length: 297000 }, 20000, 10, { kind: 'sheet', pack: 50, price: 4750 }, { id: 't', paperPercent: 100, inkPer100Ml: 7000, roomShare: 25 }).total // 134
 */
export function chargeFor(
  sheet: FedSheet,
  inkedMm2: number,
  mlPerM2: number,
  stock: StockPrice | null,
  tariff: Tariff,
): Charge {
  const inkMl = (inkedMm2 / MM2_PER_M2) * mlPerM2
  const paper = paperCost(sheet, stock) * (tariff.paperPercent / 100)
  const ink = (inkMl * tariff.inkPer100Ml) / 100
  const exact = [paper, ink, tariff.roomShare]
  const total = minor(exact.reduce((a, b) => a + b, 0))
  const shares = splitMoney(total, exact)
  const line = (what: ChargeLine['what'], i: number): ChargeLine => ({
    what,
    amount: shares[i] ?? minor(0),
  })
  return { total, lines: [line('paper', 0), line('ink', 1), line('room share', 2)], inkMl }
}

function paperCost(sheet: FedSheet, stock: StockPrice | null): number {
  if (!stock) return 0
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
  return sumOf(outcome === 'good' ? lines : spent(lines))
}

/**
 * What the room spent: paper and ink, whoever pays.
 * @example costOf([{ what: 'paper', amount: 95 }, { what: 'room share', amount: 25 }]) // 95
 */
export const costOf = (lines: readonly ChargeLine[]): Minor => sumOf(spent(lines))

const spent = (lines: readonly ChargeLine[]): readonly ChargeLine[] => lines.filter((l) => l.what !== 'room share')
const sumOf = (lines: readonly ChargeLine[]): Minor => minor(lines.reduce((sum, l) => sum + l.amount, 0))
