import { type Check, found } from './check'

/** What the printer says is in it against what is noted: somebody looks before a sheet is wasted. */
export const printerAgrees: Check = {
  id: 'says',
  about: 'the printer says that the noted paper is in it',
  of: 'print',
  run: ({ version }) => {
    if (!version || version.says === undefined) return null
    const { says, feed } = version
    return says === null
      ? found('fine', { code: 'printer_agrees' })
      : found('caution', {
          ...{
            code: 'printer_says',
            feed: feed.name,
            noted: says.noted,
            mediaSetting: says.mediaSetting?.name ?? null,
          },
          ...{ roll: says.roll, widthUm: says.width, lengthUm: says.length },
        })
  },
}

/** What the person before left set at the printer. */
export const nothingLeftSet: Check = {
  id: 'left-set',
  about: 'nothing was left set at the printer',
  of: 'print',
  run: ({ version }) => {
    if (!version?.setAtPrinter) return null
    const [first] = version.setAtPrinter
    return first
      ? found('caution', {
          code: 'left_set',
          printer: version.printerName,
          what: first.what,
          is: first.is,
          since: first.since,
        })
      : found('fine', { code: 'nothing_left_set' })
  },
}
