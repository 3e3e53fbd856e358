import { once } from 'node:events'
import { createWriteStream, renameSync, type WriteStream } from 'node:fs'
import { finished } from 'node:stream/promises'
import { createDeflate, type Deflate } from 'node:zlib'

/** Rows handed to the packer at a time. */
const BATCH = 64

/** PNG (ISO/IEC 15948) written row by row, with its physical size. */
export class PngFile {
  private readonly out: WriteStream
  private readonly deflate: Deflate
  private batch: Buffer
  private filled = 0
  private before: Uint8Array

  constructor(
    private readonly path: string,
    width: number,
    height: number,
    pixelsPerMetre: number,
  ) {
    this.out = createWriteStream(`${path}.part`)
    this.out.write(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]))
    const head = Buffer.alloc(13)
    head.writeUInt32BE(width, 0)
    head.writeUInt32BE(height, 4)
    head.set([8, 2, 0, 0, 0], 8) // 8 bits, colour, no interlace
    this.out.write(chunk('IHDR', head))
    this.out.write(chunk('sRGB', Buffer.from([1])))
    const size = Buffer.alloc(9)
    size.writeUInt32BE(pixelsPerMetre, 0)
    size.writeUInt32BE(pixelsPerMetre, 4)
    size[8] = 1
    this.out.write(chunk('pHYs', size))
    this.deflate = createDeflate({ level: 1 })
    this.deflate.on('data', (data: Buffer) => this.out.write(chunk('IDAT', data)))
    this.row = 1 + width * 3
    this.batch = Buffer.alloc(this.row * BATCH)
    this.before = Buffer.alloc(width * 3)
  }
  private readonly row: number

  /** The next row; `same`: it is the row before once more. */
  async add(rgb: Uint8Array, same = false): Promise<void> {
    const { batch, before } = this
    const at = this.filled * this.row
    batch[at] = 2 // filter: difference to the row above
    if (!same) {
      for (let i = 0; i < rgb.length; i++) batch[at + 1 + i] = (rgb[i] as number) - (before[i] as number)
      before.set(rgb)
    }
    this.filled += 1
    if (this.filled === BATCH) await this.flush()
  }

  private async flush(): Promise<void> {
    const full = this.batch.subarray(0, this.filled * this.row)
    this.batch = Buffer.alloc(this.row * BATCH)
    this.filled = 0
    if (!this.deflate.write(full)) await once(this.deflate, 'drain')
  }

  async end(): Promise<void> {
    await this.flush()
    this.deflate.end()
    await finished(this.deflate)
    this.out.end(chunk('IEND', Buffer.alloc(0)))
    await finished(this.out)
    renameSync(`${this.path}.part`, this.path)
  }
}

function chunk(type: string, data: Buffer): Buffer {
  const b = Buffer.alloc(data.length + 12)
  b.writeUInt32BE(data.length, 0)
  b.write(type, 4, 'latin1')
  data.copy(b, 8)
  b.writeUInt32BE(crc(b.subarray(4, data.length + 8)), data.length + 8)
  return b
}

const TABLE = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1
  return c >>> 0
})

function crc(b: Buffer): number {
  let c = 0xffffffff
  for (const v of b) c = (TABLE[(c ^ v) & 255] as number) ^ (c >>> 8)
  return (c ^ 0xffffffff) >>> 0
}
