import type { ColourCheck } from '@/core/colour/colour-check'
import type { GateFinding } from '@/core/gate/gate'
import type { Um } from '@/core/length/length'
import type { ScreenFlaw } from '@/core/paper/trial'
import type { NotTaken } from '@/core/print/delivery'
import type { BorderlessClosed } from '@/core/printer/closed'
import type { DarknessKnown } from '@/core/printer/darkness'
import type { BlackInk } from '@/core/printer/facts'
import type { EdgeName } from '@/core/sheet/sheet'
import type { SizeProblem } from '@/core/sizes/fit'
import type { PieceBody } from '@/core/slip/body'
import type { CheckDue, PictureFacts, PrintFacts } from '@/core/slip/facts'
import type { PieceOutcome, PrintOutcome } from '@/core/slip/outcome'
import type { CurveDoubt } from '@/core/tone/use'

export type Level = 'stop' | 'caution' | 'fine'

/** A paper in one form. Lengths um. */
export type PaperForm = {
  readonly paper: string
  readonly kind: 'sheet' | 'roll'
  readonly width: Um
  readonly length: Um
}

/** What a check found, as data: a code with its figures. The words stand in `words`. */
export type Found =
  | { readonly code: 'picture_missing' | 'preset_missing' | 'sheet_missing' }
  | { readonly code: 'picture_decodes' }
  | { readonly code: 'picture_broken'; readonly name: string }
  | { readonly code: 'picture_unproven'; readonly name: string }
  | { readonly code: 'file_size_taken'; readonly widthUm: Um; readonly heightUm: Um }
  | { readonly code: 'file_states_no_size'; readonly name: string }
  | { readonly code: 'resolution'; readonly ppi: number; readonly limit: number; readonly sharpFromUm: number }
  | { readonly code: 'inside_area' }
  | { readonly code: 'margin_cut'; readonly edge: EdgeName; readonly byUm: Um; readonly others: number }
  | { readonly code: 'size_offered' }
  | { readonly code: 'size_retired'; readonly name: string }
  | {
      readonly code: 'size_changed'
      readonly name: string
      readonly shortUm: Um
      readonly longUm: Um
      readonly nowShortUm: Um
      readonly nowLongUm: Um
    }
  | { readonly code: 'allowed' }
  | { readonly code: 'closed'; readonly preset: string; readonly by: readonly GateFinding[] }
  | { readonly code: 'size_fits'; readonly feed: string }
  | { readonly code: 'size_impossible'; readonly feed: string; readonly problem: SizeProblem }
  | { readonly code: 'borderless_possible' }
  | { readonly code: 'always_borderless'; readonly feed: string }
  | { readonly code: 'borderless_closed'; readonly feed: string; readonly why: BorderlessClosed }
  | { readonly code: 'borderless_not_in_preset'; readonly preset: string }
  | { readonly code: 'edges_covered' }
  | { readonly code: 'row_drifts'; readonly first: number; readonly last: number; readonly byUm: Um }
  | { readonly code: 'sliver'; readonly edge: EdgeName; readonly byUm: Um; readonly others: number }
  | { readonly code: 'size_as_fed' }
  | { readonly code: 'size_turned'; readonly widthUm: Um; readonly lengthUm: Um }
  | { readonly code: 'enlargement_corrected' }
  | {
      readonly code: 'enlargement_left'
      readonly acrossPercent: number
      readonly alongPercent: number
      readonly lossUm: Um
    }
  | { readonly code: 'profile_present'; readonly name: string }
  | { readonly code: 'profile_missing'; readonly preset: string }
  | { readonly code: 'profile_retired'; readonly name: string; readonly preset: string }
  | { readonly code: 'profile_stale'; readonly name: string; readonly printer: string; readonly since: string }
  | { readonly code: 'profile_other_seal'; readonly name: string; readonly madeWith: string; readonly seal: string }
  | { readonly code: 'copies_usual' }
  | { readonly code: 'copies_many'; readonly copies: number; readonly usual: number }
  | { readonly code: 'paper_in_stock' }
  | {
      readonly code: 'paper_out'
      readonly needed: number
      readonly left: number
      readonly roll: boolean
      /** of a roll: others of its width that are long enough, by their numbers, and how many are not opened yet */
      readonly wouldDo?: { readonly rolls: readonly number[]; readonly unopened: number }
    }
  | { readonly code: 'paper_unknown'; readonly paper: string }
  | { readonly code: 'colour_described' }
  | { readonly code: 'colour_unknown'; readonly grey: boolean }
  | { readonly code: 'conversion'; readonly result: ColourCheck }
  | { readonly code: 'black_held' }
  | { readonly code: 'black_swap'; readonly holds: BlackInk; readonly needs: BlackInk; readonly printer: string }
  | { readonly code: 'upkeep_done' }
  | {
      readonly code: 'upkeep_due'
      readonly printer: string
      readonly kind: string
      readonly days: number | null
      readonly since?: string
      /** what the last check found, where it did not find all well */
      readonly gaps?: string
    }
  | { readonly code: 'inks_held' }
  | { readonly code: 'other_inks'; readonly printer: string; readonly holds: string; readonly named: string }
  | { readonly code: 'grown_to_cover'; readonly percent: number }
  | { readonly code: 'edge_checked'; readonly number: number }
  | { readonly code: 'edge_unchecked'; readonly feed: string; readonly borderless: boolean; readonly queue: string }
  | { readonly code: 'colour_note'; readonly name: string; readonly note: string; readonly asks: boolean }
  | { readonly code: 'screen_doubtful'; readonly name: string; readonly flaws: readonly ScreenFlaw[] }
  | { readonly code: 'screen_measured'; readonly name: string }
  | { readonly code: 'darkness_known' }
  | {
      readonly code: 'darkness_out'
      readonly is: number
      readonly least: number
      readonly most: number
      readonly step: number
      readonly queue: string
    }
  | { readonly code: 'tone_checked'; readonly number: number; readonly strength: number | null }
  | { readonly code: 'tone_unchecked'; readonly preset: string }
  | {
      readonly code: 'tone_other_darkness'
      readonly is: number
      readonly checked: readonly number[]
      readonly names?: DarknessKnown['names']
    }
  | { readonly code: 'tone_colour'; readonly number: number }
  | { readonly code: 'tone_doubtful'; readonly number: number; readonly doubts: readonly CurveDoubt[] }
  | { readonly code: 'tone_stale'; readonly number: number; readonly since: string }
  | { readonly code: 'printer_agrees' }
  | {
      readonly code: 'printer_says'
      readonly feed: string
      readonly noted: string | null
      readonly mediaSetting: string | null
      readonly roll: boolean
      readonly widthUm: Um
      readonly lengthUm: Um
    }
  | { readonly code: 'nothing_left_set' }
  | {
      readonly code: 'left_set'
      readonly printer: string
      readonly what: string
      readonly is: string
      readonly since: number | null
    }
  | { readonly code: 'paper_loaded' }
  | { readonly code: 'other_paper'; readonly feed: string; readonly holds: PaperForm; readonly wants: PaperForm }
  | { readonly code: 'leaves_ink' }
  | { readonly code: 'no_ink'; readonly margins: boolean }
  | { readonly code: 'turned_saves'; readonly isUm: Um; readonly insteadUm: Um }
  | { readonly code: 'taken' }
  | { readonly code: 'not_taken'; readonly queue: string; readonly why: NotTaken }
  | { readonly code: 'edge_check_due'; readonly number: number; readonly due: CheckDue }

export type Finding = {
  readonly check: string
  readonly level: Level
  /** which piece it speaks of, from 1; null: the print, or its only piece */
  readonly piece: number | null
} & Found

/** What a check answers; `null`: it does not apply. */
export type Answer = { readonly level: Level; readonly found: Found } | null

/** One piece of a print with its picture and what becomes of it, where there are such. */
export type PieceSeen = {
  readonly piece: PieceBody
  readonly picture: PictureFacts | null
  readonly laid: PieceOutcome | null
}

type Named = {
  readonly id: string
  /** what it looks at, for the list of fine ones */
  readonly about: string
}

/** One check before printing: pure, from a print and its outcome; asked once for the print, or once for each piece. */
export type Check = Named &
  (
    | { readonly of: 'print'; readonly run: (facts: PrintFacts, outcome: PrintOutcome) => Answer }
    | {
        readonly of: 'piece'
        readonly run: (seen: PieceSeen, facts: PrintFacts, outcome: PrintOutcome) => Answer
      }
  )

/**
 * What a check answers.
 * @example found('fine', { code: 'inside_area' }) // { level: 'fine', found: { code: 'inside_area' } }
 */
export const found = <L extends Level>(level: L, what: Found): { readonly level: L; readonly found: Found } => ({
  level,
  found: what,
})
