import { type PerMille, perMille, type Um, um } from '@/core/length/length'
import type { Edges, FedSheet, Rect } from '@/core/sheet/sheet'

/** Distances that somebody can take on a printed sheet with a rule: to its four edges, and of the print itself. */
export const DISTANCES = ['left', 'right', 'lead', 'trail', 'width', 'height'] as const
export type DistanceName = (typeof DISTANCES)[number]
export type Distances = Readonly<Partial<Record<DistanceName, Um>>>

/** A piece as it was promised on its sheet. um, feed frame. */
export type Promised = {
  readonly sheet: FedSheet
  /** where ink can go: the sheet, or what its margins leave */
  readonly inkable: Rect
  readonly onPaper: Rect
  readonly tolerance: Edges & { readonly width: Um; readonly height: Um }
}

/**
 * What was promised of a distance.
 * @example promisedOf({ sheet: { width: 200, length: 300 }, onPaper: rect(10, 20, 100, 200) }, 'right') // 90
 */
export function promisedOf(p: Pick<Promised, 'sheet' | 'onPaper'>, name: DistanceName): Um {
  const { sheet, onPaper: r } = p
  switch (name) {
    case 'left':
      return r.x
    case 'right':
      return um(sheet.width - r.x - r.w)
    case 'lead':
      return r.y
    case 'trail':
      return um(sheet.length - r.y - r.h)
    case 'width':
      return r.w
    case 'height':
      return r.h
  }
}

/** A distance as it was read, against its promise. */
export type Held = {
  readonly name: DistanceName
  readonly promised: Um
  readonly tolerance: Um
  readonly measured: Um
  readonly by: Um
  readonly holds: boolean
}

/**
 * Every distance that was read, against what was promised; the instrument's own uncertainty is allowed beside it.
 * @param reading of the instrument, um
 * @example heldAgainst(PROMISED, { left: um(20400) }, 0)[0].holds // false
 */
export const heldAgainst = (p: Promised, read: Distances, reading: number): readonly Held[] =>
  DISTANCES.flatMap((name): readonly Held[] => {
    const measured = read[name]
    if (measured === undefined) return []
    const promised = promisedOf(p, name)
    const by = um(measured - promised)
    const tolerance = p.tolerance[name]
    return [{ name, promised, tolerance, measured, by, holds: Math.abs(by) <= tolerance + reading }]
  })

/** Where a sheet landed against where it was promised to; null on an axis of which nothing read can tell. */
export type Landed = { readonly across: Um | null; readonly along: Um | null }

/**
 * Where the print lies against its promise. Only an edge that stands clear of where ink ends tells: one that is cut
 * there moves with the margin, not with the sheet. Both edges of an axis: their mean, which a print that came out too
 * wide does not move. What the feed's usual turn makes of the place is taken out: a print off the middle lies aside by
 * it on every sheet, and that is no drift.
 * @param skew mean turn that the check found, clockwise when plus
 * @example landedBy(PROMISED, { left: um(20300), lead: um(30000) }) // { across: 300, along: 0 }
 */
export function landedBy(p: Promised, read: Distances, skew: PerMille = perMille(0)): Landed {
  const { inkable: i, onPaper: r, tolerance: t } = p
  const turn = skew / 1000
  const aside = {
    across: -turn * (r.y + r.h / 2 - p.sheet.length / 2),
    along: turn * (r.x + r.w / 2 - p.sheet.width / 2),
  }
  const clear: Readonly<Record<keyof Edges, boolean>> = {
    left: r.x - i.x > t.left,
    right: i.x + i.w - r.x - r.w > t.right,
    lead: r.y - i.y > t.lead,
    trail: i.y + i.h - r.y - r.h > t.trail,
  }
  const one = (name: keyof Edges, sign: 1 | -1): readonly number[] => {
    const is = read[name]
    return is === undefined || !clear[name] ? [] : [sign * (is - promisedOf(p, name))]
  }
  const mean = (values: readonly number[], off: number): Um | null =>
    values.length === 0 ? null : um(values.reduce((a, b) => a + b, 0) / values.length - off)
  return {
    across: mean([...one('left', 1), ...one('right', -1)], aside.across),
    along: mean([...one('lead', 1), ...one('trail', -1)], aside.along),
  }
}

/**
 * Whether two distances of a sheet tell where it lies on both axes; what is missing otherwise, for a sentence.
 * @example tellingDistances(PROMISED) // { across: ['left', 'right'], along: ['lead', 'trail'] }
 */
export function tellingDistances(p: Promised): {
  readonly across: readonly DistanceName[]
  readonly along: readonly DistanceName[]
} {
  const tells = (name: keyof Edges, axis: 'across' | 'along'): boolean =>
    landedBy(p, { [name]: promisedOf(p, name) })[axis] !== null
  return {
    across: (['left', 'right'] as const).filter((n) => tells(n, 'across')),
    along: (['lead', 'trail'] as const).filter((n) => tells(n, 'along')),
  }
}
