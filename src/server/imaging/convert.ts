import { instantiate, type Lcms } from 'lcms-wasm'
import { INTENTS, type Intent } from '@/core/preset/settings'
import { bad, ok, type Result } from '@/core/result/result'

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

/**
 * Converts device values of `source` (an ICC profile; null means sRGB, and grey without a profile is gamma 2.2 as
 * sRGB grey) to those of `target`, keeping 8 or 16 bits.
 * @returns the target's channels, or which profile could not be used: the engine answers 0 for a bad one.
 */
export async function convert(
  pixels: Pixels,
  source: Uint8Array | null,
  target: Uint8Array,
  intent: Intent,
  blackPoint: boolean,
): Promise<Result<Pixels, { readonly broken: 'source' | 'target' | 'pair' }>> {
  const lcms = await load()
  const bytes = pixels.data instanceof Uint16Array ? 2 : 1
  const rgb = source === null && pixels.channels === 1 ? spread(pixels) : pixels
  const from = source ? lcms.cmsOpenProfileFromMem(source, source.length) : lcms.cmsCreate_sRGBProfile()
  if (!from) return bad({ broken: 'source' })
  const to = lcms.cmsOpenProfileFromMem(target, target.length)
  if (!to) {
    lcms.cmsCloseProfile(from)
    return bad({ broken: 'target' })
  }
  try {
    const inFormat = lcms.cmsFormatterForColorspaceOfProfile(from, bytes, 0)
    const outFormat = lcms.cmsFormatterForColorspaceOfProfile(to, bytes, 0)
    const outChannels = (outFormat >> 3) & 15
    if (((inFormat >> 3) & 15) !== rgb.channels || (outChannels !== 1 && outChannels !== 3))
      return bad({ broken: 'pair' })
    const flags = blackPoint ? BLACK_POINT : 0
    const transform = lcms.cmsCreateTransform(from, inFormat, to, outFormat, intentNumber(intent), flags)
    if (!transform) return bad({ broken: 'pair' })
    const count = rgb.data.length / rgb.channels
    const out = bytes === 2 ? new Uint16Array(count * outChannels) : new Uint8Array(count * outChannels)
    for (let at = 0; at < count; at += SLICE) {
      const n = Math.min(SLICE, count - at)
      const slice = rgb.data.subarray(at * rgb.channels, (at + n) * rgb.channels)
      out.set(lcms.cmsDoTransform(transform, slice, n), at * outChannels)
    }
    lcms.cmsDeleteTransform(transform)
    return ok({ data: out, channels: outChannels })
  } finally {
    lcms.cmsCloseProfile(from)
    lcms.cmsCloseProfile(to)
  }
}

/** Grey as three equal channels. */
function spread(pixels: Pixels): Pixels {
  const n = pixels.data.length
  const data = pixels.data instanceof Uint16Array ? new Uint16Array(n * 3) : new Uint8Array(n * 3)
  for (let i = 0; i < n; i++) data.fill(pixels.data[i] ?? 0, i * 3, i * 3 + 3)
  return { data, channels: 3 }
}
