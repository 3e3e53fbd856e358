// The stand-in's own reading and writing of IPP (RFC 8010), in the form that it needs: a tag and a plain value.

export type Value = { readonly tag: number; readonly v: unknown }
export type Attr = { readonly name: string; readonly values: readonly Value[] }
export type Group = { readonly tag: number; readonly attrs: Attr[] }
export type Request = {
  readonly major: number
  readonly minor: number
  readonly op: number
  readonly id: number
  readonly groups: readonly Group[]
  /** where the document begins */
  readonly end: number
}

export class Malformed extends Error {}
/** More bytes are needed before the attributes can be read to their end. */
export class Unfinished extends Error {}

const NAMES: Readonly<Record<number, boolean>> = Object.fromEntries(
  [0x41, 0x42, 0x44, 0x45, 0x46, 0x47, 0x48, 0x49].map((t) => [t, true]),
)

/** Reads the attributes of a request. @throws Malformed, or Unfinished when it stops too early. */
export function decode(b: Buffer): Request {
  let p = 0
  let values = 0
  const take = (n: number): Buffer => {
    if (p + n > b.length) throw new Unfinished('')
    p += n
    return b.subarray(p - n, p)
  }
  const short = (): number => {
    const n = take(2).readInt16BE()
    if (n < 0) throw new Malformed(`negative length ${n}`)
    return n
  }
  const body = (tag: number, raw: Buffer, depth: number): unknown => {
    const must = (n: number): void => {
      if (raw.length !== n) throw new Malformed(`tag ${tag} with ${raw.length} octets`)
    }
    if (tag === 0x21 || tag === 0x23) {
      must(4)
      return raw.readInt32BE()
    }
    if (tag === 0x22) {
      must(1)
      return raw[0] !== 0
    }
    if (tag === 0x32) {
      must(9)
      return { x: raw.readInt32BE(0), y: raw.readInt32BE(4), units: raw[8] }
    }
    if (tag === 0x33) {
      must(8)
      return { low: raw.readInt32BE(0), high: raw.readInt32BE(4) }
    }
    if (tag === 0x34) return members(depth + 1)
    if (tag === 0x35 || tag === 0x36) {
      const n = raw.length >= 4 ? raw.readUInt16BE(0) : Number.POSITIVE_INFINITY
      if (n + 4 > raw.length) throw new Malformed('text with a language that does not fit')
      return raw.subarray(n + 4).toString('utf8')
    }
    return NAMES[tag] ? raw.toString('utf8') : Buffer.from(raw)
  }
  const members = (depth: number): Attr[] => {
    if (depth > 8) throw new Malformed('collections too deep')
    const attrs: { name: string; values: Value[] }[] = []
    for (;;) {
      const tag = take(1)[0] as number
      const name = take(short()).toString('utf8')
      const raw = take(short())
      values += 1
      if (values > 5000) throw new Malformed('too many values')
      if (tag < 0x10 || name !== '') throw new Malformed('a collection without its end')
      if (tag === 0x37) return attrs
      if (tag === 0x4a) attrs.push({ name: raw.toString('utf8'), values: [] })
      else {
        const last = attrs.at(-1)
        if (!last) throw new Malformed('a member without a name')
        last.values.push({ tag, v: body(tag, raw, depth) })
      }
    }
  }
  const head = take(8)
  const groups: { tag: number; attrs: { name: string; values: Value[] }[] }[] = []
  for (;;) {
    const tag = take(1)[0] as number
    if (tag === 0x03) break
    if (tag < 0x10) {
      groups.push({ tag, attrs: [] })
      continue
    }
    const group = groups.at(-1)
    if (!group) throw new Malformed('a value before the first group')
    const name = take(short()).toString('utf8')
    const raw = take(short())
    values += 1
    if (values > 5000) throw new Malformed('too many values')
    if (tag === 0x37 || tag === 0x4a) throw new Malformed('a member outside of a collection')
    const value = { tag, v: body(tag, raw, 0) }
    if (name !== '') group.attrs.push({ name, values: [value] })
    else {
      const last = group.attrs.at(-1)
      if (!last) throw new Malformed('a further value without its first')
      last.values.push(value)
    }
  }
  return {
    major: head[0] as number,
    minor: head[1] as number,
    op: head.readUInt16BE(2),
    id: head.readInt32BE(4),
    groups,
    end: p,
  }
}

// --- values by their syntax -------------------------------------------------------------------------------------

export const int = (v: number): Value => ({ tag: 0x21, v })
export const enumeration = (v: number): Value => ({ tag: 0x23, v })
export const bool = (v: boolean): Value => ({ tag: 0x22, v })
export const keyword = (v: string): Value => ({ tag: 0x44, v })
export const name = (v: string): Value => ({ tag: 0x42, v })
export const text = (v: string): Value => ({ tag: 0x41, v })
export const uri = (v: string): Value => ({ tag: 0x45, v })
export const charset = (v: string): Value => ({ tag: 0x47, v })
export const language = (v: string): Value => ({ tag: 0x48, v })
export const mime = (v: string): Value => ({ tag: 0x49, v })
export const range = (low: number, high: number): Value => ({ tag: 0x33, v: { low, high } })
export const resolution = (ppi: number): Value => ({ tag: 0x32, v: { x: ppi, y: ppi, units: 3 } })
export const noValue: Value = { tag: 0x13, v: null }
export const coll = (members: Readonly<Record<string, Value | readonly Value[]>>): Value => ({
  tag: 0x34,
  v: attrs(members),
})
/** RFC 2579: local time with its distance from UTC, here none. */
export const date = (at: Date): Value => ({
  tag: 0x31,
  v: Buffer.from([
    at.getUTCFullYear() >> 8,
    at.getUTCFullYear() & 255,
    at.getUTCMonth() + 1,
    at.getUTCDate(),
    at.getUTCHours(),
    at.getUTCMinutes(),
    at.getUTCSeconds(),
    0,
    0x2b,
    0,
    0,
  ]),
})

export const attrs = (all: Readonly<Record<string, Value | readonly Value[]>>): Attr[] =>
  Object.entries(all).map(([n, v]) => ({ name: n, values: Array.isArray(v) ? v : [v as Value] }))

/** Writes a response. */
export function encode(major: number, minor: number, status: number, id: number, groups: readonly Group[]): Buffer {
  const out: Buffer[] = []
  const u8 = (n: number): void => void out.push(Buffer.from([n]))
  const u16 = (n: number): void => {
    const b = Buffer.alloc(2)
    b.writeUInt16BE(n)
    out.push(b)
  }
  const i32 = (n: number): Buffer => {
    const b = Buffer.alloc(4)
    b.writeInt32BE(n)
    return b
  }
  const sized = (b: Buffer): void => {
    u16(b.length)
    out.push(b)
  }
  const bytes = ({ tag, v }: Value): Buffer => {
    if (tag === 0x21 || tag === 0x23) return i32(v as number)
    if (tag === 0x22) return Buffer.from([v ? 1 : 0])
    if (tag === 0x32) {
      const r = v as { x: number; y: number; units: number }
      return Buffer.concat([i32(r.x), i32(r.y), Buffer.from([r.units])])
    }
    if (tag === 0x33) {
      const r = v as { low: number; high: number }
      return Buffer.concat([i32(r.low), i32(r.high)])
    }
    if (v === null) return Buffer.alloc(0)
    return typeof v === 'string' ? Buffer.from(v, 'utf8') : (v as Buffer)
  }
  const put = (n: string, value: Value): void => {
    u8(value.tag)
    sized(Buffer.from(n, 'utf8'))
    if (value.tag !== 0x34) {
      sized(bytes(value))
      return
    }
    u16(0)
    for (const m of value.v as Attr[]) {
      u8(0x4a)
      u16(0)
      sized(Buffer.from(m.name, 'utf8'))
      for (const inner of m.values) put('', inner)
    }
    u8(0x37)
    u16(0)
    u16(0)
  }
  out.push(Buffer.from([major, minor, status >> 8, status & 255]), i32(id))
  for (const g of groups) {
    u8(g.tag)
    for (const a of g.attrs) for (const [i, value] of a.values.entries()) put(i === 0 ? a.name : '', value)
  }
  u8(0x03)
  return Buffer.concat(out)
}

/** First value of an attribute, undefined when it is not there. */
export const first = (list: readonly Attr[], n: string): unknown => list.find((a) => a.name === n)?.values[0]?.v
