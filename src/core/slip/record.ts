import { type ChargeLine, NOTHING_SPENT, type Spent } from '@/core/charge/charge'
import type { Share } from '@/core/charge/shares'
import { minor } from '@/core/money/money'
import type { Page } from '@/core/page/page'
import type { PrintBody } from './body'
import type { PrintFacts } from './facts'
import type { PieceOutcome, PrintOutcome } from './outcome'
import type { SheetOutcome } from './sheet-outcome'

/** A check that said stop: what it said, and why it was printed all the same; null: nobody said, it was no good print. */
export type RecordedStop = { readonly check: string; readonly says: string; readonly reason: string | null }

/** A piece as it was promised. Lengths um, feed frame. */
export type RecordedPiece = Pick<
  PieceOutcome,
  | 'quarter'
  | 'crop'
  | 'asked'
  | 'sent'
  | 'onPaper'
  | 'tolerance'
  | 'ppi'
  | 'cutOff'
  | 'slivers'
  | 'reaches'
  | 'inkedMm2'
> & {
  readonly picture: { readonly id: string; readonly name: string; readonly width: number; readonly height: number }
  readonly placed: Pick<PieceOutcome['placed'], 'rect' | 'full' | 'lossPercent'>
}

/** What was promised of a sheet when it was printed: figures, their source, the charge line by line, and the page. */
export type RunRecord = {
  readonly sheet: Pick<SheetOutcome, 'sheet' | 'roll' | 'overspray' | 'enlargement' | 'borderless' | 'area' | 'frame'>
  /** the size's own name; null for a length cut from a roll */
  readonly sizeName: string | null
  /** what was asked of the enlargement, and whether anything was there to correct */
  readonly enlargement: PrintBody['enlargement']
  readonly corrected: boolean
  readonly figures:
    | { readonly source: 'declared' }
    | { readonly source: 'checked'; readonly id: string; readonly number: number; readonly at: number }
  readonly pieces: readonly RecordedPiece[]
  readonly lines: readonly ChargeLine[]
  /** what the room spent on the sheet: by this, not by the lines, its cost is counted */
  readonly spent: Spent
  /** null: nobody could say */
  readonly inkMl: number | null
  /** lines of the charge that nobody could say */
  readonly unknown: readonly ('paper' | 'ink')[]
  readonly stops: readonly RecordedStop[]
  readonly page: Page
  /** what was asked, as it was then; null in records from before it was kept, and of a sheet that several prints share */
  readonly print: PrintBody | null
  /** of a sheet that several prints share: each print's share, in the order of the pieces; null: it is one print's */
  readonly shares: readonly RecordedShare[] | null
}

/** A print's share of a sheet, and what was asked of it. */
export type RecordedShare = Share & { readonly print: PrintBody }

/**
 * The lines that a part of a run is charged by: its share's, or the sheet's where that is one print's.
 * @param position of the part in its run, from 0
 * @example linesOf({ lines: [{ what: 'ink', amount: 4 }], shares: null }, 0)[0].amount // 4
 */
export function linesOf({ lines, shares }: Pick<RunRecord, 'lines' | 'shares'>, position: number): RunRecord['lines'] {
  return shares === null ? lines : (shares[position]?.lines ?? [])
}

/**
 * What the room spent on a part of a run: its share's, or the sheet's where that is one print's.
 * @example spentOf({ spent: { paper: 95, ink: 14 }, shares: null }, 0).paper // 95
 */
export const spentOf = ({ spent, shares }: Pick<RunRecord, 'spent' | 'shares'>, position: number): Spent =>
  shares === null ? spent : (shares[position]?.spent ?? NOTHING_SPENT)

/** A line of a charge with all parts' amounts in it. @example addedLines([[{ what: 'ink', amount: 4 }], [{ what: 'ink', amount: 3 }]])[0].amount // 7 */
export function addedLines(each: readonly (readonly ChargeLine[])[]): readonly ChargeLine[] {
  const sums = new Map<ChargeLine['what'], number>()
  for (const { what, amount } of each.flat()) sums.set(what, (sums.get(what) ?? 0) + amount)
  return [...sums].map(([what, amount]) => ({ what, amount: minor(amount) }))
}

/**
 * The record of a print of which everything is there; null while something is not.
 * @example recordOf(FACTS, outcomeOf(FACTS), []).sizeName // 'B4'
 */
export function recordOf(facts: PrintFacts, outcome: PrintOutcome, stops: readonly RecordedStop[]): RunRecord | null {
  const { sheet, page } = outcome
  if (!sheet || !page) return null
  const { width, length } = sheet.sheet
  return {
    sheet: {
      ...{ sheet: { width, length }, roll: sheet.roll, overspray: sheet.overspray, enlargement: sheet.enlargement },
      ...{ borderless: sheet.borderless, area: sheet.area, frame: sheet.frame },
    },
    sizeName: facts.size?.name ?? null,
    enlargement: facts.print.enlargement,
    corrected: sheet.corrected,
    figures: sheet.check ? { source: 'checked', ...sheet.check } : { source: 'declared' },
    pieces: outcome.pieces.flatMap((p, i): readonly RecordedPiece[] => {
      const picture = facts.pictures[i]
      if (!p || !picture) return []
      const { quarter, crop, asked, sent, onPaper, tolerance, ppi, cutOff, slivers, reaches, inkedMm2 } = p
      const { rect, full, lossPercent } = p.placed
      return [
        {
          ...{ quarter, crop, asked, sent, onPaper, tolerance, ppi, cutOff, slivers, reaches, inkedMm2 },
          picture: { id: picture.id, name: picture.name, width: picture.width, height: picture.height },
          placed: { rect, full, lossPercent },
        },
      ]
    }),
    lines: outcome.charge?.lines ?? [],
    spent: outcome.charge?.spent ?? NOTHING_SPENT,
    inkMl: outcome.charge?.inkMl ?? null,
    unknown: outcome.charge?.unknown ?? [],
    stops,
    page,
    print: facts.print,
    shares: null,
  }
}
