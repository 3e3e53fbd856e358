import { um } from '@/core/length/length'
import { edges } from '@/core/sheet/sheet'
import type { PieceOutcome, PrintOutcome } from '@/core/slip/outcome'
import { worstEdge } from './area'
import { type Check, found } from './check'

export const borderlessPossible: Check = {
  id: 'borderless',
  about: 'borderless works on this feed, width and media setting',
  of: 'print',
  run: ({ print, version }, { sheet }) => {
    if (!version || !sheet) return null
    if (print.edge !== 'borderless')
      return version.queueFeed.borderless?.always
        ? found('stop', { code: 'always_borderless', feed: version.feed.name })
        : null
    if (version.settings.edgeAllowed === 'margins')
      return found('stop', { code: 'borderless_not_in_preset', preset: version.presetName })
    return sheet.borderlessClosed
      ? found('stop', { code: 'borderless_closed', feed: version.feed.name, why: sheet.borderlessClosed })
      : found('fine', { code: 'borderless_possible' })
  },
}

export const noSliver: Check = {
  id: 'sliver',
  about: 'overspray covers the drift of the feed',
  of: 'piece',
  run: ({ laid }, _facts, { sheet, pieces }) => {
    if (!sheet?.borderless || !laid) return null
    const { left, right, lead, trail } = laid.slivers
    // what spans the width is said for the row as a whole, by the check after this one
    const worst = worstEdge(rowAcross(pieces) ? edges(0, 0, lead, trail) : edges(left, right, lead, trail))
    return worst ? found('caution', { code: 'sliver', ...worst }) : found('fine', { code: 'edges_covered' })
  },
}

/** The outermost pieces of a row that spans the width, counted from 1: one that reaches the left edge, one the right. */
function rowAcross(pieces: PrintOutcome['pieces']): { readonly first: number; readonly last: number } | null {
  const reaching = (edge: 'left' | 'right'): number =>
    pieces.findIndex((p: PieceOutcome | null) => p?.reaches[edge] === true) + 1
  const [first, last] = [reaching('left'), reaching('right')]
  return first > 0 && last > 0 ? { first, last } : null
}

/** What the drift takes from a row across the sheet at one side, it leaves white at the other: at its first and its last. */
export const rowSpans: Check = {
  id: 'row',
  about: 'what spans the width is covered at both sides',
  of: 'print',
  run: (_facts, { sheet, pieces }) => {
    const row = sheet?.borderless ? rowAcross(pieces) : null
    if (!row) return null
    const at = (n: number, edge: 'left' | 'right'): number => pieces[n - 1]?.slivers[edge] ?? 0
    const byUm = um(Math.max(at(row.first, 'left'), at(row.last, 'right')))
    return byUm > 0 ? found('caution', { code: 'row_drifts', ...row, byUm }) : null
  },
}

export const enlargementKnown: Check = {
  id: 'enlargement',
  about: 'the enlargement of the borderless sheet is taken back',
  of: 'piece',
  run: ({ laid }, { print }, { sheet }) => {
    if (!sheet?.borderless || !laid) return null
    if (print.enlargement === 'left')
      return found('caution', {
        code: 'enlargement_left',
        acrossPercent: (sheet.enlargement.gx - 1) * 100,
        alongPercent: (sheet.enlargement.gy - 1) * 100,
        lossUm: worstEdge(laid.cutOff)?.byUm ?? um(0),
      })
    return laid.grownBy > 1.0001
      ? found('caution', { code: 'grown_to_cover', percent: (laid.grownBy - 1) * 100 })
      : found('fine', { code: 'enlargement_corrected' })
  },
}
