import { um } from '@/core/length/length'
import { sameSheet, sameWidth } from '@/core/sizes/shelf'
import { type Check, found } from './check'

/** What is noted as loaded against what the slip prints on; where nothing is noted nothing is said. */
export const paperLoaded: Check = {
  id: 'loaded',
  about: 'the paper of the preset is in the printer',
  of: 'print',
  run: ({ version }, { sheet }) => {
    if (!version?.loaded || !sheet) return null
    const { loaded, paper, feed } = version
    const { width, length } = sheet.sheet
    const [short, long] = [Math.min(width, length), Math.max(width, length)]
    const form = sheet.roll
      ? loaded.kind === 'roll' && sameWidth(loaded.width, width)
      : loaded.kind === 'sheet' && sameSheet({ short: loaded.width, long: loaded.length }, { short, long })
    if (loaded.paperId === paper.id && form) return found('fine', { code: 'paper_loaded' })
    return found('stop', {
      code: 'other_paper',
      feed: feed.name,
      holds: { paper: loaded.paperName, kind: loaded.kind, width: loaded.width, length: loaded.length },
      wants: sheet.roll
        ? { paper: paper.name, kind: 'roll', width, length }
        : { paper: paper.name, kind: 'sheet', width: um(short), length: um(long) },
    })
  },
}
