import { describe, expect, it } from 'vitest'
import { greyCurve } from '@/core/tone/grey-curve'
import { lightness, luminance } from '@/core/tone/lightness'
import type { Reading } from '@/core/tone/reading'
import { stepOf } from '@/core/tone/wedge'
import { writeGreyProfile } from '@/formats/icc/grey'
import { readProfile } from '@/formats/icc/profile'
import { whyNot } from '@/formats/icc/say'
import { openConverter, outputFault } from '@/server/imaging/convert'
import { chanceOf } from '../../../standins/instruments/chance'

// What an independent colour engine makes of our grey profiles, held against the printer that was read.

/** A printer: L* by device grey, 0 no ink to 1 full black. */
const printer = (seed: number) => {
  const { even } = chanceOf(seed)
  const [white, black, gamma] = [93 + 4 * even(), 5 + 15 * even(), 0.7 + 0.9 * even()]
  return { white, black, lightness: (d: number): number => white - (white - black) * d ** gamma }
}
const readingOf = (of: (d: number) => number, spread: number, seed: number): Reading => {
  const { normal } = chanceOf(seed)
  const patches = Array.from({ length: 21 }, (_, i) => {
    const d = stepOf(i, 21)
    return { d, l: of(d) + spread * normal(), spread, ab: null }
  })
  return { patches, within: 0.3 }
}
const profileOf = (reading: Reading): Uint8Array =>
  writeGreyProfile({ description: 'Fenland Matte, Otter, seal GREY01', ...greyCurve(reading), made: new Date(0) })

/** Greys of sRGB, 16 bits, through the profile: the device grey that is sent for each. */
async function sent(profile: Uint8Array, values: readonly number[], blackPoint: boolean): Promise<readonly number[]> {
  const opened = await openConverter({
    ...{ source: null, target: profile, bytes: 2, channels: 1, intent: 'relative', blackPoint },
  } as never)
  if (!opened.ok) throw new Error(JSON.stringify(opened.problem))
  const out = opened.value.run(Uint16Array.from(values, (v) => Math.round(v * 65_535)))
  opened.value.close()
  return Array.from(out, (v) => 1 - v / 65_535)
}
/** sRGB of a luminance. */
const srgb = (y: number): number => (y <= 0.0031308 ? 12.92 * y : 1.055 * y ** (1 / 2.4) - 0.055)

describe('a grey profile', () => {
  it('is read by a colour engine and by our own strict reader without complaint', async () => {
    const bytes = profileOf(readingOf(printer(1).lightness, 0, 1))
    expect(await outputFault(bytes)).toBeNull()
    const read = readProfile(bytes)
    if (!read.ok) throw new Error(JSON.stringify(read.problem))
    expect(read.value).toMatchObject({ space: 'GRAY', description: 'Fenland Matte, Otter, seal GREY01' })
    expect(whyNot(read.value)).toBeNull()
  })
  it('relative colorimetric gives the lightness that is asked for relative to the paper, down to the darkest black', async () => {
    let [worst, looked] = [0, 0]
    for (let seed = 1; seed <= 12; seed++) {
      const { white, black, lightness: is } = printer(seed)
      const profile = profileOf(readingOf(is, 0.08, seed))
      const darkest = lightness(luminance(black) / luminance(white))
      const asked = Array.from({ length: 40 }, (_, i) => 2 + 2.45 * i).filter((l) => l > darkest + 1)
      const grey = await sent(
        profile,
        asked.map((l) => srgb(luminance(l))),
        false,
      )
      for (const [i, d] of grey.entries()) {
        looked += 1
        const got = lightness(luminance(is(d)) / luminance(white))
        worst = Math.max(worst, Math.abs(got - (asked[i] ?? 0)))
      }
    }
    expect(looked).toBeGreaterThan(350)
    expect(worst).toBeLessThan(0.7)
  })
  it('with black point compensation gives the aim scaled in XYZ from paper to darkest black', async () => {
    let worst = 0
    for (let seed = 1; seed <= 12; seed++) {
      const { white, black, lightness: is } = printer(seed)
      const profile = profileOf(readingOf(is, 0.08, seed))
      const asked = Array.from({ length: 40 }, (_, i) => 2.5 * (i + 1))
      const grey = await sent(
        profile,
        asked.map((l) => srgb(luminance(l))),
        true,
      )
      const yk = luminance(black) / luminance(white)
      for (const [i, d] of grey.entries()) {
        const aim = lightness(yk + luminance(asked[i] ?? 0) * (1 - yk))
        const got = lightness(luminance(is(d)) / luminance(white))
        worst = Math.max(worst, Math.abs(got - aim))
      }
    }
    expect(worst).toBeLessThan(0.7)
  })
})
