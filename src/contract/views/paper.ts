import type { Um } from '@/core/length/length'
import type { Minor } from '@/core/money/money'
import type { Surface } from '@/core/printer/facts'
import type { StockOnShelf } from '@/core/slip/catalogue'

/** A stock as it is edited. */
export type Stock = StockOnShelf & { readonly revision: number }

/** What a stock cost from a time on; null: nobody had said. */
export type StockPriceEntry = { readonly validFrom: number; readonly pack: number; readonly price: Minor | null }

/** What happened to a roll: its length is their sum. */
export type RollMove = {
  readonly at: number
  readonly kind: 'loaded' | 'run' | 'trimmed' | 'cut by hand' | 'corrected'
  readonly delta: Um
  readonly note: string
}

export type Paper = {
  readonly id: string
  readonly number: number
  readonly maker: string
  readonly name: string
  readonly surface: Surface
  readonly weight: number | null
  readonly thickness: Um | null
  readonly note: string
  readonly revision: number
  readonly stocks: readonly Stock[]
}
