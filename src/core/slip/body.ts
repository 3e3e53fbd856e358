import type { Um } from '@/core/length/length'
import type { Anchor, Placing, PxRect } from '@/core/placing/placing'
import type { Centring } from '@/core/sheet/centring'
import type { Quarter } from '@/core/sheet/sheet'
import type { GreyWay } from '@/core/tone/to-grey'

/** The sheet that a print asks for. `auto` length: as long as the print needs. */
export type SheetChoice =
  | { readonly kind: 'size'; readonly sizeId: string }
  | { readonly kind: 'cut'; readonly width: Um; readonly length: Um | 'auto' }

/** One picture on a print. */
export type PieceBody = {
  /** unique within its slip, and never another's */
  readonly id: string
  readonly pictureId: string | null
  readonly crop: PxRect | null
  readonly quarter: Quarter | 'auto'
  readonly placing: Placing
  readonly anchor: Anchor
}

/** One sheet layout that a slip asks for, in so many copies. */
export type PrintBody = {
  /** unique within its slip, and never another's: runs name it */
  readonly id: string
  readonly versionId: string | null
  readonly sheet: SheetChoice | null
  readonly edge: 'margins' | 'borderless'
  readonly enlargement: 'corrected' | 'left'
  readonly centring: Centring
  /** whole number, minus lighter, plus darker; belongs to what is seen, so to the print */
  readonly darkness: number
  /** how colour pictures become grey before they are sent; left away: they go as they are */
  readonly grey?: GreyWay | undefined
  readonly copies: number
  /** what is printed below its picture; left away: nothing */
  readonly label?: string | undefined
  /** it goes onto the sheet that the print before it was on: that sheet is taken off the shelf once */
  readonly again?: boolean | undefined
  /** in the order in which they are laid: a later one lies on an earlier one. At least one. */
  readonly pieces: readonly PieceBody[]
}

/** What a slip says beside its prints. */
export type SlipHead = {
  readonly title: string
  readonly memberId: string | null
  readonly chargeTo: 'member' | 'group'
  /** the room's screen on which its pictures were judged; left away: nobody said */
  readonly screenId?: string | null
}

/** What a person fills in: everything of a request that is not a preset's. */
export type SlipBody = SlipHead & {
  /** at least one */
  readonly prints: readonly PrintBody[]
}

/**
 * The print of this id, or the slip's first where there is none of it. @throws for a slip without prints: a bug.
 * @example printOf(BODY, null).id // 'first'
 */
export function printOf(body: SlipBody, printId: string | null): PrintBody {
  const found = body.prints.find((p) => p.id === printId) ?? body.prints[0]
  if (!found) throw new Error('a slip without prints')
  return found
}

/**
 * The first piece of a print. @throws for a print without pieces: a bug.
 * @example firstPiece(PRINT).pictureId // 'p'
 */
export function firstPiece(print: PrintBody): PieceBody {
  const [first] = print.pieces
  if (!first) throw new Error('a print without pieces')
  return first
}

/** What differs between two prints with one piece: their own fields and the piece's, in one. */
export type PlainPatch = Partial<Omit<PrintBody, 'id' | 'pieces'> & Omit<PieceBody, 'id'>>

const OF_PIECE = ['pictureId', 'crop', 'quarter', 'placing', 'anchor'] as const

/**
 * A print with a patch of its own fields and those of its piece `at`.
 * @example patched(PRINT, { copies: 3, quarter: 1 }).pieces[0].quarter // 1
 */
export function patched(print: PrintBody, patch: PlainPatch, at = 0): PrintBody {
  const { pictureId, crop, quarter, placing, anchor, ...own } = patch
  const ofPiece = Object.fromEntries(OF_PIECE.flatMap((k) => (k in patch ? [[k, patch[k]]] : [])))
  return {
    ...print,
    ...own,
    pieces: print.pieces.map((piece, i) => (i === at ? { ...piece, ...ofPiece } : piece)),
  }
}

/**
 * A slip with one of its prints changed.
 * @example withPrint(BODY, 'first', (p) => ({ ...p, copies: 2 })).prints[0].copies // 2
 */
export const withPrint = (body: SlipBody, id: string, change: (print: PrintBody) => PrintBody): SlipBody => ({
  ...body,
  prints: body.prints.map((p) => (p.id === id ? change(p) : p)),
})
