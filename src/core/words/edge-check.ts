import type { LengthName, ReadingFault } from '@/core/edge/readings'
import type { Outlier } from '@/core/edge/solve'
import type { LengthUnit } from '@/core/length/length'
import { um } from '@/core/length/length'
import { writeLength } from '@/core/length/write'
import { absurd } from '@/core/result/result'
import { EDGE_WORDS } from './checks'

/** Where a length on a ruler sheet is measured. */
export const LENGTH_WORDS: Readonly<Record<LengthName, string>> = {
  'left to A': 'left edge to cross A',
  'left to C': 'left edge to cross C',
  'lead to A': 'lead edge to cross A',
  'A to B': 'cross A to cross B',
  'A to C': 'cross A to cross C',
}

/**
 * Why readings cannot be solved, with the value and a way out.
 * @example sayReadingFault({ code: 'missing', sheet: 2, edge: 'trail' }, 'mm') // 'Sheet 2: the trail edge was not read. Read its tick, or leave the sheet out.'
 */
export function sayReadingFault(f: ReadingFault, unit: LengthUnit): string {
  switch (f.code) {
    case 'none':
      return 'No sheet has been read yet. Read at least one: the first tick that shows at each of its four edges.'
    case 'unmeasured':
      return `Ticks alone do not tell where the page lies: measure ${f.lengths.map((l) => `from the ${LENGTH_WORDS[l]}`).join(' and ')} on at least one sheet, on three for the drift.`
    case 'off_ruler':
      return `Sheet ${f.sheet}, ${EDGE_WORDS[f.edge]}: the very first tick shows, so the margin may be smaller than the ruler goes (${writeLength(f.at, unit)}). Enter a smaller margin for this feed on the printer’s page, then print a new ruler sheet.`
    case 'missing':
      return `Sheet ${f.sheet}: the ${EDGE_WORDS[f.edge]} was not read. Read its tick, or leave the sheet out.`
    case 'tick':
      return `Sheet ${f.sheet}, ${EDGE_WORDS[f.edge]}: there is no tick ${f.tick}; the ruler goes from ${f.first} to ${f.last}. Count again from a number.`
    case 'length':
      return `Sheet ${f.sheet}, ${LENGTH_WORDS[f.name]}: ${writeLength(f.is, unit)} was read where about ${writeLength(f.about, unit)} is expected. Was it measured between other marks?`
    default:
      return absurd(f)
  }
}

const WHAT: Readonly<Record<Outlier['what'], string>> = {
  'place across': 'lies across',
  'place along': 'lies along',
  'length across': 'is across',
  'length along': 'is along',
  turn: 'is turned',
}

/**
 * A sheet that stands apart from the others.
 * @example sayOutlier({ sheet: 4, what: 'place across', by: 400 }, 'mm') // 'Sheet 4 lies across 0.4 mm away from the others: read it again, or leave it out if it fed badly.'
 */
export function sayOutlier(o: Outlier, unit: LengthUnit): string {
  const by = Math.abs(o.by)
  const size =
    o.what === 'place across' || o.what === 'place along'
      ? writeLength(um(by), unit)
      : `${(by / 1000).toFixed(1)} mm per metre`
  return `Sheet ${o.sheet} ${WHAT[o.what]} ${size} away from the others: read it again, or leave it out if it fed badly.`
}
