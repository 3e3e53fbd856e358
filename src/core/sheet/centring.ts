import type { Um } from '@/core/length/length'
import {
  EDGE_NAMES,
  type Edges,
  edges,
  evenMargins,
  type FedSheet,
  type GivenUp,
  givenUp,
  printableArea,
  type Rect,
  trueCentre,
} from './sheet'

/**
 * Where the frame lies: in the printable area as it is, from the sheet's centre, with the same margins all round, or with
 * a margin that was asked for at any side.
 */
export type Centring =
  | { readonly kind: 'area' }
  | { readonly kind: 'true' }
  | { readonly kind: 'even'; readonly um: Um | null }
  | { readonly kind: 'asked'; readonly margins: Edges }

/**
 * The margins that a centring makes of those that the printer leaves: never below them.
 * @example centred({ kind: 'asked', margins: edges(20000, 0, 0, 0) }, edges(3000, 3000, 5000, 12000)) // { left: 20000, right: 3000, lead: 5000, trail: 12000 }
 */
export function centred(centring: Centring, margins: Edges): Edges {
  switch (centring.kind) {
    case 'area':
      return margins
    case 'true':
      return trueCentre(margins)
    case 'even':
      return evenMargins(margins, centring.um)
    case 'asked': {
      const [left, right, lead, trail] = EDGE_NAMES.map((e) => Math.max(margins[e], centring.margins[e]))
      return edges(left ?? 0, right ?? 0, lead ?? 0, trail ?? 0)
    }
  }
}

/** What one centring comes to on a sheet, and what it gives up against the printable area. */
export type CentringWay = {
  readonly kind: 'area' | 'true' | 'even'
  readonly margins: Edges
  readonly frame: Rect
  readonly givenUp: GivenUp
}

/**
 * The three ways of centring side by side, on a sheet with these margins.
 * @example centringWays({ width: 257000, length: 364000 }, edges(3400, 3400, 5000, 12500)).map((w) => w.frame.h) // [346500, 339000, 339000]
 */
export const centringWays = (sheet: FedSheet, margins: Edges): readonly CentringWay[] =>
  (['area', 'true', 'even'] as const).map((kind) => {
    const wider = centred(kind === 'even' ? { kind, um: null } : { kind }, margins)
    return { kind, margins: wider, frame: printableArea(sheet, wider), givenUp: givenUp(sheet, margins, wider) }
  })
