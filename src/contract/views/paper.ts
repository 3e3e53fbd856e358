import type { Um } from '@/core/length/length'
import type { Surface } from '@/core/printer/facts'
import type { StockOnShelf } from '@/core/slip/catalogue'

/** A stock as it is edited. */
export type Stock = StockOnShelf & { readonly revision: number }

export type Paper = {
  readonly id: string
  readonly number: number
  readonly maker: string
  readonly name: string
  readonly surface: Surface
  readonly weight: number
  readonly thickness: Um
  readonly note: string
  readonly revision: number
  readonly stocks: readonly Stock[]
}
