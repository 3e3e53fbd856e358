import { type Edges, edges } from '@/core/sheet/sheet'
import { worstEdge } from './area'
import { type Check, found } from './check'

export const borderlessPossible: Check = {
  id: 'borderless',
  about: 'borderless works on this feed, width and media setting',
  run: ({ body, version }, { sheet }) => {
    if (!version || !sheet || body.edge !== 'borderless') return null
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
  run: (_facts, { sheet, print }) => {
    if (!sheet?.borderless || !print) return null
    const worst = worstEdge(print.slivers)
    return worst ? found('look', { code: 'sliver', ...worst }) : found('fine', { code: 'edges_covered' })
  },
}

export const growthKnown: Check = {
  id: 'growth',
  about: 'the growth of the borderless sheet is taken back',
  run: ({ body }, { sheet, print }) => {
    if (!sheet?.borderless || !print) return null
    if (body.growth === 'accepted')
      return found('look', {
        code: 'growth_accepted',
        acrossPercent: (sheet.growth.gx - 1) * 100,
        alongPercent: (sheet.growth.gy - 1) * 100,
        lossUm: worstEdge(print.cutOff)?.byUm ?? NONE.left,
      })
    return print.grownBy > 1.0001
      ? found('look', { code: 'grown_to_cover', percent: (print.grownBy - 1) * 100 })
      : found('fine', { code: 'growth_cancelled' })
  },
}

const NONE: Edges = edges(0, 0, 0, 0)
