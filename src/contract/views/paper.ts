import type { Um } from '@/core/length/length'
import type { Minor } from '@/core/money/money'
import type { Kept, Light, ScreenReading, TrialFlaw } from '@/core/paper/trial'
import type { Surface } from '@/core/printer/facts'
import type { StockOnShelf } from '@/core/slip/catalogue'
import type { PaperWhite } from '../paper'

/** A stock as it is edited. */
export type Stock = StockOnShelf & { readonly revision: number }

/** What a stock cost from a time on; null: nobody had said. */
export type StockPriceEntry = { readonly validFrom: number; readonly pack: number; readonly price: Minor | null }

/** What happened to a roll: its length is their sum. */
export type RollMove = {
  readonly at: number
  readonly kind: 'loaded' | 'run' | 'trimmed' | 'cut by hand' | 'test' | 'corrected'
  readonly delta: Um
  readonly note: string
}

/** A screen of the room with its newest measurement; null: it was never measured. */
export type ScreenView = {
  readonly id: string
  readonly number: number
  readonly name: string
  readonly note: string
  readonly revision: number
  readonly newest: (ScreenReading & { readonly instrument: string }) | null
}

/** What somebody tried on a paper, and what was seen. */
export type TrialView = {
  readonly id: string
  readonly number: number
  readonly at: number
  readonly by: string
  readonly revision: number
  readonly queueId: string
  readonly queueName: string
  readonly mediaSettingId: string
  readonly mediaSettingName: string
  /** the run that was judged, with the version it was printed by */
  readonly run: { readonly id: string; readonly number: number; readonly version: string } | null
  readonly printed: string
  readonly light: Light
  readonly screenName: string | null
  readonly seen: string
  readonly kept: Kept
  readonly flaws: readonly TrialFlaw[]
}

/** What was printed on a paper lately. */
export type PaperDeeds = {
  readonly days: number
  readonly good: number
  readonly spoiled: number
  readonly mm2: number
  /** sheets, or um of roll, that runs took of each stock in these days, by the stock */
  readonly used: Readonly<Record<string, number>>
  /** the newest runs on it, of any day */
  readonly newest: readonly RunOnPaper[]
}

/** A run as a trial of its paper names it. */
export type RunOnPaper = {
  readonly id: string
  readonly number: number
  readonly at: number
  readonly title: string
  readonly outcome: string
  readonly queueId: string
  readonly mediaSettingId: string
}

/** A way of a proof sheet that somebody chose: its newest run, and what stands below its picture. */
export type WayChosen = { readonly run: RunOnPaper; readonly says: string }

export type Paper = {
  readonly id: string
  readonly number: number
  readonly maker: string
  readonly name: string
  readonly surface: Surface
  readonly weight: number | null
  readonly thickness: Um | null
  readonly white: PaperWhite | null
  readonly note: string
  readonly revision: number
  readonly stocks: readonly Stock[]
}
