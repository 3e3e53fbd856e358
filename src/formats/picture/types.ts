/** Bytes of a file from a place on; fewer where it ends. */
export type ReadAt = (at: number, count: number) => Uint8Array

/** Pixels per inch that a file states of itself, across and along its rows; null: it states none. */
export type Density = { readonly across: number; readonly along: number } | null

export type JpegHeader = {
  readonly format: 'JPEG'
  readonly width: number
  readonly height: number
  /** sample precision: 8, or 12 */
  readonly bits: number
  readonly components: number
  /** samples of all components for each pixel, after subsampling */
  readonly samplesPerPixel: number
  readonly progressive: boolean
  readonly arithmetic: boolean
  readonly lossless: boolean
  readonly density: Density
}

export type PngHeader = {
  readonly format: 'PNG'
  readonly width: number
  readonly height: number
  readonly bits: number
  readonly channels: number
  readonly interlaced: boolean
  /** what describes its colours, as far as the file says: a profile, the sRGB chunk, or nothing */
  readonly described: 'profile' | 'sRGB' | null
  /** gAMA as a file gamma (0.45455 for sRGB), null without */
  readonly gamma: number | null
  /** whether cHRM is there, and names the primaries of sRGB */
  readonly primaries: 'sRGB' | 'other' | null
  readonly density: Density
}

export type TiffPicture = {
  readonly width: number
  readonly height: number
  readonly bits: number
  readonly channels: number
  /** 1 unsigned, 2 signed, 3 float (TIFF 6.0, SampleFormat) */
  readonly sampleFormat: number
  /** PhotometricInterpretation */
  readonly photometric: number
  readonly compression: number
  /** octets of one strip or tile, unpacked */
  readonly pieceBytes: number
  /** NewSubfileType says that it is a smaller copy of another */
  readonly reduced: boolean
  readonly density: Density
}

export type TiffHeader = { readonly format: 'TIFF'; readonly pictures: readonly TiffPicture[] }

export type PictureHeader = JpegHeader | PngHeader | TiffHeader
