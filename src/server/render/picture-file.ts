/** A member's file as the room knows it. */
export type PictureFile = {
  readonly path: string
  readonly mime: 'image/jpeg' | 'image/png' | 'image/tiff'
  readonly name: string
  /** as seen, after its orientation */
  readonly width: number
  readonly height: number
  readonly orientation: number
  readonly grey: boolean
  readonly bits: number
  /** which picture of the file, from 0 */
  readonly page: number
  /** whether the profile in the file counts */
  readonly tagged: boolean
}
