import { bad, ok, type Result } from '@/core/result/result'

/** What Libreta needs to know of an ICC profile without trusting it. */
export type IccSummary = {
  /** empty when it has none that can be read */
  readonly description: string
  /** device class signature, ICC.1 clause 7.2.7, for example `prtr` */
  readonly deviceClass: string
  readonly space: 'RGB' | 'GRAY' | 'CMYK' | 'other'
  readonly version: number
}

export type IccProblem = { readonly code: 'icc_broken'; readonly why: string }

export const MOST_TAGS = 200

/**
 * Reads header and description of a profile: ICC.1:2010, clauses 7.2 (header), 7.3 (tag table), 10.13 (mluc), and
 * ICC.1:2001-04 clause 6.5.17 (textDescription). Bounded: no more than 200 tags are looked at, nothing outside the bytes.
 */
export function readIcc(bytes: Uint8Array): Result<IccSummary, IccProblem> {
  const broken = (why: string): Result<IccSummary, IccProblem> => bad({ code: 'icc_broken', why })
  if (bytes.length < 132) return broken('shorter than its header')
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  if (text(bytes, 36, 4) !== 'acsp') return broken('the signature acsp is missing')
  const count = view.getUint32(128)
  if (count > MOST_TAGS || 132 + count * 12 > bytes.length) return broken(`a table of ${count} tags does not fit`)
  for (let i = 0; i < count; i++) {
    const at = 132 + i * 12
    if (view.getUint32(at + 4) + view.getUint32(at + 8) > bytes.length)
      return broken(`the tag ${text(bytes, at, 4).trim()} lies beyond its end`)
  }
  const description = find(view, bytes, count) ?? ''
  const space = text(bytes, 16, 4).trim()
  return ok({
    description,
    deviceClass: text(bytes, 12, 4),
    space: space === 'RGB' || space === 'GRAY' || space === 'CMYK' ? space : 'other',
    version: view.getUint8(8),
  })
}

function find(view: DataView, bytes: Uint8Array, count: number): string | null {
  for (let i = 0; i < count; i++) {
    const at = 132 + i * 12
    if (text(bytes, at, 4) !== 'desc') continue
    const offset = view.getUint32(at + 4)
    const size = view.getUint32(at + 8)
    if (offset + size > bytes.length || size < 12) return null
    return describe(view, bytes, offset, size)
  }
  return null
}

/** The English of several languages is taken, else the first: ICC.1:2010, clause 10.13. */
const RECORDS = 64

/** What a text tag says: textDescription, multiLocalizedUnicode or text; null for another type, or what does not fit. */
export function describe(view: DataView, bytes: Uint8Array, offset: number, size: number): string | null {
  const type = text(bytes, offset, 4)
  const plain = (from: number, length: number): string =>
    utf8OrLatin(bytes.subarray(from, from + Math.max(0, length)))
      .replace(/\0.*$/s, '')
      .trim()
  if (type === 'desc') return size < 12 ? null : plain(offset + 12, Math.min(view.getUint32(offset + 8), size - 12))
  if (type === 'text') return plain(offset + 8, size - 8)
  if (type !== 'mluc' || size < 28 || view.getUint32(offset + 8) < 1) return null
  const count = Math.min(view.getUint32(offset + 8), RECORDS)
  const record = (i: number): number => offset + 16 + i * 12
  const held = Array.from({ length: count }, (_, i) => i).filter((i) => 28 + i * 12 <= size)
  const english = held.find((i) => text(bytes, record(i), 2) === 'en') ?? 0
  const length = view.getUint32(record(english) + 4)
  const start = view.getUint32(record(english) + 8)
  if (start + length > size) return null
  let out = ''
  for (let i = 0; i + 1 < length; i += 2) out += String.fromCharCode(view.getUint16(offset + start + i))
  return out.replace(/\0.*$/s, '').trim()
}

/** The standard says ASCII; what makers write beyond it is UTF-8, or Latin 1. */
function utf8OrLatin(bytes: Uint8Array): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return text(bytes, 0, bytes.length)
  }
}

/** A signature or plain letters, a byte each. */
export function text(bytes: Uint8Array, at: number, length: number): string {
  let out = ''
  for (let i = at; i < Math.min(at + length, bytes.length); i++) out += String.fromCharCode(bytes[i] ?? 0)
  return out
}
