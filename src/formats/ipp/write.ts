import { absurd } from '@/core/result/result'
import { GROUP, type IppAttribute, type IppDate, type IppMessage, type IppValue, TAG } from './message'

const text = new TextEncoder()

/** Lengths are two octets, signed, in RFC 8010: nothing longer can be said. */
const MOST_BYTES = 0x7fff

class Writer {
  private bytes = new Uint8Array(1024)
  private view = new DataView(this.bytes.buffer)
  private at = 0

  private room(more: number): number {
    const from = this.at
    this.at += more
    if (this.at > this.bytes.length) {
      const grown = new Uint8Array(Math.max(this.at, this.bytes.length * 2))
      grown.set(this.bytes)
      this.bytes = grown
      this.view = new DataView(grown.buffer)
    }
    return from
  }
  u8(v: number): void {
    const at = this.room(1)
    this.view.setUint8(at, v)
  }
  u16(v: number): void {
    const at = this.room(2)
    this.view.setUint16(at, v)
  }
  i32(v: number): void {
    const at = this.room(4)
    this.view.setInt32(at, v)
  }
  raw(b: Uint8Array): void {
    const at = this.room(b.length)
    this.bytes.set(b, at)
  }
  sized(b: Uint8Array): void {
    if (b.length > MOST_BYTES) throw new RangeError(`a value of ${b.length} octets does not fit in a message`)
    this.u16(b.length)
    this.raw(b)
  }
  done(): Uint8Array {
    return this.bytes.slice(0, this.at)
  }
}

/** Writes a message, without the document that may follow it. @throws RangeError for a value above 32 767 octets. */
export function writeIpp(message: IppMessage): Uint8Array {
  const w = new Writer()
  w.u8(message.version[0])
  w.u8(message.version[1])
  w.u16(message.code)
  w.i32(message.requestId)
  for (const group of message.groups) {
    w.u8(group.tag)
    for (const attribute of group.attributes) writeAttribute(w, attribute)
  }
  w.u8(GROUP.end)
  return w.done()
}

/** The first value carries the name, the others of a set an empty one (RFC 8010, 3.1.4 and 3.1.5). */
function writeAttribute(w: Writer, { name, values }: IppAttribute): void {
  values.forEach((value, i) => {
    w.u8(tagOf(value))
    w.sized(text.encode(i === 0 ? name : ''))
    writeValue(w, value)
  })
}

/** A collection's members follow it as memberAttrName and unnamed values, up to endCollection (RFC 8010, 3.1.6). */
function writeMembers(w: Writer, members: readonly IppAttribute[]): void {
  for (const { name, values } of members) {
    w.u8(TAG.memberName)
    w.u16(0)
    w.sized(text.encode(name))
    for (const value of values) {
      w.u8(tagOf(value))
      w.u16(0)
      writeValue(w, value)
    }
  }
  w.u8(TAG.endCollection)
  w.u16(0)
  w.u16(0)
}

const tagOf = (value: IppValue): number => (value.kind === 'other' ? value.tag : TAG[value.kind])

function writeValue(w: Writer, value: IppValue): void {
  switch (value.kind) {
    case 'integer':
    case 'enum':
      w.u16(4)
      return w.i32(value.value)
    case 'boolean':
      w.u16(1)
      return w.u8(value.value ? 1 : 0)
    case 'text':
    case 'name':
    case 'keyword':
    case 'uri':
    case 'uriScheme':
    case 'charset':
    case 'naturalLanguage':
    case 'mimeMediaType':
      return w.sized(text.encode(value.value))
    case 'textWithLanguage':
    case 'nameWithLanguage': {
      const language = text.encode(value.language)
      const words = text.encode(value.value)
      w.u16(language.length + words.length + 4)
      w.sized(language)
      return w.sized(words)
    }
    case 'octetString':
    case 'other':
      return w.sized(value.bytes)
    case 'dateTime':
      return w.sized(dateBytes(value.value))
    case 'resolution':
      w.u16(9)
      w.i32(value.across)
      w.i32(value.along)
      return w.u8(value.units)
    case 'range':
      w.u16(8)
      w.i32(value.lower)
      return w.i32(value.upper)
    case 'collection':
      w.u16(0)
      return writeMembers(w, value.members)
    case 'unsupported':
    case 'unknown':
    case 'no-value':
      return w.u16(0)
    default:
      return absurd(value)
  }
}

/** RFC 2579: year (2), month, day, hour, minute, second, tenths, sign, hours and minutes from UTC. */
function dateBytes(d: IppDate): Uint8Array {
  const zone = Math.abs(d.zone)
  return Uint8Array.of(
    d.year >> 8,
    d.year & 255,
    d.month,
    d.day,
    d.hour,
    d.minute,
    d.second,
    d.tenth,
    (d.zone < 0 ? '-' : '+').charCodeAt(0),
    Math.floor(zone / 60),
    zone % 60,
  )
}
