import { type Check, found } from './check'

/** The file was read to its last row; a good header proves nothing. */
export const pictureDecodes: Check = {
  id: 'picture',
  about: 'the file can be read to its end',
  of: 'piece',
  run: ({ picture }) => {
    if (!picture) return null
    if (picture.decoded === null) return found('caution', { code: 'picture_unproven', name: picture.name })
    return picture.decoded
      ? found('fine', { code: 'picture_decodes' })
      : found('stop', { code: 'picture_broken', name: picture.name })
  },
}
