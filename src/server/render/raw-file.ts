import { closeSync, mkdtempSync, openSync, readSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { AS_STORED, pageOf } from '@/server/imaging/decoder'
import type { PictureFile } from './picture-file'

/** What decoding asks of a source. */
export type Decodable = Pick<PictureFile, 'path' | 'page' | 'grey' | 'bits' | 'tagged'>

/** The decoder's own file format begins with this many octets, then come the samples, row by row. */
const HEADER = 64

/**
 * A decoded picture on disk, as stored (its orientation not applied): any rectangle of it can be read without holding
 * the rest. Samples are octets, or 16-bit words in this machine's order.
 */
export class RawFile {
  private constructor(
    private readonly folder: string,
    private readonly file: number,
    readonly width: number,
    readonly height: number,
    readonly channels: 1 | 3,
    readonly bytes: 1 | 2,
    readonly icc: Uint8Array | null,
  ) {}

  /** Decodes to a temporary file, a band at a time, over white where it is transparent. @throws when it cannot be decoded */
  static async open({ path, page, grey, bits, tagged }: Decodable): Promise<RawFile> {
    const sixteen = bits === 16
    const space = grey ? (sixteen ? 'grey16' : 'b-w') : sixteen ? 'rgb16' : 'srgb'
    const folder = mkdtempSync(join(tmpdir(), 'libreta-raster-'))
    try {
      // the numbers as they stand in the file: what they mean is the converter's affair
      const input = sharp(path, { ...pageOf(page), ...AS_STORED, sequentialRead: true })
      const meta = await input.metadata()
      const out = join(folder, 'picture.v')
      const info = await input
        .flatten({ background: '#ffffff' })
        .pipelineColourspace(space)
        .toColourspace(space)
        .toFile(out)
      const channels = info.channels === 1 ? 1 : 3
      return new RawFile(
        folder,
        openSync(out, 'r'),
        info.width,
        info.height,
        channels,
        sixteen ? 2 : 1,
        tagged ? (meta.icc ?? null) : null,
      )
    } catch (error) {
      rmSync(folder, { recursive: true, force: true })
      throw error
    }
  }

  /** Columns x0..x1 of row y, into `into` at `at` (octets). */
  row(y: number, x0: number, x1: number, into: Uint8Array, at: number): void {
    const pixel = this.channels * this.bytes
    const n = (x1 - x0) * pixel
    const got = readSync(this.file, into, at, n, HEADER + (y * this.width + x0) * pixel)
    if (got !== n) throw new Error(`row ${y} of the decoded picture is not there`)
  }

  close(): void {
    closeSync(this.file)
    rmSync(this.folder, { recursive: true, force: true })
  }
}
