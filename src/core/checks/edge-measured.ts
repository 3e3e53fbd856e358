import { type Check, found } from './check'

/**
 * Whether the figures come from an edge check that still holds. Without one a print is only as declared: said for
 * borderless, where enlargement is at stake, and left unsaid with margins, where most rooms never measure.
 */
export const edgeMeasured: Check = {
  id: 'edge-measured',
  about: 'an edge check measured where this feed prints',
  of: 'print',
  run: ({ version }, { sheet }) => {
    if (!version || !sheet) return null
    const edge = sheet.borderless ? 'borderless' : 'margins'
    const check = version.checked[edge]
    if (!check)
      return sheet.borderless
        ? found('caution', {
            code: 'edge_unchecked',
            feed: version.feed.name,
            borderless: true,
            queue: version.queueName,
          })
        : null
    const due = version.checkDue[edge]
    return due
      ? found('caution', { code: 'edge_check_due', number: check.number, due })
      : found('fine', { code: 'edge_checked', number: check.number })
  },
}
