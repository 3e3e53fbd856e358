import type { Finding, Found, PaperForm } from '@/core/checks/check'
import { sayColour } from '@/core/colour/colour-check'
import { type LengthUnit, type Um, um } from '@/core/length/length'
import { measuredPair, tradeLength, tradePair, writeLength, writeNumber } from '@/core/length/write'
import type { ScreenFlaw } from '@/core/paper/trial'
import { sayNotTaken } from '@/core/print/delivery'
import type { BorderlessClosed } from '@/core/printer/closed'
import { sayDarkness } from '@/core/printer/darkness'
import { absurd } from '@/core/result/result'
import type { EdgeName } from '@/core/sheet/sheet'
import type { SizeProblem } from '@/core/sizes/fit'
import { sayCheckDue } from './check-due'
import { countOf, listed } from './count'
import { sayGate } from './gate'
import { sayForm } from './paper-form'
import { sayDoubt } from './tone-verdict'

/** Which rolls are long enough instead. */
function sayWouldDo(would: { readonly rolls: readonly number[]; readonly unopened: number } | undefined): string {
  if (!would || (would.rolls.length === 0 && would.unopened === 0))
    return 'No other roll of this width is long enough: make it shorter, or measure the roll.'
  const named =
    would.rolls.length > 0 ? [`${would.rolls.length > 1 ? 'rolls' : 'roll'} ${listed(would.rolls.map(String))}`] : []
  const closed = would.unopened > 0 ? [`${countOf(would.unopened, 'unopened roll')}`] : []
  const all = [...named, ...closed].join(' or ')
  return `${all.charAt(0).toUpperCase()}${all.slice(1)} would do: load ${would.rolls.length + would.unopened > 1 ? 'one of them' : 'it'}.`
}

/** Where an edge is, in a sentence. */
export const EDGE_WORDS: Readonly<Record<EdgeName, string>> = {
  left: 'left edge',
  right: 'right edge',
  lead: 'lead edge',
  trail: 'trail edge',
}

const percent = (value: number): string => `${writeNumber(value, 1)} %`

const andOthers = (others: number): string =>
  others === 0 ? '' : others === 1 ? ', and at one more edge' : `, and at ${others} more edges`

/**
 * Distances to look from: to 0.1 m or whole inches, no more digits than eyes support.
 * @example sayDistance(fromMm(1240), 'mm') // '1.24 m'
 */
export const sayDistance = (distanceUm: number, unit: LengthUnit): string =>
  unit === 'mm' ? `${writeNumber(distanceUm / 1e6, 2)} m` : `${writeNumber(distanceUm / 25_400, 0)} in`

/**
 * A finding in plain words, with its piece where there are several; figures in the room's unit.
 * @example sayFinding({ check: 'area', level: 'fine', piece: 2, code: 'picture_decodes' }, 'mm') // 'Piece 2: The file reads to its end.'
 */
export const sayFinding = (f: Finding, unit: LengthUnit): string =>
  f.piece === null ? sayFound(f, unit) : `Piece ${f.piece}: ${sayFound(f, unit)}`

function sayFound(f: Found, unit: LengthUnit): string {
  const len = (value: number): string => tradeLength(um(value), unit)
  switch (f.code) {
    case 'picture_missing':
      return 'No picture yet. Drop one on line 1.'
    case 'preset_missing':
      return 'No preset yet. Choose one on line 2.'
    case 'sheet_missing':
      return 'No sheet yet. Choose one on line 3.'
    case 'picture_decodes':
      return 'The file reads to its end.'
    case 'picture_broken':
      return `${f.name} breaks off before its end. Ask for the file again.`
    case 'picture_unproven':
      return `${f.name} is still being read.`
    case 'resolution':
      return f.ppi < f.limit
        ? `Only ${writeNumber(f.ppi, 0)} ppi; this room wants ${f.limit}. Looks sharp from ${sayDistance(f.sharpFromUm, unit)} on.`
        : `${writeNumber(f.ppi, 0)} ppi, sharp from ${sayDistance(f.sharpFromUm, unit)}.`
    case 'inside_area':
      return 'All of the print lies in the printable area.'
    case 'margin_cut':
      return `${writeLength(f.byUm, unit)} would be cut off at the ${EDGE_WORDS[f.edge]}${andOthers(f.others)}: the printer leaves that white.`
    case 'size_offered':
      return 'The room offers this size.'
    case 'size_retired':
      return `The size ${f.name} is retired. Take another one on line 3, or offer it again under Removed things.`
    case 'allowed':
      return 'The preset says nothing that its queue does not allow today.'
    case 'closed':
      return `${f.preset} is closed: ${f.by.map(sayGate).join(' ')} Take another preset, or change this one.`
    case 'size_fits':
      return `The sheet goes through the ${f.feed}.`
    case 'size_impossible':
      return saySizeProblem(f.problem, f.feed, unit)
    case 'borderless_possible':
      return 'Borderless works here.'
    case 'always_borderless':
      return `The ${f.feed} always prints to the edges of the sheet: there are no margins. Take borderless.`
    case 'borderless_closed':
      return sayBorderlessClosed(f.why, f.feed, unit)
    case 'borderless_not_in_preset':
      return `${f.preset} is for margins only. Take margins, or a preset that allows borderless.`
    case 'size_changed':
      return `${f.name} was changed to ${tradePair(f.nowShortUm, f.nowLongUm, unit)}; this slip keeps ${tradePair(f.shortUm, f.longUm, unit)}. Take the new one under Sheet, if its paper is cut so now.`
    case 'printer_agrees':
      return 'The printer says that the noted paper is in it.'
    case 'printer_says':
      return f.noted === null
        ? `The printer says that ${saySaid(f, unit)} is in the ${f.feed}; nobody has noted what is. Say it on the bench.`
        : `The printer says that ${saySaid(f, unit)} is in the ${f.feed}, and ${f.noted} is noted: which? Look, and say it on the bench.`
    case 'nothing_left_set':
      return 'Nothing was left set at the printer.'
    case 'left_set':
      return `${f.what === 'copies' ? 'Copies are' : 'Colour mode is'} ${f.is} at ${f.printer}${f.since === null ? '' : ', set meanwhile'}. What is sent from here says its own; whoever prints from elsewhere inherits it, so set it back.`
    case 'edges_covered':
      return 'Overspray covers the drift at every edge that the picture reaches.'
    case 'sliver':
      return `A white line of up to ${writeLength(f.byUm, unit)} may show at the ${EDGE_WORDS[f.edge]}${andOthers(f.others)}: the sheet drifts further than the printer sprays.`
    case 'row_drifts': {
      const by = writeLength(f.byUm, unit)
      return f.first === f.last
        ? `The print may lose up to ${by} at one side and leave as much white at the other: it spans the width, and the sheet drifts further than the printer sprays.`
        : `Picture ${f.first}, the first of the row, and picture ${f.last}, its last: one may lose up to ${by}, the other leaves as much white at its side. The row spans the width, and the sheet drifts further than the printer sprays.`
    }
    case 'size_as_fed':
      return 'The sheet goes in short edge first.'
    case 'size_turned':
      return `The sheet fits this feed only long edge first: load it ${measuredPair(f.widthUm, f.lengthUm, unit)}, across × along.`
    case 'file_size_taken':
      return `Printed at the size that the file states, ${measuredPair(f.widthUm, f.heightUm, unit)}.`
    case 'file_states_no_size':
      return `${f.name} states no size of its own. Choose whole, fill or an exact size.`
    case 'edge_checked':
      return `Edge check ${f.number} measured where this feed prints.`
    case 'edge_unchecked':
      return `Nobody has measured ${f.borderless ? 'borderless' : 'the margins'} on the ${f.feed} of ${f.queue}: the figures are only what is declared. An edge check makes them true.`
    case 'edge_check_due':
      return `${sayCheckDue(f.due, f.number, unit)}: make it again.`
    case 'enlargement_corrected':
      return 'Enlargement is taken back: what was asked comes out.'
    case 'enlargement_left':
      return `Borderless enlarges everything on this sheet, ${percent(f.acrossPercent)} across and ${percent(f.alongPercent)} along${f.lossUm > 0 ? `; up to ${writeLength(f.lossUm, unit)} is lost at an edge` : ''}.`
    case 'grown_to_cover':
      return `The picture has nothing left beyond the frame, so it grows by ${percent(f.percent)} to cover the overspray; what it gains falls off the edges.`
    case 'profile_present':
      return `Profile ${f.name} is here.`
    case 'profile_missing':
      return `${f.preset} converts to a profile that is not in this room. Choose another preset, or put the profile back.`
    case 'profile_retired':
      return `Profile ${f.name} is retired; ${f.preset} still converts to it. Choose another preset, or offer the profile again.`
    case 'screen_doubtful':
      return `Judged on ${f.name}: ${f.flaws.map(sayScreen).join('; ')}.`
    case 'screen_measured':
      return `Judged on ${f.name}, which was measured lately.`
    case 'profile_stale':
      return sayGate(f)
    case 'profile_other_seal':
      return `Profile ${f.name} was made with seal ${f.madeWith}; this version has ${f.seal}.`
    case 'copies_usual':
      return 'A usual number of copies.'
    case 'copies_many':
      return `${f.copies} copies; more than ${f.usual} is unusual here. Look at the number again.`
    case 'paper_in_stock':
      return 'There is paper for all copies.'
    case 'paper_out':
      return f.roll
        ? `The roll has ${len(f.left)} left, this takes ${len(f.needed)}. ${sayWouldDo(f.wouldDo)}`
        : `${f.left === 0 ? 'No sheet' : f.left === 1 ? 'One sheet' : `${f.left} sheets`} of this size on the shelf, this takes ${f.needed}.`
    case 'paper_unknown':
      return `${f.paper} is not kept in this size. Its cost is not counted; add it under Papers & rolls.`
    case 'colour_described':
      return 'The picture says what its colours mean.'
    case 'colour_unknown':
      return f.grey
        ? 'A grey picture without a profile: its greys are taken as those of sRGB.'
        : 'The picture has no profile: its colours are taken as sRGB.'
    case 'conversion':
      return sayColour(f.result)
    case 'colour_note':
      return f.asks
        ? `${f.name}: ${f.note}. Ask for the picture with a sound profile, or take it as untagged on line 1.`
        : `${f.name}: ${f.note}. It counts as untagged: its numbers are taken as sRGB.`
    case 'darkness_known':
      return 'The queue knows this darkness.'
    case 'darkness_out':
      return `${f.queue} takes a darkness from ${f.least} to ${f.most}${f.step === 1 ? '' : ` in steps of ${f.step}`}; this slip has ${f.is}.`
    case 'paper_loaded':
      return 'The paper of the preset is in the printer.'
    case 'other_paper':
      return `The ${f.feed} holds ${sayPaper(f.holds, unit)}; this prints on ${sayPaper(f.wants, unit)}. Load it, and say so on the bench.`
    case 'leaves_ink':
      return 'Something is printed on the sheet.'
    case 'no_ink':
      return f.margins
        ? 'Nothing would be printed: the margins use up the whole sheet. Make them narrower, or take a larger sheet.'
        : 'Nothing would be printed: the asked size is 0. Enter a size, or take whole or fill.'
    case 'turned_saves':
      return `Turned: ${len(f.isUm)} of the roll instead of ${len(f.insteadUm)}.`
    case 'taken':
      return 'The printer takes what would be sent.'
    case 'not_taken':
      return `${f.queue} cannot be printed to from here: ${sayNotTaken(f.why)}`
    case 'tone_checked':
      return f.strength === null
        ? `Tone check ${f.number} tells how black-and-white comes out; no curve is used.`
        : `Its greys go through the curve of tone check ${f.number}, at ${Math.round(100 * f.strength)} %.`
    case 'tone_unchecked':
      return `No tone check was made with the seal of ${f.preset}: how its greys come out is not known. Print a wedge under Tone checks.`
    case 'tone_other_darkness':
      return `Tone checks of this seal were made at ${f.checked.map((d) => sayDarkness(d, f)).join(', ')}, not at ${sayDarkness(f.is, f)}: no curve is used. Print a wedge at that darkness, or change the darkness.`
    case 'tone_colour':
      return `The picture is in colour, and the curve of tone check ${f.number} straightens greys alone: it is not used. Let the picture become grey here, under Colour.`
    case 'tone_doubtful':
      return `Its greys go through the curve of tone check ${f.number}, and ${listed(f.doubts.map(sayDoubt))}. Read it again before the print counts.`
    case 'tone_stale':
      return `Tone check ${f.number} was made before the ${f.since}. Print a wedge again.`
    case 'upkeep_done':
      return 'The printer’s upkeep is not overdue.'
    case 'inks_held':
      return 'The printer holds the ink set that the preset names.'
    case 'other_inks':
      return sayGate({ code: 'ink_set', printer: f.printer, holds: f.holds, named: f.named })
    case 'upkeep_due':
      if (f.gaps) return `The last ${f.kind} of ${f.printer} found ${f.gaps}: clean the heads and check again.`
      if (f.since) return `The ${f.kind} of ${f.printer} is due since the ${f.since}.`
      return f.days === null
        ? `A ${f.kind} of ${f.printer} was never noted.`
        : `The ${f.kind} of ${f.printer} is ${f.days} days old.`
    case 'black_held':
      return 'The printer holds the right black ink.'
    case 'black_swap':
      return `${f.printer} holds ${f.holds} black, this preset prints with ${f.needs}. Swap the black ink first.`
    default:
      return absurd(f)
  }
}

const sayPaper = (p: PaperForm, unit: LengthUnit): string => `${p.paper}, ${sayForm(p.kind, p.width, p.length, unit)}`

/**
 * Why a size does not go through a feed, with the limit.
 * @example saySizeProblem({ code: 'size_too_wide', isUm: 400000, limitUm: 329000 }, 'rear stack', 'mm') // 'The rear stack takes at most 329 mm across; this sheet is 400 mm.'
 */
export function saySizeProblem(p: SizeProblem, feed: string, unit: LengthUnit): string {
  const is = tradeLength(p.isUm, unit)
  const limit = tradeLength(p.limitUm, unit)
  switch (p.code) {
    case 'size_too_wide':
      return `The ${feed} takes at most ${limit} across; this sheet is ${is}.`
    case 'size_too_narrow':
      return `The ${feed} takes at least ${limit} across; this sheet is ${is}.`
    case 'size_too_long':
      return `The ${feed} takes at most ${limit} of length; this sheet is ${is}.`
    case 'size_too_short':
      return `The ${feed} takes at least ${limit} of length; this sheet is ${is}.`
    case 'longer_than_media_setting':
      return `${p.mediaSetting} prints at most ${limit} of length; this sheet is ${is}.`
    default:
      return absurd(p)
  }
}

/** What a printer says is in it: its media setting and form. */
const saySaid = (
  f: { readonly mediaSetting: string | null; readonly roll: boolean; readonly widthUm: Um; readonly lengthUm: Um },
  unit: LengthUnit,
): string =>
  `${f.mediaSetting ? `${f.mediaSetting}, ` : ''}${f.roll ? `a roll of ${tradeLength(f.widthUm, unit)}` : tradePair(f.widthUm, f.lengthUm, unit)}`

/**
 * Why borderless is closed, in a sentence.
 * @example sayBorderlessClosed({ code: 'borderless_not_on_feed' }, 'rear stack', 'mm') // 'The rear stack cannot print borderless. Take margins, or a preset for another feed.'
 */
export function sayBorderlessClosed(why: BorderlessClosed, feed: string, unit: LengthUnit): string {
  switch (why.code) {
    case 'borderless_not_on_feed':
      return `The ${feed} cannot print borderless. Take margins, or a preset for another feed.`
    case 'borderless_not_on_width':
      return `Borderless is not possible at ${tradeLength(why.widthUm, unit)} across: the ${feed} prints borderless only at ${why.widths.map((w) => tradeLength(w, unit)).join(', ')}.`
    case 'borderless_not_on_media_setting':
      return `Borderless is not possible with the media setting ${why.mediaSetting} on the ${feed}.`
    default:
      return absurd(why)
  }
}

/** What makes a screen no judge, as it stands now. */
function sayScreen(flaw: ScreenFlaw): string {
  switch (flaw.code) {
    case 'screen not measured':
      return 'it was never measured, so what it shows may be anything'
    case 'screen measured long ago':
      return `it was measured ${countOf(flaw.days, 'day')} ago, and that is good for ${flaw.good}`
    case 'screen too bright':
      return `at ${flaw.brightness} cd/m² it is brighter than ${flaw.most}, and prints look darker than on it`
    default:
      return absurd(flaw)
  }
}
