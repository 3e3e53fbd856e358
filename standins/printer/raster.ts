// Reading PWG Raster (PWG 5102.4-2012) as it comes, row by row.

export class BadRaster extends Error {}

export type PageHeader = {
  readonly width: number
  readonly height: number
  readonly ppiX: number
  readonly ppiY: number
  readonly bits: number
  readonly channels: number
  readonly bytesPerLine: number
  /** 1 rgb, 3 black, 18 sgray, 19 srgb, 20 adobe rgb */
  readonly space: number
  readonly sizeName: string
  readonly mediaType: string
}

/** One row of samples; `times` it repeats. `from`, `to`: the pixels that are not white, to <= from when all are. */
export type Row = {
  readonly samples: Uint8Array | Uint16Array
  readonly times: number
  readonly from: number
  readonly to: number
}

const SPACES: Readonly<Record<number, number>> = { 1: 3, 3: 1, 18: 1, 19: 3, 20: 3 }

/** Bytes from a stream by count. */
class Intake {
  private held: Buffer = Buffer.alloc(0)
  private at = 0
  private over = false
  private readonly source: AsyncIterator<Buffer>

  constructor(stream: AsyncIterable<Buffer>) {
    this.source = stream[Symbol.asyncIterator]()
  }
  private async fill(n: number): Promise<boolean> {
    while (this.held.length - this.at < n && !this.over) {
      const { value, done } = await this.source.next()
      if (done) this.over = true
      else {
        this.held = this.at === this.held.length ? value : Buffer.concat([this.held.subarray(this.at), value])
        this.at = 0
      }
    }
    return this.held.length - this.at >= n
  }
  /** What is held now, at least `n` octets of it if the stream has them. */
  async window(n: number): Promise<Buffer> {
    await this.fill(n)
    return this.held.subarray(this.at)
  }
  skip(n: number): void {
    this.at += n
  }
  async take(n: number): Promise<Buffer | null> {
    if (!(await this.fill(n))) return null
    this.at += n
    return this.held.subarray(this.at - n, this.at)
  }
}

const MOST_PIXELS_ACROSS = 60_000
const MOST_ROWS = 800_000

export class RasterReader {
  private readonly intake: Intake
  constructor(stream: AsyncIterable<Buffer>) {
    this.intake = new Intake(stream)
  }

  /** The sync word. @throws BadRaster */
  async begin(): Promise<void> {
    const sync = await this.intake.take(4)
    if (sync?.toString('latin1') !== 'RaS2') throw new BadRaster('no PWG raster: the sync word is missing')
  }

  /** The next page's header, null after the last page. */
  async page(): Promise<PageHeader | null> {
    const b = await this.intake.take(1796)
    if (!b) return null
    const words = (at: number): string => b.toString('latin1', at, at + 64).replace(/\0.*$/s, '')
    if (words(0) !== 'PwgRaster') throw new BadRaster('a page header that does not say PwgRaster')
    const head: PageHeader = {
      ppiX: b.readUInt32BE(276),
      ppiY: b.readUInt32BE(280),
      width: b.readUInt32BE(372),
      height: b.readUInt32BE(376),
      bits: b.readUInt32BE(384),
      bytesPerLine: b.readUInt32BE(392),
      space: b.readUInt32BE(400),
      channels: b.readUInt32BE(420),
      mediaType: words(128),
      sizeName: words(1732),
    }
    const channels = SPACES[head.space]
    if (!channels || channels !== head.channels)
      throw new BadRaster(`colour space ${head.space}, ${head.channels} channels`)
    if (head.bits !== 8 && head.bits !== 16) throw new BadRaster(`${head.bits} bits a colour`)
    if (head.width < 1 || head.width > MOST_PIXELS_ACROSS || head.height < 1 || head.height > MOST_ROWS)
      throw new BadRaster(`${head.width} x ${head.height} pixels`)
    if (head.ppiX < 50 || head.ppiX > 4800 || head.ppiY < 50 || head.ppiY > 4800)
      throw new BadRaster(`${head.ppiX} x ${head.ppiY} dots per inch`)
    if (head.bytesPerLine !== (head.width * channels * head.bits) / 8) throw new BadRaster('bytes per line do not fit')
    return head
  }

  /** The rows of the page whose header was read. @throws BadRaster when they end early. */
  async *rows(head: PageHeader): AsyncGenerator<Row> {
    const n = head.bytesPerLine / head.width
    const white = head.space === 3 ? 0 : 255
    // the longest that a row can be: each pixel in a group of its own
    const longest = head.width * (n + 1) + 1
    let y = 0
    while (y < head.height) {
      const b = await this.intake.window(longest)
      const line = Buffer.alloc(head.bytesPerLine)
      let p = 0
      const need = (count: number): number => {
        if (p + count > b.length) throw new BadRaster(`the picture ends in row ${y} of ${head.height}`)
        p += count
        return p - count
      }
      const times = (b[need(1)] as number) + 1
      if (y + times > head.height) throw new BadRaster(`row ${y} repeats past the page`)
      let x = 0
      let [from, to] = [head.width, 0]
      const inked = (a: number, z: number): void => {
        if (a < from) from = a
        if (z > to) to = z
      }
      while (x < head.width) {
        const code = b[need(1)] as number
        if (code === 128) {
          line.fill(white, x * n)
          x = head.width
        } else if (code < 128) {
          const count = code + 1
          if (x + count > head.width) throw new BadRaster(`row ${y} is too long`)
          const at = need(n)
          let blank = true
          for (let i = 0; i < n; i++) if (b[at + i] !== white) blank = false
          if (n === 1) line.fill(b[at] as number, x, x + count)
          else if (blank) line.fill(white, x * n, (x + count) * n)
          else for (let i = 0; i < count; i++) b.copy(line, (x + i) * n, at, at + n)
          if (!blank) inked(x, x + count)
          x += count
        } else {
          const count = 257 - code
          if (x + count > head.width) throw new BadRaster(`row ${y} is too long`)
          b.copy(line, x * n, need(count * n), p)
          inked(x, x + count)
          x += count
        }
      }
      this.intake.skip(p)
      const samples = head.bits === 16 ? new Uint16Array(line.buffer, line.byteOffset, line.length / 2) : line
      if (head.bits === 16) line.swap16()
      yield { samples, times, from, to }
      y += times
    }
  }
}
