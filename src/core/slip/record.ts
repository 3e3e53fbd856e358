import type { ChargeLine } from '@/core/charge/charge'
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
  /** null: nobody could say */
  readonly inkMl: number | null
  /** lines of the charge that nobody could say */
  readonly unknown: readonly ('paper' | 'ink')[]
  readonly stops: readonly RecordedStop[]
  readonly page: Page
  /** what was asked, as it was then; null in records from before it was kept */
  readonly print: PrintBody | null
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
    inkMl: outcome.charge?.inkMl ?? null,
    unknown: outcome.charge?.unknown ?? [],
    stops,
    page,
    print: facts.print,
  }
}
