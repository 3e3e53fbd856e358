import { type Check, found } from './check'

/** A slip without picture, preset or sheet cannot be printed: the first one that is missing is named. */
export const complete: Check = {
  id: 'complete',
  about: 'picture, preset and sheet are chosen',
  of: 'print',
  run: ({ pictures, version }, outcome) => {
    if (pictures.some((p) => p === null)) return found('stop', { code: 'picture_missing' })
    if (!version) return found('stop', { code: 'preset_missing' })
    return outcome.sheet ? null : found('stop', { code: 'sheet_missing' })
  },
}
