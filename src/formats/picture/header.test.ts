import { describe, expect, it } from 'vitest'
import { readPictureHeader } from './header'
import type { ReadAt } from './types'

// Heads of files, written here from the standards: ITU-T T.81, PNG (third edition), TIFF 6.0 and BigTIFF.

const reading =
  (bytes: Uint8Array): ReadAt =>
  (at, count) =>
    bytes.subarray(at, at + count)
const header = (...parts: readonly (readonly number[])[]) => readPictureHeader(reading(Uint8Array.from(parts.flat())))
const u16 = (v: number, little = false): number[] => (little ? [v & 255, v >> 8] : [v >> 8, v & 255])
const u32 = (v: number, little = false): number[] => {
  const b = [(v >>> 24) & 255, (v >>> 16) & 255, (v >>> 8) & 255, v & 255]
  return little ? b.reverse() : b
}
const u64 = (v: number, little: boolean): number[] =>
  little ? [...u32(v, true), ...u32(0, true)] : [...u32(0), ...u32(v)]
const text = (t: string): number[] => [...t].map((c) => c.charCodeAt(0))

describe('the head of a JPEG', () => {
  const SOI = [0xff, 0xd8]
  const segment = (code: number, ...data: number[]): number[] => [0xff, code, ...u16(data.length + 2), ...data]
  const frame = (code: number, factors: readonly number[] = [0x22, 0x11, 0x11], bits = 8): number[] =>
    segment(code, bits, ...u16(1200), ...u16(1600), factors.length, ...factors.flatMap((f, i) => [i + 1, f, 0]))
  it('tells size, precision and subsampling', () => {
    expect(header(SOI, frame(0xc0))).toEqual({
      ...{ format: 'JPEG', width: 1600, height: 1200, bits: 8, components: 3, samplesPerPixel: 1.5 },
      ...{ progressive: false, arithmetic: false, lossless: false, density: null },
    })
    expect(header(SOI, frame(0xc1, [0x11], 12))).toMatchObject({ bits: 12, components: 1, samplesPerPixel: 1 })
    expect(header(SOI, frame(0xc0, [0x21, 0x11, 0x11]))).toMatchObject({ samplesPerPixel: 2 })
    expect(header(SOI, frame(0xc0, [0x11, 0x11, 0x11, 0x11]))).toMatchObject({ samplesPerPixel: 4 })
  })
  it.each([
    [0xc0, false, false, false],
    [0xc1, false, false, false],
    [0xc2, true, false, false],
    [0xc3, false, false, true],
    [0xc5, false, false, false],
    [0xc6, true, false, false],
    [0xc7, false, false, true],
    [0xc9, false, true, false],
    [0xca, true, true, false],
    [0xcb, false, true, true],
    [0xcd, false, true, false],
    [0xce, true, true, false],
    [0xcf, false, true, true],
  ])('knows the process of frame %s', (code, progressive, arithmetic, lossless) => {
    expect(header(SOI, frame(code))).toMatchObject({ progressive, arithmetic, lossless })
  })
  it('walks over what comes before: application data, tables, fill bytes', () => {
    const before = [
      ...segment(0xe1, ...Array(300).fill(7)),
      ...segment(0xc4, 1),
      ...segment(0xc8, 1),
      ...segment(0xcc, 1),
    ]
    expect(header(SOI, before, [0xff, 0xff], frame(0xc2).slice(1))).toMatchObject({ width: 1600, progressive: true })
  })
  it.each([
    ['a scan before any frame', [...SOI, ...segment(0xda, 1, 2), ...frame(0xc0)]],
    ['a length that is none', [...SOI, 0xff, 0xe0, 0, 1, ...frame(0xc0)]],
    ['no marker', [...SOI, 0x00, 0xe0, 0, 4, 1, 2]],
    ['an end in the frame', [...SOI, ...frame(0xc0).slice(0, -1)]],
    ['a frame without components', [...SOI, ...frame(0xc0, [])]],
    ['nothing behind its start', SOI],
    ['another start', [0xff, 0xd9, ...frame(0xc0)]],
  ])('%s is no head', (_name, bytes) => {
    expect(header(bytes)).toBeNull()
  })
})

describe('the head of a PNG', () => {
  const chunk = (type: string, ...data: number[]): number[] => [...u32(data.length), ...text(type), ...data, 0, 0, 0, 0]
  const png = (colourType = 2, bits = 8, interlace = 0, ...more: number[][]) =>
    header(
      [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a],
      chunk('IHDR', ...u32(640), ...u32(480), bits, colourType, 0, 0, interlace),
      ...more,
      chunk('IDAT', 1, 2, 3),
      chunk('iCCP', 1),
    )
  const SRGB = [31270, 32900, 64000, 33000, 30000, 60000, 15000, 6000]
  it('tells size, depth, channels and rows', () => {
    expect(png()).toEqual({
      ...{ format: 'PNG', width: 640, height: 480, bits: 8, channels: 3, interlaced: false },
      ...{ described: null, gamma: null, primaries: null, density: null },
    })
    expect(png(0, 16, 1)).toMatchObject({ bits: 16, channels: 1, interlaced: true })
    expect([3, 4, 6].map((t) => (png(t) as { channels: number }).channels)).toEqual([3, 2, 4])
    expect([1, 5, 7].map((t) => png(t))).toEqual([null, null, null])
  })
  it('tells what describes its colours, as far as it comes before the picture', () => {
    expect(png(2, 8, 0, chunk('sRGB', 0))).toMatchObject({ described: 'sRGB' })
    expect(png(2, 8, 0, chunk('iCCP', 1, 2), chunk('sRGB', 0))).toMatchObject({ described: 'profile' })
    expect(png(2, 8, 0, chunk('gAMA', ...u32(45455)))).toMatchObject({ gamma: 0.45455 })
    expect(png(2, 8, 0, chunk('gAMA', 1, 2, 3))).toMatchObject({ gamma: null })
  })
  it('knows the primaries of sRGB, a little off as well', () => {
    const cHRM = (by: number) => chunk('cHRM', ...SRGB.flatMap((v) => u32(v + by)))
    expect([0, 500, -500, 501].map((by) => (png(2, 8, 0, cHRM(by)) as { primaries: string }).primaries)).toEqual([
      ...['sRGB', 'sRGB', 'sRGB', 'other'],
    ])
    expect(png(2, 8, 0, chunk('cHRM', ...u32(1)))).toMatchObject({ primaries: null })
  })
  it('an end in its first chunk is none', () => {
    const bytes = [
      0x89,
      0x50,
      0x4e,
      0x47,
      0x0d,
      0x0a,
      0x1a,
      0x0a,
      ...chunk('IHDR', ...u32(1), ...u32(1), 8, 2, 0, 0, 0),
    ]
    expect(header(bytes)).toMatchObject({ width: 1 })
    expect(header(bytes.slice(0, -1))).toBeNull()
    expect(header([0x88, ...bytes.slice(1)])).toBeNull()
  })
})

describe('the head of a TIFF', () => {
  type Entry = readonly [tag: number, type: number, values: readonly number[]]
  const SIZE: Readonly<Record<number, number>> = { 1: 1, 3: 2, 4: 4, 16: 8 }
  /** Directories one behind the other, in either order of bytes; values that do not fit stand behind them. */
  function tiff(directories: readonly (readonly Entry[])[], { little = true, big = false } = {}): number[] {
    const word = (v: number): number[] => (big ? u64(v, little) : u32(v, little))
    const [entry, room, first] = big ? [20, 8, 16] : [12, 4, 8]
    const start = big
      ? [...text(little ? 'II' : 'MM'), ...u16(43, little), ...u16(8, little), 0, 0, ...word(first)]
      : [...text(little ? 'II' : 'MM'), ...u16(42, little), ...word(first)]
    const bytes = [...start]
    directories.forEach((entries, d) => {
      const head = big ? 8 : 2
      const table = head + entries.length * entry + room
      const behind: number[] = []
      const at = bytes.length
      const lines = entries.flatMap(([tag, type, values]) => {
        const size = SIZE[type] ?? 1
        const data = values.flatMap((v) =>
          size === 1 ? [v] : size === 2 ? u16(v, little) : size === 4 ? u32(v, little) : u64(v, little),
        )
        const inline = data.length <= room
        const held = inline ? [...data, ...Array(room - data.length).fill(0)] : word(at + table + behind.length)
        if (!inline) behind.push(...data)
        return [...u16(tag, little), ...u16(type, little), ...word(values.length), ...held]
      })
      const next = d + 1 < directories.length ? at + table + behind.length : 0
      bytes.push(
        ...(big ? u64(entries.length, little) : u16(entries.length, little)),
        ...lines,
        ...word(next),
        ...behind,
      )
    })
    return bytes
  }
  const STRIPS: readonly Entry[] = [
    [256, 4, [300]],
    [257, 4, [200]],
    [258, 3, [16, 16, 16]],
    [259, 3, [5]],
    [262, 3, [2]],
    [277, 3, [3]],
    [278, 4, [64]],
  ]
  const first = (bytes: number[]) => {
    const read = header(bytes)
    return read?.format === 'TIFF' ? read.pictures[0] : read
  }
  it.each([
    ['little', { little: true, big: false }],
    ['big first', { little: false, big: false }],
    ['BigTIFF, little', { little: true, big: true }],
    ['BigTIFF, big first', { little: false, big: true }],
  ])('%s: size, depth, strips', (_name, how) => {
    expect(first(tiff([STRIPS], how))).toEqual({
      ...{ width: 300, height: 200, bits: 16, channels: 3, sampleFormat: 1, photometric: 2, compression: 5 },
      ...{ pieceBytes: 300 * 64 * 3 * 2, reduced: false, density: null },
    })
  })
  it('a strip is never taken for taller than the picture, and planes lie apart', () => {
    const rows = (n: number): Entry => [278, 4, [n]]
    const with_ = (...more: Entry[]) =>
      first(tiff([[...STRIPS.filter((e) => !more.some((m) => m[0] === e[0])), ...more]]))
    expect(with_(rows(1000))).toMatchObject({ pieceBytes: 300 * 200 * 6 })
    expect(with_([284, 3, [2]])).toMatchObject({ pieceBytes: 300 * 64 * 2 })
    expect(with_([258, 3, [1]], [277, 3, [1]])).toMatchObject({ bits: 1, pieceBytes: (300 * 64) / 8 })
    expect(with_([322, 4, [128]], [323, 4, [256]])).toMatchObject({ pieceBytes: 128 * 256 * 6 })
    expect(with_([339, 3, [3]])).toMatchObject({ sampleFormat: 3 })
  })
  it('says nothing that the file does not: what is left out has the standard’s default', () => {
    expect(
      first(
        tiff([
          [
            [256, 4, [7]],
            [257, 4, [5]],
          ],
        ]),
      ),
    ).toEqual({
      ...{ width: 7, height: 5, bits: 1, channels: 1, sampleFormat: 1, photometric: 1, compression: 1 },
      ...{ pieceBytes: 5, reduced: false, density: null },
    })
  })
  it('a size that is not there is none', () => {
    const without = (...tags: readonly number[]) => first(tiff([STRIPS.filter(([tag]) => !tags.includes(tag))]))
    expect(without(256)).toMatchObject({ width: 0, height: 200, pieceBytes: 0 })
    expect(without(257)).toMatchObject({ width: 300, height: 0, pieceBytes: 0 })
    expect(first(tiff([[...STRIPS, [322, 4, [128]]]]))).toMatchObject({ pieceBytes: 0 })
  })
  it('several pictures stand in their order, smaller copies marked', () => {
    const read = header(tiff([STRIPS, [...STRIPS, [254, 4, [1]]], [...STRIPS, [254, 4, [2]]]]))
    expect(read?.format === 'TIFF' && read.pictures.map((p) => p.reduced)).toEqual([false, true, false])
  })
  it('a chain that loops ends, and one that leads out of the file as well', () => {
    const bytes = tiff([STRIPS])
    const next = 8 + 2 + STRIPS.length * 12
    const looped = [...bytes.slice(0, next), ...u32(8, true), ...bytes.slice(next + 4)]
    const away = [...bytes.slice(0, next), ...u32(90_000, true), ...bytes.slice(next + 4)]
    for (const b of [looped, away]) {
      const read = header(b)
      expect(read?.format === 'TIFF' && read.pictures).toHaveLength(1)
    }
  })
  it.each([
    ['another order', [0x49, 0x4d, ...tiff([STRIPS]).slice(2)]],
    ['another number', [...tiff([STRIPS]).slice(0, 2), 41, 0, ...tiff([STRIPS]).slice(4)]],
    ['no directory', tiff([])],
    ['an end before its directory', tiff([STRIPS]).slice(0, 9)],
    ['an end in its directory', tiff([STRIPS]).slice(0, 50)],
  ])('%s is no head', (_name, bytes) => {
    expect(header(bytes)).toBeNull()
  })
})

describe('the density that a file states', () => {
  const SOI = [0xff, 0xd8]
  const segment = (code: number, ...data: number[]): number[] => [0xff, code, ...u16(data.length + 2), ...data]
  const FRAME = segment(0xc0, 8, ...u16(10), ...u16(10), 1, 1, 0x11, 0)
  const jfif = (units: number, x: number, y = x): number[] =>
    segment(0xe0, ...text('JFIF'), 0, 1, 2, units, ...u16(x), ...u16(y), 0, 0)
  /** A directory with XResolution, YResolution and ResolutionUnit as EXIF holds it. */
  const directory = (x: readonly [number, number], y: readonly [number, number], unit: number | null): number[] => {
    const fields = unit === null ? 2 : 3
    const behind = 8 + 2 + fields * 12 + 4
    const field = (tag: number, type: number, count: number, ...value: number[]) => [
      ...u16(tag),
      ...u16(type),
      ...u32(count),
      ...value,
    ]
    return [
      ...[...text('MM'), ...u16(42), ...u32(8), ...u16(fields)],
      ...field(282, 5, 1, ...u32(behind)),
      ...field(283, 5, 1, ...u32(behind + 8)),
      ...(unit === null ? [] : field(296, 3, 1, ...u16(unit), 0, 0)),
      ...u32(0),
      ...[...x, ...y].flatMap((v) => u32(v)),
    ]
  }
  const exif = (...of: Parameters<typeof directory>): number[] =>
    segment(0xe1, ...text('Exif'), 0, 0, ...directory(...of))
  const jpeg = (...parts: number[][]) => {
    const read = header(SOI, ...parts, FRAME)
    return read?.format === 'JPEG' ? read.density : undefined
  }
  it('JFIF: per inch, per centimetre, or a ratio alone', () => {
    expect(jpeg(jfif(1, 300))).toEqual({ across: 300, along: 300 })
    expect(jpeg(jfif(2, 120, 60))).toEqual({ across: 304.8, along: 152.4 })
    expect(jpeg(jfif(0, 300))).toBeNull()
    expect(jpeg(jfif(1, 1))).toBeNull()
    expect(jpeg(jfif(1, 25))).toBeNull()
    expect(jpeg(jfif(1, 26))).not.toBeNull()
  })
  it('EXIF: fractions, per inch unless it says centimetres, none where its unit is none', () => {
    expect(jpeg(exif([3000, 10], [2400, 8], 2))).toEqual({ across: 300, along: 300 })
    expect(jpeg(exif([3000, 10], [3000, 10], null))).toEqual({ across: 300, along: 300 })
    expect(jpeg(exif([100, 1], [100, 1], 3))).toEqual({ across: 254, along: 254 })
    expect(jpeg(exif([100, 1], [100, 1], 1))).toBeNull()
    expect(jpeg(exif([300, 0], [300, 1], 2))).toBeNull()
  })
  it('both: EXIF is meant, unless it is only the default that stayed behind', () => {
    expect(jpeg(jfif(1, 96), exif([240, 1], [240, 1], 2))).toEqual({ across: 240, along: 240 })
    expect(jpeg(jfif(1, 300), exif([72, 1], [72, 1], 2))).toEqual({ across: 300, along: 300 })
    expect(jpeg(jfif(0, 1), exif([72, 1], [72, 1], 2))).toEqual({ across: 72, along: 72 })
  })
  it('application data that is cut short, or another’s, says nothing', () => {
    expect(jpeg(segment(0xe1, ...text('http://ns')))).toBeNull()
    expect(jpeg(segment(0xe1, ...text('Exif'), 0, 0, ...text('MM')))).toBeNull()
    expect(jpeg(segment(0xe0, ...text('JFIF'), 0, 1))).toBeNull()
  })
  it('PNG: per metre, or nothing', () => {
    const chunk = (type: string, ...data: number[]) => [...u32(data.length), ...text(type), ...data, 0, 0, 0, 0]
    const png = (...more: number[][]) => {
      const read = header(
        [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a],
        chunk('IHDR', ...u32(6), ...u32(4), 8, 2, 0, 0, 0),
        ...more,
        chunk('IDAT', 1),
        chunk('pHYs', ...u32(1), ...u32(1), 1),
      )
      return read?.format === 'PNG' ? read.density : undefined
    }
    expect(png(chunk('pHYs', ...u32(10_000), ...u32(5000), 1))).toEqual({ across: 254, along: 127 })
    expect(png(chunk('pHYs', ...u32(4), ...u32(3), 0))).toBeNull()
    expect(png(chunk('pHYs', 1, 2))).toBeNull()
    expect(png()).toBeNull()
  })
  it('TIFF: of each of its pictures', () => {
    const read = header(directory([6000, 10], [6000, 10], 2))
    expect(read?.format === 'TIFF' && read.pictures[0]?.density).toEqual({ across: 600, along: 600 })
  })
})
