import type { StockFacts } from '@/core/slip/facts'
import { type Check, found } from './check'

export const copiesUsual: Check = {
  id: 'copies',
  about: 'the number of copies is a usual one',
  of: 'print',
  run: ({ print, room }) =>
    print.copies > room.usualCopies
      ? found('caution', { code: 'copies_many', copies: print.copies, usual: room.usualCopies })
      : found('fine', { code: 'copies_usual' }),
}

/** Upkeep that is overdue: the first kind in the printer's own order. */
export const upkeepDone: Check = {
  id: 'upkeep',
  about: 'nozzle check and other upkeep are not overdue',
  of: 'print',
  run: ({ version }) => {
    if (!version) return null
    const [due] = version.due
    return due
      ? found('caution', { code: 'upkeep_due', printer: version.printerName, ...due })
      : found('fine', { code: 'upkeep_done' })
  },
}

/** Rolls that are long enough, the shortest of them first: what is nearly used up is used up. */
function wouldDo({ otherRolls = [], unopened = 0, price }: StockFacts, needed: number) {
  const open = otherRolls.filter((r) => r.left >= needed).sort((a, b) => a.left - b.left)
  return {
    rolls: open.map((r) => r.number),
    unopened: price.kind === 'roll' && price.lengthUm >= needed ? unopened : 0,
  }
}

/** Sheets on the shelf, or um on the roll, against what all copies take. */
export const paperInStock: Check = {
  id: 'stock',
  about: 'there is paper for all copies',
  of: 'print',
  run: ({ print, stock, version }, { sheet }) => {
    if (!version || !sheet) return null
    if (print.again) return found('fine', { code: 'paper_in_stock' })
    if (!stock) return found('caution', { code: 'paper_unknown', paper: version.paper.name })
    const needed = sheet.roll ? sheet.sheet.length * print.copies : print.copies
    return needed > stock.left
      ? found('stop', {
          ...{ code: 'paper_out', needed, left: stock.left, roll: sheet.roll },
          ...(sheet.roll ? { wouldDo: wouldDo(stock, needed) } : {}),
        })
      : found('fine', { code: 'paper_in_stock' })
  },
}
