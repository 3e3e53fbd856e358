import { um } from '@/core/length/length'
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
  run: ({ laid }, _facts, { sheet }) => {
    if (!sheet?.borderless || !laid) return null
    const worst = worstEdge(laid.slivers)
    return worst ? found('caution', { code: 'sliver', ...worst }) : found('fine', { code: 'edges_covered' })
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
