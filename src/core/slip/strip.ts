import { type Um, um } from '@/core/length/length'
import type { Laid } from '@/core/nest/ask'
import { LEAST_GAP_FOR_LABELS, stripEnds } from '@/core/nest/ends'
import type { Mark, PageItem, TextLine } from '@/core/page/page'
import { contains, type Edges, intersect, type Quarter, type Rect, rect } from '@/core/sheet/sheet'
import type { PieceBody } from './body'
import type { PictureFacts, PrintFacts, VersionFacts } from './facts'
import type { PieceOutcome, PrintOutcome } from './outcome'

/** A print by itself, with what it leads to, and where a plan lays it. */
export type OnStrip = {
  readonly facts: PrintFacts
  readonly piece: Pick<PieceOutcome, 'asked' | 'quarter' | 'placed'>
  readonly picture: PictureFacts
  /** its place in the plan: y from where prints may begin */
  readonly laid: Laid
}

/** What every print of a strip has in common: they go through the printer as one. */
export type StripHead = {
  readonly version: VersionFacts
  readonly width: Um
  /** what the printer leaves white around all of it */
  readonly margins: Edges
  /** what the plan takes, the gap of its prints, and whether they bear labels */
  readonly length: number
  readonly gap: number
  readonly labels: boolean
}

/**
 * Prints that a plan lays beside each other as one print of several pieces, on a length of roll: what becomes of it is
 * computed like that of any other print. Each piece shows the very part of its picture that its print shows, as large, in
 * its place.
 * @param prints at least one; all of one version, darkness and way to grey
 * @throws where there is none: a bug
 * @example stripFacts([ON_STRIP], STRIP).print.sheet // { kind: 'cut', width: 610000, length: 114000 }
 */
export function stripFacts(prints: readonly OnStrip[], strip: StripHead): PrintFacts {
  const [first] = prints
  if (!first) throw new Error('a strip without prints')
  const { margins, width } = strip
  const length = um(strip.length + stripEnds(margins, strip.labels, strip.gap))
  const frame = { w: width - margins.left - margins.right, h: length - margins.lead - margins.trail }
  // where a piece fills the frame its place is the same wherever it is anchored
  const share = (at: number, room: number): number => (room > 0 ? Math.min(1, Math.max(0, at / room)) : 0.5)
  return {
    ...first.facts,
    slip: { title: '', memberId: null, chargeTo: 'member' },
    screen: null,
    print: {
      ...{ id: 'strip', versionId: strip.version.id, sheet: { kind: 'cut', width, length } },
      ...{ edge: 'margins', enlargement: 'corrected', centring: { kind: 'area' }, copies: 1 },
      darkness: first.facts.print.darkness,
      ...(first.facts.print.grey ? { grey: first.facts.print.grey } : {}),
      pieces: prints.map(({ piece, picture, laid }, i): PieceBody => {
        const { x, y, w, h } = laid
        return {
          ...{ id: `piece-${i + 1}`, pictureId: picture.id, crop: piece.placed.used },
          // a print that was turned by itself stands upright again, no print is upside down
          quarter: (laid.turned ? piece.quarter ^ 1 : piece.quarter) as Quarter,
          placing: { mode: 'exact', by: { edge: 'both', width: um(w), height: um(h) } },
          anchor: { x: share(x - margins.left, frame.w - w), y: share(y, frame.h - h) },
        }
      }),
    },
    pictures: prints.map((p) => p.picture),
    size: null,
  }
}

/** Letters of a label, how far below its print it stands, and the gap that is too narrow for one, um. */
const LABEL = 2400
const BELOW = 700

/** A corner tick: how long, how thick, and how far from its print it begins, um. */
const TICK = { long: 2500, thick: 100, off: 500 }

/**
 * What lies between the prints of a strip: a line below each that says whose it is, and ticks at its corners for the cutter.
 * Nothing of it touches a print or leaves the area that is printed.
 * @param pieces where the prints lie, um, feed frame
 * @param labels for each print, in their order; empty: none is wanted
 * @example stripMarks([rect(50000, 50000, 100000, 80000)], rect(0, 0, 200000, 200000), 5000, ['12 Fern'], false)[0].text // '12 Fern'
 */
export function stripMarks(
  pieces: readonly Rect[],
  area: Rect,
  gap: number,
  labels: readonly string[],
  ticks: boolean,
): readonly PageItem[] {
  const free = (r: Rect): boolean =>
    contains(area, r, 0) &&
    pieces.every((p) => {
      const over = intersect(p, r)
      return over.w <= 0 || over.h <= 0
    })
  const lines =
    gap < LEAST_GAP_FOR_LABELS
      ? []
      : pieces.flatMap((p, i): readonly TextLine[] => {
          const text = labels[i]
          if (!text) return []
          const height = Math.min(LABEL, gap - 2 * BELOW, (p.w - TICK.long) / (text.length * 0.56))
          const y = p.y + p.h + BELOW + height
          return free(rect(p.x, p.y + p.h + 1, p.w, BELOW + height))
            ? [{ kind: 'text', text, at: { x: p.x + TICK.off * 2, y }, height }]
            : []
        })
  return ticks ? [...lines, ...pieces.flatMap(cornerTicks).filter((m) => free(m.rect))] : lines
}

/** Two ticks at each corner, along the lines of its cuts. */
function cornerTicks({ x, y, w, h }: Rect): readonly Mark[] {
  const { long, thick, off } = TICK
  const half = thick / 2
  return [y, y + h].flatMap((edge, down) =>
    [x, x + w].flatMap((side, right): readonly Mark[] => [
      { kind: 'mark', rect: rect(right ? side + off : side - off - long, edge - half, long, thick) },
      { kind: 'mark', rect: rect(side - half, down ? edge + off : edge - off - long, thick, long) },
    ]),
  )
}

/**
 * How far from its place a cut by measure from the paper's edge may miss a print's edge: the worst of all prints, across
 * and along, um. With a gap between prints it takes a little of one print or leaves a little white; where two prints share
 * the cut it does one to the first and the other to the second.
 * @example cutMiss({ pieces: [{ tolerance: { left: 700, right: 900, lead: 1000, trail: 400 } }] }) // { across: 900, along: 1000 }
 */
export function cutMiss({ pieces }: Pick<PrintOutcome, 'pieces'>): { readonly across: Um; readonly along: Um } {
  const worst = (...edges: readonly ('left' | 'right' | 'lead' | 'trail')[]): Um =>
    um(Math.max(0, ...pieces.flatMap((p) => (p ? edges.map((e) => p.tolerance[e]) : []))))
  return { across: worst('left', 'right'), along: worst('lead', 'trail') }
}
