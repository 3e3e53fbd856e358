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

/** `file size` needs a file that states one. */
export const fileSizeStated: Check = {
  id: 'file-size',
  about: 'the file states its own size',
  of: 'piece',
  run: ({ piece, picture }) => {
    if (piece.placing.mode !== 'file size' || !picture) return null
    return picture.stated
      ? found('fine', { code: 'file_size_taken', widthUm: picture.stated.width, heightUm: picture.stated.height })
      : found('stop', { code: 'file_states_no_size', name: picture.name })
  },
}
