import type { Um } from '@/core/length/length'
import type { Surface } from '@/core/printer/facts'

/** Paper on the shelf that can be put into a feed: sheets of one size, or the opened rolls of one. */
export type ShelfItem = {
  readonly stockId: string
  readonly paperName: string
  readonly surface: Surface
  readonly kind: 'sheet' | 'roll'
  readonly width: Um
  readonly length: Um
  readonly count: number
  readonly rolls: readonly { readonly id: string; readonly number: number; readonly left: Um }[]
}
