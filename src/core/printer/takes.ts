/** What a printer told that it takes; empty lists: it did not say. */
export type Takes = {
  readonly formats: readonly string[]
  /** pwg-raster-document-type-supported (PWG 5102.4): `srgb_8`, `sgray_8`, `rgb_8`, `black_8`, ... */
  readonly rasterTypes: readonly string[]
  readonly resolutions: readonly number[]
  readonly scaling: readonly string[]
}
