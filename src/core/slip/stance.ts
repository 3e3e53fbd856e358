import { type Placing, type PxRect, placePicture, wholeCrop } from '@/core/placing/placing'
import { absurd } from '@/core/result/result'
import type { Quarter, Rect } from '@/core/sheet/sheet'
import { fitSize } from '@/core/sizes/fit'
import type { SlipFacts } from './facts'
import { type Stance, sheetOf } from './sheet-outcome'

/**
 * `auto`: the turn that stands the picture the way of the sheet; square pictures stay upright. Across a roll a picture
 * stays upright, but a print of a given size is turned when only so it fits, or when it takes less of the roll; its
 * width and height turn with it.
 */
export function stanceOf(facts: SlipFacts): Stance {
  const { body, picture, size, version } = facts
  const upright: Stance = { quarter: 0, placing: body.placing, insteadOf: null }
  if (body.quarter !== 'auto') return { ...upright, quarter: body.quarter }
  if (!picture) return upright
  const crop = body.crop ?? wholeCrop(picture)
  const lies = crop.w > crop.h
  if (body.sheet?.kind === 'cut') {
    if (body.placing.mode === 'exact' && facts.rules >= 2) return exactStance(facts, crop, upright)
    const { length, width } = body.sheet
    return length === 'auto' ? upright : { ...upright, quarter: turned(lies, crop.w === crop.h, width > length) }
  }
  if (!size) return upright
  const long = version !== null && fitSize(size.short, size.long, version.feed, null).leads === 'long'
  return { ...upright, quarter: turned(lies, crop.w === crop.h || size.short === size.long, long) }
}

/** A print of a given size on a roll: upright unless turned it fits better. */
function exactStance(facts: SlipFacts, crop: PxRect, upright: Stance): Stance {
  const { body } = facts
  if (body.sheet?.kind !== 'cut') return upright
  const standing = sheetOf(facts, upright)
  if (!standing) return upright
  const { frame } = standing
  const turn: Stance = { ...upright, quarter: 1, placing: turnedPlacing(body.placing) }
  const at = (s: Stance) => placePicture(crop, s.quarter, frame, s.placing, CENTRE).rect
  const [a, b] = [at(upright), at(turn)]
  const { length } = body.sheet
  const fits = (r: Rect): boolean => r.w <= frame.w && (length === 'auto' || r.h <= frame.h)
  if (fits(a) !== fits(b)) return fits(a) ? upright : turn
  if (length !== 'auto' || b.h >= a.h || !fits(b)) return upright
  const then = standing.sheet.length
  const now = sheetOf(facts, turn)?.sheet.length ?? then
  return now < then ? { ...turn, insteadOf: then } : upright
}

const CENTRE = { x: 0.5, y: 0.5 } as const

/** A size that was given for the upright picture, for the picture lying. */
function turnedPlacing(placing: Placing): Placing {
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
