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
  /** paper and form, and which roll */
  readonly name: string
  /** its name with what is left */
  readonly label: string
}

/** What can be put into feeds, a line each: sheets with their count, every opened roll with what is left. */
export function shelfPicks(shelf: readonly ShelfItem[], unit: LengthUnit): readonly ShelfPick[] {
  return shelf.flatMap((s): readonly ShelfPick[] => {
    const { stockId, kind, width, length, surface } = s
    const form = `${s.paperName}, ${sayForm(kind, width, length, unit)}`
    const of = (rollId: string | null, name: string, left: string): ShelfPick => ({
      ...{ stockId, rollId, kind, width, length, surface, name },
      label: `${name}, ${left}`,
    })
    return kind === 'roll'
      ? s.rolls.map((r) => of(r.id, `${form} ${r.number}`, `${writeNumber(r.left / 1e6, 1)} m left`))
      : [of(null, form, countOf(s.count, 'sheet'))]
  })
}
