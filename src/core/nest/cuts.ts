import type { Laid } from './ask'

/** A rectangle of paper in hand, from the roll's left edge and its beginning; um. */
export type Piece = { readonly x: number; readonly y: number; readonly w: number; readonly h: number }

/** One straight cut through the piece in hand. */
export type Cut = {
  /** from 1, in the order in which they are made */
  readonly number: number
  /** the piece that is cut: what it was called when it fell off, `roll` for all of it */
  readonly of: string
  readonly piece: Piece
  /** across the roll, or along it */
  readonly runs: 'across' | 'along'
  /** from the lead edge of the piece where it runs across, from its left edge where it runs along; um */
  readonly at: number
  /** what falls off: towards the lead or the left edge, and what is left beside it */
  readonly gives: readonly [Given, Given]
}

/** A piece that a cut gives: a print that is done, a piece to be cut further, or an offcut. */
export type Given =
  | { readonly kind: 'print'; readonly i: number; readonly piece: Piece }
  | { readonly kind: 'piece'; readonly name: string; readonly piece: Piece }
  | { readonly kind: 'offcut'; readonly piece: Piece }

/** What is still to be cut. */
type Held = { readonly name: string; readonly piece: Piece; readonly prints: readonly Laid[] }

/** Less than this is no strip that a cutter takes off, um. */
const NOTHING = 50

/**
 * The straight cuts that part all prints of a plan, in order: each goes from edge to edge of the piece in hand, at the edge
 * of a print. First the roll is parted, from its lead edge on; what falls off is
 * trimmed and parted in turn.
 * @param roll width of the strip and length that was printed, um
 * @returns null: straight cuts do not part them
 * @example cutsOf([{ i: 0, x: 0, y: 0, w: 100, h: 100, turned: false }], { width: 100, length: 100 }) // []
 */
export function cutsOf(
  laid: readonly Laid[],
  roll: { readonly width: number; readonly length: number },
): readonly Cut[] | null {
  const cuts: Cut[] = []
  let names = 0
  const stack: Held[] = [{ name: 'roll', piece: { x: 0, y: 0, w: roll.width, h: roll.length }, prints: laid }]
  for (let held = stack.pop(); held; held = stack.pop()) {
    // nobody takes a strip off metres of roll: it is parted first; a piece on the table is trimmed before it is parted
    const found = held.name === 'roll' ? (parting(held) ?? trimming(held)) : (trimming(held) ?? parting(held))
    if (!found) {
      if (held.prints.length > 1) return null
      continue
    }
    const { piece, prints } = held
    const across = found.runs === 'across'
    const line = (across ? piece.y : piece.x) + found.at
    const ends = (p: Laid): number => (across ? p.y + p.h : p.x + p.w)
    const first: Piece = across ? { ...piece, h: found.at } : { ...piece, w: found.at }
    const second: Piece = across
      ? { ...piece, y: line, h: piece.h - found.at }
      : { ...piece, x: line, w: piece.w - found.at }
    const sides = [
      { piece: first, prints: prints.filter((p) => ends(p) <= line) },
      { piece: second, prints: prints.filter((p) => ends(p) > line) },
    ] as const
    const gives = sides.map((side): Given => {
      const [only] = side.prints
      if (!only) return { kind: 'offcut', piece: side.piece }
      if (side.prints.length === 1 && done(side.piece, only)) return { kind: 'print', i: only.i, piece: side.piece }
      names += 1
      return { kind: 'piece', name: nameOf(names), piece: side.piece }
    }) as unknown as [Given, Given]
    cuts.push({ number: cuts.length + 1, of: held.name, piece, runs: found.runs, at: found.at, gives })
    // what fell off first is cut first
    for (const n of [1, 0] as const) {
      const given = gives[n]
      if (given.kind === 'piece') stack.push({ name: given.name, piece: given.piece, prints: sides[n].prints })
    }
  }
  return cuts
}

/** A, B, to Z, AA. */
function nameOf(n: number): string {
  const letter = String.fromCharCode(65 + ((n - 1) % 26))
  return n > 26 ? nameOf(Math.floor((n - 1) / 26)) + letter : letter
}

const done = (piece: Piece, p: Laid): boolean => Math.abs(piece.w - p.w) < NOTHING && Math.abs(piece.h - p.h) < NOTHING

type Found = { readonly runs: Cut['runs']; readonly at: number }

/** The first line from the lead edge that parts prints, else from the left one. */
function parting({ piece, prints }: Held): Found | null {
  if (prints.length < 2) return null
  for (const runs of ['across', 'along'] as const) {
    const from = (p: Laid): number => (runs === 'across' ? p.y : p.x)
    const to = (p: Laid): number => (runs === 'across' ? p.y + p.h : p.x + p.w)
    const sorted = prints.toSorted((a, b) => from(a) - from(b))
    let end = Number.NEGATIVE_INFINITY
    for (const [n, p] of sorted.entries()) {
      if (n > 0 && from(p) >= end) return { runs, at: end - (runs === 'across' ? piece.y : piece.x) }
      end = Math.max(end, to(p))
    }
  }
  return null
}

/** What is more than the prints of a piece at one of its sides. */
function trimming({ piece, prints }: Held): Found | null {
  const { x, y, w, h } = piece
  const lead = Math.min(...prints.map((p) => p.y)) - y
  const left = Math.min(...prints.map((p) => p.x)) - x
  const trail = Math.max(...prints.map((p) => p.y + p.h)) - y
  const right = Math.max(...prints.map((p) => p.x + p.w)) - x
  if (lead >= NOTHING) return { runs: 'across', at: lead }
  if (h - trail >= NOTHING) return { runs: 'across', at: trail }
  if (left >= NOTHING) return { runs: 'along', at: left }
  return w - right >= NOTHING ? { runs: 'along', at: right } : null
}

const NUMBER_AT = [0.16, 0.3, 0.23] as const

/**
 * How far along a cut its number stands in a drawing, 0 to 1: the two cuts of a gap lie so near each other that at one place
 * their numbers would cover each other.
 * @example alongCut(1) // 0.3
 */
export const alongCut = (number: number): number => NUMBER_AT[number % NUMBER_AT.length] as number
