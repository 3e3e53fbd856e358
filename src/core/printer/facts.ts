import type { Um } from '@/core/length/length'
import type { Minor } from '@/core/money/money'
import type { Literal, Rule } from '@/core/rules/rules'
import type { Edges } from '@/core/sheet/sheet'
import type { FeedLimits } from '@/core/sizes/fit'

/** How ink sits on a paper, in the trade's words: what a room's own list of surfaces starts with. */
export const SURFACES: readonly Surface[] = [
  ...['gloss', 'lustre', 'baryta', 'matte', 'textured', 'canvas', 'film', 'transfer', 'plain', 'card'],
]
/** One of the room's own list. */
export type Surface = string

export type BlackInk = 'photo' | 'matte'

/** One paper path of a printer. Lengths um. */
export type Feed = FeedLimits & {
  readonly id: string
  readonly name: string
  readonly sheetsAtATime: number
  readonly minThickness: Um
  readonly maxThickness: Um
  /** g/m2; 0 and 2000 where the maker gives none */
  readonly minWeight: number
  readonly maxWeight: number
  /** what a piece cut by hand needs to be held at its end, beyond the print */
  readonly extraLength: Um
  /** how to load it, a sentence per step */
  readonly loading: readonly string[]
  /** what the machine shows once it is loaded, and what to press then */
  readonly message?: string
  /** a picture of how it is loaded */
  readonly pictureId: string | null
}

/** Declared figures of one feed as one queue drives it. */
export type QueueFeed = {
  readonly feedId: string
  /** margins by size class: the first row whose `upToWidth` is null or not below the sheet's width holds */
  readonly margins: readonly { readonly upToWidth: Um | null; readonly margins: Edges }[]
  readonly borderless: Borderless | null
  /** declared: how far a sheet may land from true */
  readonly driftAcross: Um
  readonly driftAlong: Um
}

export type Borderless = {
  readonly overspray: Edges
  /** sheet or roll widths that it prints borderless at; empty: every width */
  readonly widths: readonly Um[]
  /** media settings that allow it; empty: every one */
  readonly mediaSettings: readonly string[]
  /** the printer always prints to the edges here: there are no prints with margins */
  readonly always?: boolean
}

/** The printer's quality step. `rank` 1 is the coarsest. */
export type Quality = {
  readonly id: string
  readonly name: string
  readonly rank: number
  readonly ppi: number
}

/** What printing a square metre takes at one quality; null: nobody has said. */
export type Rate = { readonly minutesPerM2: number | null; readonly mlPerM2: number | null }

/** The printer's own name for a kind of paper. */
export type MediaSetting = {
  readonly id: string
  readonly name: string
  readonly group: string
  readonly surfaces: readonly Surface[]
  /** empty where the printer has no blacks to choose from */
  readonly blacks: readonly BlackInk[]
  /** per cent of full ink, by black ink */
  readonly inkLimit: Readonly<Partial<Record<BlackInk, number>>>
  readonly longest: Um | null
  /** qualities that this setting offers, with what they take */
  readonly rates: Readonly<Record<string, Rate>>
}

/** A step of the queue's own dialog, in its order. */
export type DialogStep = {
  readonly id: string
  /** what the dialog calls it: the room's data */
  readonly label: string
  /** the option of ours that is set here, or null for a step such as "scaling off" */
  readonly option: string | null
  /** fixed instruction when no option of ours is set here */
  readonly set: string | null
  /** steps that must be chosen before this one shows or takes effect */
  readonly after: readonly string[]
  /** some dialogs fall back in silence: it is set afresh each time, whatever the dialog says */
  readonly setAfresh: boolean
  /** what the dialog calls our values, by their ids, where it calls them otherwise */
  readonly words?: Readonly<Record<string, string>>
  /** it is there only while this holds */
  readonly shows?: Literal | null
}

/** What a queue can do: the keeper's knowledge about one way to drive a printer. */
export type QueueFacts = {
  readonly feeds: readonly QueueFeed[]
  readonly qualities: readonly Quality[]
  readonly mediaSettings: readonly MediaSetting[]
  readonly colourModes: readonly ColourMode[]
  /** none only where there is no colour mode `colour` */
  readonly printerColours: readonly PrinterColour[]
  readonly topcoats: readonly string[]
  readonly twoWayBelowRank: number | null
  /** at which qualities 16 bits are taken */
  readonly sixteenBit: 'best' | 'any'
  /** the surfaces that topcoat lies on, and the black that it goes over; no surface: every one; null: either black */
  readonly topcoatOn: { readonly surfaces: readonly Surface[]; readonly black: BlackInk | null }
  /** surfaces that are printed mirrored */
  readonly mirrorOn: readonly Surface[]
  /** what is used is counted in sheets, each at this price, and not in millilitres; null: ink by the area */
  readonly perSheet: Minor | null
  readonly nativePpi: number
  readonly dialog: readonly DialogStep[]
  /** options of the room's own that its printer has */
  readonly ownOptions: readonly OwnOption[]
  /** the keeper's own table of rules, beside those that follow from the facts */
  readonly rules: readonly Rule[]
  /** advice that closes nothing */
  readonly notes: readonly Note[]
  /** of the printer's own black-and-white way */
  readonly darkness: Darkness
  /** what the printer calls feeds, media settings and qualities when it is spoken to */
  readonly ipp: IppWords
}

/** The whole numbers that a queue takes for darkness: from, to, in steps. */
export type Darkness = { readonly least: number; readonly most: number; readonly step: number }

/** What most printers do, where nobody said otherwise; each can be said otherwise. */
export const USUAL_FACTS = {
  sixteenBit: 'best',
  topcoatOn: { surfaces: ['gloss'], black: 'photo' },
  mirrorOn: ['transfer'],
  perSheet: null,
} as const satisfies Pick<QueueFacts, 'sixteenBit' | 'topcoatOn' | 'mirrorOn' | 'perSheet'>

/** Where nobody said otherwise. */
export const ANY_DARKNESS: Darkness = { least: -20, most: 20, step: 1 }

/**
 * The printer's own keywords (PWG 5100.7 and RFC 8011) by the room's ids: media-source by feed, media-type by media
 * setting, print-quality by quality. A media setting that is not named here goes by its id.
 */
export type IppWords = {
  readonly sources: Readonly<Record<string, string>>
  readonly types: Readonly<Record<string, string>>
  readonly qualities: Readonly<Record<string, 3 | 4 | 5>>
}

export const NO_WORDS: IppWords = { sources: {}, types: {}, qualities: {} }

/**
 * print-quality by rank where nothing is said: the coarsest is draft, the finest high, what lies between normal.
 * @example printQuality({ qualities: [{ id: 'a', rank: 1 }, { id: 'b', rank: 2 }], ipp: NO_WORDS }, 'b') // 5
 */
export function printQuality(facts: Pick<QueueFacts, 'qualities' | 'ipp'>, qualityId: string): 3 | 4 | 5 {
  const said = facts.ipp.qualities[qualityId]
  if (said) return said
  const ranks = facts.qualities.map((q) => q.rank)
  const rank = facts.qualities.find((q) => q.id === qualityId)?.rank ?? 0
  if (ranks.length > 1 && rank === Math.max(...ranks)) return 5
  return ranks.length > 2 && rank === Math.min(...ranks) ? 3 : 4
}

/** An option of the room's own; `inSeal`: it decides how ink lands, so a change of it is a new seal. */
export type OwnOption = {
  readonly id: string
  readonly name: string
  readonly values: readonly { readonly id: string; readonly name: string }[]
  readonly inSeal: boolean
}

/** Shown beside an option while `when` holds. */
export type Note = { readonly id: string; readonly when: Literal; readonly beside: string; readonly says: string }

/** IPP print-color-mode, as far as a queue offers it: colour, or the printer's own black-and-white way. */
export const COLOUR_MODES = ['colour', 'monochrome'] as const
export type ColourMode = (typeof COLOUR_MODES)[number]

/** What the printer does to colour by itself, in colour mode `colour`. */
export const PRINTER_COLOURS = ['off', 'own', 'driver profile'] as const
export type PrinterColour = (typeof PRINTER_COLOURS)[number]

/**
 * Declared margins for a sheet of this width. @throws when the facts hold no row: a bug of the contract's schema.
 * @example declaredMargins({ margins: [{ upToWidth: 220000, margins: sameEdges(3) }, { upToWidth: null, margins: sameEdges(5) }] }, 300000).left // 5
 */
export function declaredMargins(feed: QueueFeed, width: Um): Edges {
  const row = feed.margins.find((m) => m.upToWidth === null || width <= m.upToWidth)
  if (!row) throw new Error(`feed ${feed.feedId} has no margins for a width of ${width} um`)
  return row.margins
}
