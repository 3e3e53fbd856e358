import { type Check, found } from './check'

export const sizePossible: Check = {
  id: 'size',
  about: 'the sheet goes through this feed',
  of: 'print',
  run: ({ version }, { sheet }) => {
    if (!version || !sheet) return null
    const [problem] = sheet.fit.problems
    return problem
      ? found('stop', { code: 'size_impossible', feed: version.feed.name, problem })
      : found('fine', { code: 'size_fits', feed: version.feed.name })
  },
}

/** A size that the room no longer offers: the slip still names it. */
export const sizeOffered: Check = {
  id: 'offered',
  about: 'the room offers this size',
  of: 'print',
  run: ({ size }) => {
    if (!size) return null
    const { newer } = size
    if (newer && !newer.retired)
      return found('caution', {
        code: 'size_changed',
        name: newer.name,
        ...{ shortUm: size.short, longUm: size.long, nowShortUm: newer.short, nowLongUm: newer.long },
      })
    return size.retired
      ? found('stop', { code: 'size_retired', name: size.name })
      : found('fine', { code: 'size_offered' })
  },
}

/** A sheet that fits only with its long edge first: said, since somebody has to load it so. */
export const sizeTurned: Check = {
  id: 'turned',
  about: 'the sheet goes in short edge first',
  of: 'print',
  run: (_facts, { sheet }) => {
    if (!sheet || sheet.roll || sheet.fit.problems.length > 0) return null
    return sheet.fit.turned
      ? found('caution', { code: 'size_turned', widthUm: sheet.sheet.width, lengthUm: sheet.sheet.length })
      : found('fine', { code: 'size_as_fed' })
  },
}
