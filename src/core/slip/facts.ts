import type { StockPrice, Tariff } from '@/core/charge/charge'
import type { EdgeFigures } from '@/core/edge/figures'
import type { GateFinding } from '@/core/gate/gate'
import type { Um } from '@/core/length/length'
import type { Minor } from '@/core/money/money'
import type { ScreenFlaw } from '@/core/paper/trial'
import type { StatedSize } from '@/core/placing/file-size'
import type { DialogWalk } from '@/core/preset/dialog'
import type { Settings } from '@/core/preset/settings'
import type { DarknessKnown } from '@/core/printer/darkness'
import type { BlackInk, Feed, MediaSetting, OwnOption, Quality, QueueFeed, Surface } from '@/core/printer/facts'
import type { SaysInstead, SetAtPrinter } from '@/core/printer/heard'
import type { Takes } from '@/core/printer/takes'
import type { ToneFacts } from '@/core/tone/use'
import type { PrintBody, SlipHead } from './body'

export type PictureFacts = {
  readonly id: string
  readonly name: string
  /** after the file's own orientation */
  readonly width: number
  readonly height: number
  readonly grey: boolean
  readonly bits: number
  /** the embedded profile's description, null when there is none */
  readonly profile: string | null
  /** SHA-256 and ICC device class of the embedded profile, where they were noted */
  readonly profileSha?: string | null
  readonly profileClass?: string | null
  /** what is odd about how the file describes its colours: it counts as untagged */
  readonly colourNote?: string | null
  /** somebody has to say first that it may count as untagged */
  readonly colourAsks?: boolean
  /** the size that the file states of itself, upright; null or left away: it states none */
  readonly stated?: StatedSize | null
  /** null while the file has not been decoded to its end yet */
  readonly decoded: boolean | null
}

export type PaperFacts = {
  readonly id: string
  readonly name: string
  readonly surface: Surface
  /** null: nobody has said */
  readonly thickness: Um | null
}

/** Why an edge check has to be made again. */
export type CheckDue =
  | { readonly why: 'age'; readonly days: number }
  | { readonly why: 'upkeep'; readonly kind: string }
  /** runs that were measured lie off what it promised by more than chance; um to the right, um towards the trail */
  | { readonly why: 'shift'; readonly runs: number; readonly across: Um | null; readonly along: Um | null }

/** What lies in a feed. Width across or short edge; length of a sheet, or of a new roll. */
export type LoadedFacts = {
  readonly paperId: string
  readonly paperName: string
  readonly kind: 'sheet' | 'roll'
  readonly width: Um
  readonly length: Um
  readonly stockId?: string
  readonly rollId: string | null
}

/** A version with everything that it points to. */
/** What a version points to and the room does not have any more. */
export type Lost = 'queue' | 'feed' | 'paper' | 'media setting' | 'quality'

/** A version that cannot print any more, and why. */
export type BrokenVersion = {
  readonly id: string
  readonly presetName: string
  readonly number: number
  readonly lost: readonly Lost[]
}

export type VersionFacts = {
  readonly id: string
  readonly presetName: string
  readonly number: number
  readonly seal: string
  readonly settings: Settings
  readonly printerName: string
  readonly queueName: string
  readonly feed: Feed
  readonly queueFeed: QueueFeed
  readonly mediaSetting: MediaSetting
  readonly quality: Quality
  readonly nativePpi: number
  /** the price of a sheet's ink, where use is counted in sheets */
  readonly perSheet?: Minor | null
  /** the queue's own dialog, walked with its settings */
  readonly dialog?: DialogWalk
  /** the room's own options at this queue, for their names */
  readonly ownOptions: readonly OwnOption[]
  readonly paper: PaperFacts
  /** null: the profile that the version names is not in the room; absent from an untouched version */
  readonly profile: {
    readonly name: string
    /** the seals that it was made with; none: nobody said */
    readonly seals: readonly string[]
    readonly grey: boolean
    readonly sha?: string
    /** no longer offered; its file is kept and still used */
    readonly retired?: boolean
    /** what was done to the printer after it was made; left away: nothing */
    readonly staleSince?: string | null
  } | null
  /** what the newest edge check of this queue and feed found, by edge; null where none was made */
  readonly checked: { readonly margins: EdgeFigures | null; readonly borderless: EdgeFigures | null }
  /** why an edge check of this queue and feed is due again, by edge; null: it is not, or none was made */
  readonly checkDue: { readonly margins: CheckDue | null; readonly borderless: CheckDue | null }
  /** what is noted as loaded in the version's feed; null: nothing is */
  readonly loaded?: LoadedFacts | null
  /** what the printer says is in that feed, where it is not what is noted and nobody looked yet */
  readonly says?: SaysInstead | null
  /** what somebody left set at the printer and this version wants otherwise */
  readonly setAtPrinter?: readonly SetAtPrinter[]
  /** what tone checks of its seal say; left away: nobody asked */
  readonly tone?: ToneFacts
  /** what darkness the queue knows, and what its dialog calls it */
  readonly darkness?: DarknessKnown
  /** the black ink that the printer holds now; null when nothing is known */
  readonly holdsBlack: BlackInk | null
  /** what the printer told that it takes; null: it has no address, or was not asked */
  readonly takes?: Takes | null
  /** what closes it by today's rules, facts and parts; nothing speaks against it where it is empty or left away */
  readonly closed?: readonly GateFinding[]
  /** what closes it at single sizes, by the size's id */
  readonly closedSizes?: Readonly<Record<string, readonly GateFinding[]>>
  /** upkeep of the printer that is due; `days` since the last, null when it was never noted */
  readonly due: readonly {
    readonly kind: string
    readonly days: number | null
    readonly since?: string
    readonly gaps?: string
  }[]
  /** the ink set that its printer holds now */
  readonly holdsInkSet?: string
}

/** Sheets or roll in this room that fit the slip's sheet and paper. */
export type StockFacts = {
  readonly id: string
  /** of the stock, or of the opened roll that the print comes from */
  readonly price: StockPrice
  /** sheets on the shelf, or um left on the roll in use */
  readonly left: number
  /** the roll that the print comes from; null: none is open */
  readonly rollId?: string | null
  /** other rolls of the same paper and width that are open: number and um left; rolls that are not opened yet */
  readonly otherRolls?: readonly { readonly number: number; readonly left: Um }[]
  readonly unopened?: number
}

export type RoomFacts = {
  readonly stopPpi: number
  readonly cautionPpi: number
  readonly usualCopies: number
}

/**
 * By which rules facts are read. 1: a print of a given size lies on a roll as its picture does. 2: it is turned when that
 * takes less of the roll. A print that was made under older rules is drawn and priced by them for ever.
 */
export const RULES = 2

type SizeFacts = {
  readonly name: string
  readonly short: Um
  readonly long: Um
  readonly retired?: boolean
}

/** A screen of the room as a judge of prints. */
export type JudgedOn = { readonly id: string; readonly name: string; readonly flaws: readonly ScreenFlaw[] }

/** Everything that the outcome of one print depends on. */
export type PrintFacts = {
  readonly rules: number
  readonly slip: SlipHead
  /** the screen on which its pictures were judged, with what speaks against it as a judge now; left away: none is named */
  readonly screen?: JudgedOn | null
  readonly print: PrintBody
  /** the pictures of its pieces, in their order; null: none is chosen, or it is not in the room */
  readonly pictures: readonly (PictureFacts | null)[]
  readonly version: VersionFacts | null
  readonly size:
    | (SizeFacts & {
        /** the version of this size that came after the one that the print names */
        readonly newer?: SizeFacts
      })
    | null
  readonly stock: StockFacts | null
  readonly tariff: Tariff
  readonly room: RoomFacts
}
