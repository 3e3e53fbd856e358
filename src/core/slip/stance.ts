import { type LaidPlacing, type PxRect, placePicture, wholeCrop } from '@/core/placing/placing'
import { absurd } from '@/core/result/result'
import type { Quarter, Rect } from '@/core/sheet/sheet'
import { fitSize } from '@/core/sizes/fit'
import type { PieceBody, SheetChoice } from './body'
import type { PictureFacts, PrintFacts } from './facts'
import { laidPlacing } from './laid-placing'
import { type Stance, sheetOf } from './sheet-outcome'

/**
 * How each piece stands. `auto`: the turn that stands the picture the way of the sheet; square pictures stay upright.
 * Across a roll a picture stays upright, but a print of a given size is turned when only so it fits, or when it takes
 * less of the roll; its width and height turn with it. Pieces without a picture stand upright.
 * @example stancesOf(facts({ quarter: 1 }))[0].quarter // 1
 */
export const stancesOf = (facts: PrintFacts): readonly Stance[] =>
  facts.print.pieces.map((piece, i) => stanceOf(facts, piece, facts.pictures[i] ?? null))

function stanceOf(facts: PrintFacts, piece: PieceBody, picture: PictureFacts | null): Stance {
  const { print, size, version } = facts
  const laid = (quarter: Quarter): LaidPlacing => laidPlacing(piece, picture, quarter)
  const upright: Stance = { quarter: 0, placing: laid(0), saves: false }
  const standing = (quarter: Quarter): Stance => ({ ...upright, quarter, placing: laid(quarter) })
  if (piece.quarter !== 'auto') return standing(piece.quarter)
  if (!picture) return upright
  const crop = piece.crop ?? wholeCrop(picture)
  const lies = crop.w > crop.h
  if (print.sheet?.kind === 'cut') {
    const alone = { ...facts, print: { ...print, pieces: [piece] }, pictures: [picture] }
    if (upright.placing.mode === 'exact' && facts.rules >= 2) return exactStance(alone, print.sheet, crop, upright)
    const { length, width } = print.sheet
    return length === 'auto' ? upright : standing(turned(lies, crop.w === crop.h, width > length))
  }
  if (!size) return upright
  const long = version !== null && fitSize(size.short, size.long, version.feed, null).leads === 'long'
  return standing(turned(lies, crop.w === crop.h || size.short === size.long, long))
}

/** A print of a given size on a roll, by itself: upright unless turned it fits better. */
function exactStance(
  alone: PrintFacts,
  cut: Extract<SheetChoice, { kind: 'cut' }>,
  crop: PxRect,
  upright: Stance,
): Stance {
  const standing = sheetOf(alone, [upright])
  if (!standing) return upright
  const { frame } = standing
  const turn: Stance = { ...upright, quarter: 1, placing: turnedPlacing(upright.placing) }
  const at = (s: Stance) => placePicture(crop, s.quarter, frame, s.placing, CENTRE).rect
  const [a, b] = [at(upright), at(turn)]
  const fits = (r: Rect): boolean => r.w <= frame.w && (cut.length === 'auto' || r.h <= frame.h)
  if (fits(a) !== fits(b)) return fits(a) ? upright : turn
  if (cut.length !== 'auto' || b.h >= a.h || !fits(b)) return upright
  const then = standing.sheet.length
  const now = sheetOf(alone, [turn])?.sheet.length ?? then
  return now < then ? { ...turn, saves: true } : upright
}

const CENTRE = { x: 0.5, y: 0.5 } as const

/** A size that was given for the upright picture, for the picture lying. */
function turnedPlacing(placing: LaidPlacing): LaidPlacing {
  if (placing.mode !== 'exact') return placing
  const { by } = placing
  switch (by.edge) {
    case 'width':
      return { mode: 'exact', by: { edge: 'height', um: by.um } }
    case 'height':
      return { mode: 'exact', by: { edge: 'width', um: by.um } }
    case 'both':
      return { mode: 'exact', by: { edge: 'both', width: by.height, height: by.width } }
    case 'long':
    case 'short':
      return placing
    default:
      return absurd(by)
  }
}

const turned = (pictureLies: boolean, square: boolean, sheetLies: boolean): Quarter =>
  square || pictureLies === sheetLies ? 0 : 1
