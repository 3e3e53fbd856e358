import type { ShelfItem } from '@/contract/shelf'
import type { LengthUnit, Um } from '@/core/length/length'
import { writeNumber } from '@/core/length/write'
import type { Surface } from '@/core/printer/facts'
import { countOf } from '@/core/words/count'
import { sayForm } from '@/core/words/paper-form'

/** One thing that can be put into a feed: a stock of sheets, or one opened roll. */
export type ShelfPick = {
  readonly stockId: string
  readonly rollId: string | null
  readonly kind: 'sheet' | 'roll'
  readonly width: Um
  readonly length: Um
  readonly surface: Surface
  readonly label: string
}

/** What can be put into feeds, a line each: sheets with their count, every opened roll with what is left. */
export function shelfPicks(shelf: readonly ShelfItem[], unit: LengthUnit): readonly ShelfPick[] {
  return shelf.flatMap((s): readonly ShelfPick[] => {
    const { stockId, kind, width, length, surface } = s
    const name = `${s.paperName}, ${sayForm(kind, width, length, unit)}`
    return kind === 'roll'
      ? s.rolls.map((r) => ({
          ...{ stockId, rollId: r.id, kind, width, length, surface },
          label: `${name} ${r.number}, ${writeNumber(r.left / 1e6, 1)} m left`,
        }))
      : [{ ...{ stockId, rollId: null, kind, width, length, surface }, label: `${name}, ${countOf(s.count, 'sheet')}` }]
  })
}
