/** Samples as PDF (ISO 32000-1, 8.9.5.2) and PWG raster have them. The values are not kept: they may be swapped in place. */
export const bigEndian = (data: Uint8Array | Uint16Array): Uint8Array =>
  data instanceof Uint16Array ? Buffer.from(data.buffer, data.byteOffset, data.byteLength).swap16() : data
