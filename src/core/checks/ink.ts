import { type Check, found } from './check'

/** Margins that use up the sheet, or a size of nothing: a sheet would come out white. */
export const leavesInk: Check = {
  id: 'ink',
  about: 'something is printed on the sheet',
  of: 'print',
  run: (_facts, { noInk, sheet }) => {
    if (!sheet) return null
    if (!noInk) return found('fine', { code: 'leaves_ink' })
    return found('stop', { code: 'no_ink', margins: sheet.frame.w <= 0 || sheet.frame.h <= 0 })
  },
}

/** On a roll a print may be turned by itself: said, with what that saves. */
export const turnSaves: Check = {
  id: 'saves',
  about: 'the print lies the way that takes less of the roll',
  of: 'print',
  run: (_facts, { sheet }) =>
    sheet?.roll && sheet.insteadOf !== null
      ? found('fine', { code: 'turned_saves', isUm: sheet.sheet.length, insteadUm: sheet.insteadOf })
      : null,
}
