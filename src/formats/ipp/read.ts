import { bad, ok, type Result } from '@/core/result/result'
import {
  GROUP,
  type IppAttribute,
  type IppDate,
  type IppGroup,
  type IppMessage,
  type IppValue,
  type StringKind,
  TAG,
} from './message'

/** Why bytes are no IPP message, and at which octet that shows. */
export type IppBroken = { readonly at: number; readonly says: string }

/** More than any printer tells, and little enough to hold: a hostile message ends here. */
const MOST_ATTRIBUTES = 20_000
const MOST_GROUPS = 2000
const DEEPEST = 12

const utf8 = new TextDecoder()

class Broken extends Error {
  constructor(
    readonly at: number,
    message: string,
  ) {
    super(message)
  }
}

type Named = { name: string; values: IppValue[] }

/** Where a value came from: its tag, its name, its bytes. */
type Piece = { readonly tag: number; readonly name: string; readonly bytes: Uint8Array; readonly at: number }

class Reader {
  at = 0
  private count = 0
  private readonly view: DataView

  constructor(private readonly bytes: Uint8Array) {
    this.view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  }

  private need(n: number, what: string): number {
    const from = this.at
    if (from + n > this.bytes.length)
      throw new Broken(from, `ends in the middle of ${what}: ${n} octets wanted, ${this.bytes.length - from} there`)
    this.at += n
    return from
  }
  u8(what: string): number {
    const at = this.need(1, what)
    return this.view.getUint8(at)
  }
  u16(what: string): number {
    const at = this.need(2, what)
    return this.view.getUint16(at)
  }
  i32(what: string): number {
    const at = this.need(4, what)
    return this.view.getInt32(at)
  }
  private sized(what: string): Uint8Array {
    const length = this.u16(`the length of ${what}`)
    const at = this.need(length, what)
    return this.bytes.subarray(at, at + length)
  }
  peek(): number | null {
    return this.bytes[this.at] ?? null
  }

  piece(): Piece {
    this.count += 1
    if (this.count > MOST_ATTRIBUTES) throw new Broken(this.at, `more than ${MOST_ATTRIBUTES} values`)
    const at = this.at
    const tag = this.u8('a value tag')
    // the octet 0x7f says that a tag of four octets follows in the value; it is kept as it came
    const name = utf8.decode(this.sized('an attribute name'))
    return { tag, name, bytes: this.sized(`the value of ${name || 'a set'}`), at }
  }

  value(piece: Piece, depth: number): IppValue {
    return piece.tag === TAG.collection
      ? { kind: 'collection', members: this.members(piece.at, depth + 1) }
      : simple(piece)
  }

  private members(began: number, depth: number): readonly IppAttribute[] {
    if (depth > DEEPEST) throw new Broken(began, `collections inside each other more than ${DEEPEST} deep`)
    const members: Named[] = []
    for (;;) {
      const tag = this.peek()
      if (tag === null || tag < 0x10) throw new Broken(this.at, `the collection that began at ${began} has no end`)
      const piece = this.piece()
      if (piece.tag === TAG.endCollection) return members
      if (piece.tag === TAG.memberName) {
        members.push({ name: utf8.decode(piece.bytes), values: [] })
        continue
      }
      const last = members.at(-1)
      if (!last) throw new Broken(piece.at, 'a value in a collection before its first member name')
      last.values.push(this.value(piece, depth))
    }
  }
}

/**
 * Reads a message. What follows it (a document) starts at `end`.
 * Never throws and never loops: the number of values and the depth of collections are bounded.
 */
export function readIpp(bytes: Uint8Array): Result<{ readonly message: IppMessage; readonly end: number }, IppBroken> {
  const r = new Reader(bytes)
  try {
    const version: [number, number] = [r.u8('the version'), r.u8('the version')]
    const code = r.u16('the operation or status')
    const requestId = r.i32('the request id')
    const groups: { tag: number; attributes: Named[] }[] = []
    for (;;) {
      const tag = r.peek()
      if (tag === null) throw new Broken(r.at, 'has no end-of-attributes tag')
      if (tag === GROUP.end) {
        r.u8('the end')
        break
      }
      if (tag < 0x10) {
        if (groups.length >= MOST_GROUPS) throw new Broken(r.at, `more than ${MOST_GROUPS} groups`)
        groups.push({ tag: r.u8('a group tag'), attributes: [] })
        continue
      }
      readAttribute(r, groups.at(-1))
    }
    const read: readonly IppGroup[] = groups
    return ok({ message: { version, code, requestId, groups: read }, end: r.at })
  } catch (error) {
    if (error instanceof Broken) return bad({ at: error.at, says: error.message })
    throw error
  }
}

function readAttribute(r: Reader, group: { attributes: Named[] } | undefined): void {
  const piece = r.piece()
  if (!group) throw new Broken(piece.at, 'an attribute before the first group')
  const value = r.value(piece, 0)
  if (piece.name !== '') group.attributes.push({ name: piece.name, values: [value] })
  else {
    const last = group.attributes.at(-1)
    if (!last) throw new Broken(piece.at, 'a further value of a set without its first')
    last.values.push(value)
  }
}

const STRINGS: Readonly<Record<number, StringKind>> = {
  [TAG.text]: 'text',
  [TAG.name]: 'name',
  [TAG.keyword]: 'keyword',
  [TAG.uri]: 'uri',
  [TAG.uriScheme]: 'uriScheme',
  [TAG.charset]: 'charset',
  [TAG.naturalLanguage]: 'naturalLanguage',
  [TAG.mimeMediaType]: 'mimeMediaType',
}

/** A value of its tag; when its length is not what the tag wants it is kept as `other`, not guessed. */
function simple({ tag, bytes, at }: Piece): IppValue {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const other: IppValue = { kind: 'other', tag, bytes: new Uint8Array(bytes) }
  const words = STRINGS[tag]
  if (words) return { kind: words, value: utf8.decode(bytes) }
  switch (tag) {
    case TAG.integer:
      return bytes.length === 4 ? { kind: 'integer', value: view.getInt32(0) } : other
    case TAG.enum:
      return bytes.length === 4 ? { kind: 'enum', value: view.getInt32(0) } : other
    case TAG.boolean:
      return bytes.length === 1 ? { kind: 'boolean', value: view.getUint8(0) !== 0 } : other
    case TAG.octetString:
      return { kind: 'octetString', bytes: new Uint8Array(bytes) }
    case TAG.dateTime:
      return bytes.length === 11 ? { kind: 'dateTime', value: dateOf(view) } : other
    case TAG.resolution:
      return bytes.length === 9
        ? { kind: 'resolution', across: view.getInt32(0), along: view.getInt32(4), units: view.getUint8(8) }
        : other
    case TAG.range:
      return bytes.length === 8 ? { kind: 'range', lower: view.getInt32(0), upper: view.getInt32(4) } : other
    case TAG.textWithLanguage:
      return withLanguage('textWithLanguage', bytes) ?? other
    case TAG.nameWithLanguage:
      return withLanguage('nameWithLanguage', bytes) ?? other
    case TAG.unsupported:
      return bytes.length === 0 ? { kind: 'unsupported' } : other
    case TAG.unknown:
      return bytes.length === 0 ? { kind: 'unknown' } : other
    case TAG['no-value']:
      return bytes.length === 0 ? { kind: 'no-value' } : other
    case TAG.memberName:
    case TAG.endCollection:
      throw new Broken(at, 'a part of a collection outside of one')
    default:
      return other
  }
}

function withLanguage(kind: 'textWithLanguage' | 'nameWithLanguage', bytes: Uint8Array): IppValue | null {
  if (bytes.length < 4) return null
  const first = ((bytes[0] ?? 0) << 8) | (bytes[1] ?? 0)
  if (first + 4 > bytes.length) return null
  const second = ((bytes[first + 2] ?? 0) << 8) | (bytes[first + 3] ?? 0)
  if (first + second + 4 !== bytes.length) return null
  return {
    kind,
    language: utf8.decode(bytes.subarray(2, 2 + first)),
    value: utf8.decode(bytes.subarray(first + 4)),
  }
}

function dateOf(v: DataView): IppDate {
  const sign = v.getUint8(8) === 0x2d ? -1 : 1
  return {
    year: v.getUint16(0),
    month: v.getUint8(2),
    day: v.getUint8(3),
    hour: v.getUint8(4),
    minute: v.getUint8(5),
    second: v.getUint8(6),
    tenth: v.getUint8(7),
    zone: sign * (v.getUint8(9) * 60 + v.getUint8(10)),
  }
}
