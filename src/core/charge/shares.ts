import { type Minor, minor, splitMoney } from '@/core/money/money'
import type { ChargeLine, Spent } from './charge'

/** Who pays for the paper between prints that share a sheet: each print its own area, or a share of that as well. */
export const SHARE_RULES = ['own area', 'own area and waste'] as const
export type ShareRule = (typeof SHARE_RULES)[number]

/** One print's share of a sheet. */
export type Share = {
  /** what its member pays, line by line */
  readonly lines: readonly ChargeLine[]
  /** what the room bears of the paper between the prints, since nobody pays it */
  readonly room: Minor
  /** what the room spent on it, with its part of the paper between the prints */
  readonly spent: Spent
}

/**
 * What each print on a shared sheet bears, exact to the minor unit: the paper by area, with what no print covers as a share
 * of its own that is parted by area again; the ink by the area that bears ink; the room's share of each print. Shares by
 * largest remainder, so that all of them and what the room bears add up to paper, ink and the room's shares.
 * @param whole what the sheet is charged, paper and ink, what the room spent on it, and the room's share of one print
 * @param sheet area of the sheet, um2
 * @param prints area of each and what of it bears ink, in one unit each
 * @example sharesOf({ paper: 100, ink: 0, spent: { paper: 100, ink: 0 }, each: 0 }, 100, [{ area: 30, inked: 30 }, { area: 45, inked: 45 }], 'own area')[0].room // 10
 */
export function sharesOf(
  whole: { readonly paper: Minor; readonly ink: Minor; readonly spent: Spent; readonly each: Minor },
  sheet: number,
  prints: readonly { readonly area: number; readonly inked: number }[],
  rule: ShareRule,
): readonly Share[] {
  const areas = prints.map((p) => p.area)
  const between = Math.max(0, sheet - areas.reduce((a, b) => a + b, 0))
  const paper = splitMoney(whole.paper, [...areas, between])
  const waste = splitMoney(paper[areas.length] ?? minor(0), areas)
  const ink = splitMoney(
    whole.ink,
    prints.map((p) => p.inked),
  )
  const spentPaper = splitMoney(whole.spent.paper, areas)
  const spentInk = splitMoney(
    whole.spent.ink,
    prints.map((p) => p.inked),
  )
  return prints.map((_, i): Share => {
    const spent = { paper: spentPaper[i] ?? minor(0), ink: spentInk[i] ?? minor(0) }
    const line = (what: ChargeLine['what'], amount: Minor | undefined): ChargeLine => ({
      what,
      amount: amount ?? minor(0),
    })
    const own = line('paper', paper[i])
    const rest = [line('ink', ink[i]), line('room share', whole.each)]
    const lost = line('waste', waste[i])
    return rule === 'own area'
      ? { lines: [own, ...rest], room: lost.amount, spent }
      : { lines: [own, lost, ...rest], room: minor(0), spent }
  })
}
