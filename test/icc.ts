/** A grey printer profile, ICC.1:2001-04: white of D50, a tone curve, a description in these bytes. */
export function greyProfile(
  description: string,
  curve: readonly number[],
  space: 'GRAY' | 'RGB ' = 'GRAY',
): Uint8Array {
  const words = Buffer.from(description, 'utf8')
  const desc = Buffer.alloc(12 + words.length + 1 + 4 + 4 + 2 + 1 + 67)
  desc.write('desc', 0, 'latin1')
  desc.writeUInt32BE(words.length + 1, 8)
  words.copy(desc, 12)
  const white = Buffer.alloc(20)
  white.write('XYZ ', 0, 'latin1')
  for (const [i, v] of [0.9642, 1, 0.8249].entries()) white.writeInt32BE(Math.round(v * 65_536), 8 + 4 * i)
  const trc = Buffer.alloc(12 + 2 * curve.length)
  trc.write('curv', 0, 'latin1')
  trc.writeUInt32BE(curve.length, 8)
  for (const [i, v] of curve.entries()) trc.writeUInt16BE(v, 12 + 2 * i)
  const right = Buffer.concat([Buffer.from('text\0\0\0\0', 'latin1'), Buffer.from('free\0', 'latin1')])
  const tags: readonly (readonly [string, Buffer])[] = [
    ['desc', desc],
    ['wtpt', white],
    ['kTRC', trc],
    ['cprt', right],
  ]
  const padded = tags.map(([, b]) => Buffer.concat([b, Buffer.alloc((4 - (b.length % 4)) % 4)]))
  const table = Buffer.alloc(4 + 12 * tags.length)
  table.writeUInt32BE(tags.length, 0)
  let at = 128 + table.length
  for (const [i, [name, b]] of tags.entries()) {
    table.write(name, 4 + 12 * i, 'latin1')
    table.writeUInt32BE(at, 8 + 12 * i)
    table.writeUInt32BE(b.length, 12 + 12 * i)
    at += padded[i]?.length ?? 0
  }
  const head = Buffer.alloc(128)
  head.writeUInt32BE(at, 0)
  head.writeUInt32BE(0x02400000, 8)
  head.write('prtr', 12, 'latin1')
  head.write(space, 16, 'latin1')
  head.write('XYZ ', 20, 'latin1')
  head.write('acsp', 36, 'latin1')
  for (const [i, v] of [0.9642, 1, 0.8249].entries()) head.writeInt32BE(Math.round(v * 65_536), 68 + 4 * i)
  return Buffer.concat([head, table, ...padded])
}

/** A curve of a gamma, as a profile holds it. */
export const gammaCurve = (gamma: number): readonly number[] =>
  Array.from({ length: 256 }, (_, i) => Math.round(65_535 * (i / 255) ** gamma))
