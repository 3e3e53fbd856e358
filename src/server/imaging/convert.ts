import { instantiate, type Lcms } from 'lcms-wasm'
import { INTENTS, type Intent } from '@/core/preset/settings'
import { bad, ok, type Result } from '@/core/result/result'
import { readIcc } from '@/formats/icc/read'

/** Flags of the colour engine: black point compensation. */
const BLACK_POINT = 0x2000
/** ICC intents are numbered in the order of ICC.1 table 23. */
const intentNumber = (intent: Intent): number => INTENTS.indexOf(intent)

/** How many pixels go through the engine at a time: bounds its memory at about 6 MB. */
const SLICE = 1 << 18

export type Pixels = {
  readonly data: Uint8Array | Uint16Array
  readonly channels: 1 | 3
}

let engine: Promise<Lcms> | null = null
const load = (): Promise<Lcms> => {
  engine ??= instantiate()
  return engine
}

/** What is converted: a profile, or null for sRGB. */
export type Conversion = {
  readonly source: Uint8Array | null
  readonly target: Uint8Array | null
  readonly intent: Intent
  readonly blackPoint: boolean
  /** octets a sample, in and out */
  readonly bytes: 1 | 2
  readonly channels: 1 | 3
}

export type Broken = { readonly broken: 'source' | 'target' | 'pair' }

/** An open conversion: `run` as often as there are pixels, then `close`. */
export type Converter = {
  readonly channels: 1 | 3
  readonly bytes: 1 | 2
  readonly run: (data: Pixels['data']) => Pixels['data']
  readonly close: () => void
}

/**
 * Opens a conversion of device values of `source` to those of `target`. Grey without a profile is taken as three equal
 * channels of sRGB.
 * @returns a converter, or which profile could not be used: the engine answers 0 for a bad one.
 */
export async function openConverter(c: Conversion): Promise<Result<Converter, Broken>> {
  const lcms = await load()
  const spreads = c.source === null && c.channels === 1
  const channels = spreads ? 3 : c.channels
  const from = c.source ? lcms.cmsOpenProfileFromMem(c.source, c.source.length) : lcms.cmsCreate_sRGBProfile()
  if (!from) return bad({ broken: 'source' })
  const to = c.target ? lcms.cmsOpenProfileFromMem(c.target, c.target.length) : lcms.cmsCreate_sRGBProfile()
  if (!to) {
    lcms.cmsCloseProfile(from)
    return bad({ broken: 'target' })
  }
  try {
    const inFormat = lcms.cmsFormatterForColorspaceOfProfile(from, c.bytes, 0)
    const outFormat = lcms.cmsFormatterForColorspaceOfProfile(to, c.bytes, 0)
    const out = (outFormat >> 3) & 15
    if (((inFormat >> 3) & 15) !== channels || (out !== 1 && out !== 3)) return bad({ broken: 'pair' })
    const flags = c.blackPoint ? BLACK_POINT : 0
    const transform = lcms.cmsCreateTransform(from, inFormat, to, outFormat, intentNumber(c.intent), flags)
    if (!transform) return bad({ broken: 'pair' })
    return ok({
      ...{ channels: out, bytes: c.bytes },
      run: (data) => {
        const given = spreads ? spread(data) : data
        const count = given.length / channels
        const made = c.bytes === 2 ? new Uint16Array(count * out) : new Uint8Array(count * out)
        for (let at = 0; at < count; at += SLICE) {
          const n = Math.min(SLICE, count - at)
          made.set(lcms.cmsDoTransform(transform, given.subarray(at * channels, (at + n) * channels), n), at * out)
        }
        return made
      },
      close: () => lcms.cmsDeleteTransform(transform),
    })
  } finally {
    lcms.cmsCloseProfile(from)
    lcms.cmsCloseProfile(to)
  }
}

/** Profile classes that describe a picture's colours (ICC.1, 7.2.5): input, display, output, colour space. */
const DESCRIBING = ['scnr', 'mntr', 'prtr', 'spac']

/**
 * Why a profile cannot say what a picture's numbers mean, in words that follow "its profile"; null when it can. Opened
 * once with the engine: a sound header proves nothing.
 */
export async function profileFault(icc: Uint8Array, space: 'RGB' | 'GRAY'): Promise<string | null> {
  const read = readIcc(icc)
  if (!read.ok) return `is broken (${read.problem.why})`
  const says = read.value.space === 'GRAY' ? 'grey' : read.value.space
  if (read.value.space !== space) return `is for ${says === 'other' ? 'another colour space' : says} numbers`
  if (!DESCRIBING.includes(read.value.deviceClass))
    return `describes no picture (its class is ${read.value.deviceClass})`
  const channels = space === 'GRAY' ? 1 : 3
  const opened = await openConverter({
    ...{ source: icc, target: null, intent: 'relative', blackPoint: true },
    ...{ bytes: 1, channels },
  })
  if (!opened.ok) return 'is broken (the colour engine cannot use it)'
  opened.value.close()
  return null
}

/** Intents that a version may convert by, beside which every other follows. */
const ASKED: readonly Intent[] = ['perceptual', 'relative']

/** Why nothing can be converted to a printer's profile: it is cut short, or has no table for that way. Null: it can. */
export async function outputFault(icc: Uint8Array): Promise<string | null> {
  const size = new DataView(icc.buffer, icc.byteOffset, icc.byteLength).getUint32(0)
  if (size > icc.length) return `it is cut short: ${icc.length} of ${size} bytes are there`
  for (const intent of ASKED) {
    const opened = await openConverter({
      ...{ source: null, target: icc, intent, blackPoint: true },
      ...{ bytes: 1, channels: 3 },
    })
    if (!opened.ok) return `it has no table that leads from colours to inks (${intent} intent)`
    const tried = opened.value.run(Uint8Array.of(0, 0, 0, 255, 255, 255))
    opened.value.close()
    if (tried.length === 0) return 'the colour engine gets nothing out of it'
  }
  return null
}

/** Grey as three equal channels. */
function spread(values: Pixels['data']): Pixels['data'] {
  const n = values.length
  const data = values instanceof Uint16Array ? new Uint16Array(n * 3) : new Uint8Array(n * 3)
  for (let i = 0; i < n; i++) data.fill(values[i] ?? 0, i * 3, i * 3 + 3)
  return data
}
