import type { Paper } from '@/contract/views/paper'
import { sameSheet, withShelf } from '@/core/sizes/shelf'
import type { SheetChoice } from '@/core/slip/body'
import { sayForm } from '@/core/words/paper-form'
import type { Db } from '@/server/db/open'
import { listStocks } from './papers'
import { unitOfRoom } from './room'
import { everySize } from './sizes'

/** A sheet or roll that the room keeps of a paper, and how a print asks for it. */
export type ChosenSheet = { readonly says: string; readonly choice: SheetChoice }

/** What can be printed on of a paper, in the order of its stock: sheets of sizes that only the shelf knows among them. */
export function sheetChoices(db: Db, paper: Pick<Paper, 'stocks'>): readonly ChosenSheet[] {
  const unit = unitOfRoom(db)
  const sizes = withShelf(everySize(db), listStocks(db))
  return paper.stocks.flatMap((s): readonly ChosenSheet[] => {
    const says = sayForm(s.kind, s.width, s.length, unit)
    if (s.kind === 'roll') return [{ says, choice: { kind: 'cut', width: s.width, length: 'auto' } }]
    const size = sizes.find((z) => sameSheet(z, { short: s.width, long: s.length }))
    return size ? [{ says, choice: { kind: 'size', sizeId: size.id } }] : []
  })
}
