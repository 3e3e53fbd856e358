import type { Um } from '@/core/length/length'
import type { Minor } from '@/core/money/money'
import type { Kept, Light, ScreenReading, TrialFlaw } from '@/core/paper/trial'
import type { Surface } from '@/core/printer/facts'
import type { StockOnShelf } from '@/core/slip/catalogue'
import type { PaperWhite } from '../paper'

/** An opened roll, as its ledger is kept; lengths um. */
export type OpenRoll = {
  readonly id: string
  readonly number: number
  readonly left: Um
  /** what it had when it was opened */
  readonly first: Um
  /** of its tube, and of its paper where that was taken on this roll; null: nobody has said */
  readonly core: Um | null
  readonly thickness: Um | null
  /** what it cost; null: nobody has said */
  readonly price: Minor | null
  /** the printer that it is noted as loaded in; null: it is on the shelf */
  readonly inPrinter: string | null
  /** lines of its ledger */
  readonly moves: number
  readonly revision: number
}

/** A roll that is used up or put away. */
export type FinishedRoll = Pick<OpenRoll, 'id' | 'number' | 'first' | 'price' | 'revision'> & {
  readonly at: number
  /** what runs took of it, and what was thrown away at its end */
  readonly printed: Um
  readonly thrown: Um
}

/** A stock as it is edited. */
export type Stock = Omit<StockOnShelf, 'rolls'> & {
  readonly revision: number
  /** lines of its ledger */
  readonly moves: number
  readonly rolls: readonly OpenRoll[]
  /** the last ones, the newest first */
  readonly finished: readonly FinishedRoll[]
}

/** What a stock cost from a time on; null: nobody had said. */
export type StockPriceEntry = { readonly validFrom: number; readonly pack: number; readonly price: Minor | null }

/** What happened to a roll: its length is their sum. */
export type RollMove = {
  readonly at: number
  readonly kind: 'loaded' | 'run' | 'trimmed' | 'cut by hand' | 'test' | 'corrected'
  readonly delta: Um
  /** what took it; null: no run did */
  readonly run: { readonly id: string; readonly number: number } | null
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
