import { bad, ok, type Result } from '@/core/result/result'
import { describe, type IccProblem, MOST_TAGS, text } from './read'

/** Rendering intents in the order of their numbers: ICC.1:2010, table 23. */
export const ICC_INTENTS = ['perceptual', 'relative colorimetric', 'saturation', 'absolute colorimetric'] as const
export type IccIntent = (typeof ICC_INTENTS)[number]

/** A tone curve as the profile has it: a power, or a table of so many entries. */
export type IccCurve =
  | { readonly tag: string; readonly kind: 'gamma'; readonly gamma: number }
  | { readonly tag: string; readonly kind: 'table'; readonly entries: number }

/** Everything that can be told of a profile without converting with it. */
export type IccProfile = {
  /** bytes, as the header says */
  readonly size: number
  /** `4.3`, `2.4` */
  readonly version: string
  /** device class signature, ICC.1:2010 clause 7.2.5: `prtr`, `mntr`, `scnr`, `spac`, `link`, `abst`, `nmcl` */
  readonly deviceClass: string
  /** data colour space signature, trimmed: `RGB`, `GRAY`, `CMYK`, `Lab` */
  readonly space: string
  /** profile connection space signature, trimmed: `XYZ` or `Lab` */
  readonly pcs: string
  /** the intent that the header names */
  readonly intent: IccIntent
  readonly description: string
  readonly copyright: string
  /** media white, CIE XYZ relative to D50; null where it says none */
  readonly white: { readonly x: number; readonly y: number; readonly z: number } | null
  /** tag signatures in the order of the table */
  readonly tags: readonly string[]
  /** intents for which it really has a table to device values (B2A) and from them (A2B) */
  readonly toDevice: readonly IccIntent[]
  readonly fromDevice: readonly IccIntent[]
  readonly curves: readonly IccCurve[]
}

type Tag = { readonly name: string; readonly offset: number; readonly size: number }
type Read<T> = Result<T, IccProblem>

const broken = (why: string): Result<never, IccProblem> => bad({ code: 'icc_broken', why })

/**
 * Reads a profile whole: header (ICC.1:2010 clause 7.2), tag table (7.3), texts, white, curves and the sizes of its
 * tables. Strict: sizes, places and counts must be what the standard says. Bounded: nothing outside the bytes is looked
 * at, and nothing is made as large as a count says.
 */
export function readProfile(bytes: Uint8Array): Read<IccProfile> {
  if (bytes.length < 132) return broken(`it has ${bytes.length} bytes; a header alone has 132`)
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  if (text(bytes, 36, 4) !== 'acsp') return broken('the signature acsp is missing')
  const size = view.getUint32(0)
  // some are padded to a multiple of four, and no further
  if (size > bytes.length || bytes.length - size > 3)
    return broken(`its header says ${size} bytes, the file has ${bytes.length}`)
  const tags = readTags(view, bytes, size)
  if (!tags.ok) return tags
  const curves = readCurves(view, bytes, tags.value)
  if (!curves.ok) return curves
  const tables = readTables(view, bytes, tags.value)
  if (!tables.ok) return tables
  const white = readWhite(view, bytes, tags.value)
  if (!white.ok) return white
  const has = (prefix: string): readonly IccIntent[] =>
    ICC_INTENTS.filter((_, i) => i < 3 && tags.value.some((t) => t.name === `${prefix}${i}`))
  const said = (name: string): string => {
    const tag = tags.value.find((t) => t.name === name)
    return (tag && describe(view, bytes, tag.offset, tag.size)) ?? ''
  }
  return ok({
    size,
    version: `${view.getUint8(8)}.${view.getUint8(9) >> 4}`,
    deviceClass: text(bytes, 12, 4),
    space: text(bytes, 16, 4).trim(),
    pcs: text(bytes, 20, 4).trim(),
    intent: ICC_INTENTS[view.getUint32(64) & 3] ?? 'perceptual',
    description: said('desc'),
    copyright: said('cprt'),
    white: white.value,
    tags: tags.value.map((t) => t.name.trim()),
    toDevice: has('B2A'),
    fromDevice: has('A2B'),
    curves: curves.value,
  })
}

function readTags(view: DataView, bytes: Uint8Array, size: number): Read<readonly Tag[]> {
  const count = view.getUint32(128)
  if (count > MOST_TAGS || 132 + count * 12 > size) return broken(`a table of ${count} tags does not fit`)
  const tags = Array.from({ length: count }, (_, i): Tag => {
    const at = 132 + i * 12
    return { name: text(bytes, at, 4), offset: view.getUint32(at + 4), size: view.getUint32(at + 8) }
  })
  for (const t of tags) {
    if (t.offset < 132 + count * 12) return broken(`the tag ${t.name.trim()} lies inside the table of tags`)
    if (t.offset % 4 !== 0) return broken(`the tag ${t.name.trim()} begins at ${t.offset}, which is no multiple of 4`)
    if (t.offset + t.size > size) return broken(`the tag ${t.name.trim()} lies beyond the end`)
    if (t.size < 8) return broken(`the tag ${t.name.trim()} has ${t.size} bytes; the least is 8`)
  }
  // several tags may share one place; what overlaps otherwise is damage
  const ordered = tags.toSorted((a, b) => a.offset - b.offset || a.size - b.size)
  for (const [i, t] of ordered.entries()) {
    const before = ordered[i - 1]
    const shared = before && before.offset === t.offset && before.size === t.size
    if (before && !shared && before.offset + before.size > t.offset)
      return broken(`the tags ${before.name.trim()} and ${t.name.trim()} overlap`)
  }
  return ok(tags)
}

const CURVES: readonly string[] = ['rTRC', 'gTRC', 'bTRC', 'kTRC']
/** Parameters of each function type of a parametric curve: ICC.1:2010, table 65. */
const PARAMETERS = [1, 3, 4, 5, 7]
const s15f16 = (view: DataView, at: number): number => view.getInt32(at) / 65_536

function readCurves(view: DataView, bytes: Uint8Array, tags: readonly Tag[]): Read<readonly IccCurve[]> {
  const out: IccCurve[] = []
  for (const { name, offset, size } of tags.filter((t) => CURVES.includes(t.name))) {
    const kind = text(bytes, offset, 4)
    if (kind !== 'curv' && kind !== 'para') return broken(`the curve ${name} is of the type ${kind.trim()}`)
    if (size < 12) return broken(`the curve ${name} has no room for what it is`)
    const n = kind === 'curv' ? view.getUint32(offset + 8) : view.getUint16(offset + 8)
    if (kind === 'curv') {
      if (12 + n * 2 > size)
        return broken(`the curve ${name} says ${n} entries, its tag has room for ${(size - 12) >> 1}`)
      // clause 10.6: no entry is a straight line, one is a power in 8.8 bits
      if (n > 1) out.push({ tag: name, kind: 'table', entries: n })
      else out.push({ tag: name, kind: 'gamma', gamma: n === 0 ? 1 : view.getUint16(offset + 12) / 256 })
    } else {
      const parameters = PARAMETERS[n]
      if (parameters === undefined) return broken(`the curve ${name} is of the function ${n}; there are 0 to 4`)
      if (12 + parameters * 4 > size) return broken(`the curve ${name} lacks some of its ${parameters} parameters`)
      out.push({ tag: name, kind: 'gamma', gamma: s15f16(view, offset + 12) })
    }
  }
  return ok(out)
}

/** Whether every table of a transform has the room that its own header asks for: clauses 10.10 to 10.13. */
function readTables(view: DataView, bytes: Uint8Array, tags: readonly Tag[]): Read<null> {
  for (const { name, offset, size } of tags.filter((t) => /^(A2B|B2A)[0-2]$/.test(t.name))) {
    const kind = text(bytes, offset, 4)
    if (kind === 'mft1' || kind === 'mft2') {
      if (size < 52) return broken(`the table ${name} is cut short`)
      const [into, out, grid] = [view.getUint8(offset + 8), view.getUint8(offset + 9), view.getUint8(offset + 10)]
      if (into < 1 || into > 15 || out < 1 || out > 15)
        return broken(`the table ${name} has ${into} to ${out} channels`)
      const [ins, outs] = kind === 'mft1' ? [256, 256] : [view.getUint16(offset + 48), view.getUint16(offset + 50)]
      const values = into * ins + grid ** into * out + out * outs
      const needs = kind === 'mft1' ? 48 + values : 52 + values * 2
      if (needs > size) return broken(`the table ${name} needs ${needs} bytes, its tag has ${size}`)
    } else if (kind === 'mAB ' || kind === 'mBA ') {
      if (size < 32) return broken(`the table ${name} is cut short`)
      for (let at = 12; at < 32; at += 4)
        if (view.getUint32(offset + at) >= size) return broken(`a part of the table ${name} lies beyond its tag`)
    } else return broken(`the table ${name} is of the type ${kind.trim()}`)
  }
  return ok(null)
}

function readWhite(view: DataView, bytes: Uint8Array, tags: readonly Tag[]): Read<IccProfile['white']> {
  const tag = tags.find((t) => t.name === 'wtpt')
  if (!tag) return ok(null)
  const { offset, size } = tag
  if (text(bytes, offset, 4) !== 'XYZ ' || size < 20) return broken('its white is no XYZ value')
  return ok({ x: s15f16(view, offset + 8), y: s15f16(view, offset + 12), z: s15f16(view, offset + 16) })
}
