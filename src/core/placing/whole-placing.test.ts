import { describe, expect, it } from 'vitest'
import { um } from '@/core/length/length'
import { type Quarter, rect } from '@/core/sheet/sheet'
import { STANDARD_SIZES } from '@/core/sizes/sizes'
import { seeded } from '../../../demo/random'
import { rounded } from '../../../test/rounded'
import { adviseSizes, fillLoss, steppedSize } from './advice'
import { clampCrop, type LaidPlacing, placePicture, recrop, resolution, sharpFrom } from './placing'

const figures = (r: { readonly x: number; readonly y: number; readonly w: number; readonly h: number }): string =>
  [r.x, r.y, r.w, r.h].map((v) => v.toFixed(1)).join(' ')

describe('placing to the last figure', () => {
  it('crops of every ratio in frames of every ratio, in every way', () => {
    const random = seeded(5)
    const ways: readonly LaidPlacing[] = [
      { mode: 'whole' },
      { mode: 'fill' },
      ...(['width', 'height', 'long', 'short'] as const).map(
        (edge) => ({ mode: 'exact', by: { edge, um: um(97_000) } }) as const,
      ),
      { mode: 'exact', by: { edge: 'both', width: um(80_000), height: um(120_000) } },
    ]
    const lines = Array.from({ length: 12 }, (_, i) => {
      const crop = { x: i, y: 2 * i, w: 800 + Math.round(random() * 4000), h: 800 + Math.round(random() * 4000) }
      const frame = rect(3000 * i, 5000, 90_000 + random() * 200_000, 90_000 + random() * 200_000)
      const anchor = { x: random(), y: random() }
      return ways.map((way) => {
        const p = placePicture(crop, (i % 4) as Quarter, frame, way, anchor)
        const ppi = resolution(p.used, (i % 4) as Quarter, p.rect)
        return `${way.mode}: ${figures(p.rect)} of ${figures(p.full)}, used ${figures(p.used)}, ${p.lossPercent.toFixed(3)} %, scale ${p.scale.toFixed(4)}, ${ppi.across.toFixed(2)} by ${ppi.along.toFixed(2)} ppi`
      })
    })
    expect(lines).toMatchSnapshot()
  })
  it('crops that are locked or moved beyond their picture', () => {
    const random = seeded(6)
    const lines = Array.from({ length: 20 }, () => {
      const crop = {
        x: random() * 500 - 200,
        y: random() * 500 - 200,
        w: random() * 3000 - 500,
        h: random() * 3000 - 500,
      }
      const size = { width: 1200, height: 900 }
      const clamped = clampCrop(crop, size)
      return `${figures(clamped)}; ${figures(recrop(clamped, 0.3 + 3 * random(), size))}`
    })
    expect(lines).toMatchSnapshot()
    expect(rounded([72, 150, 300].map((ppi) => Math.round(sharpFrom(ppi))))).toMatchSnapshot()
  })
  it('sizes that are advised, and those of whole steps', () => {
    const advice = (
      [
        [3000, 2000],
        [1000, 1000],
        [5000, 7000],
      ] as const
    ).map(([w, h]) => {
      const crop = { x: 0, y: 0, w, h }
      return {
        sizes: adviseSizes(crop, STANDARD_SIZES)
          .slice(0, 6)
          .map((a) => `${a.size.name} ${a.lossPercent.toFixed(3)}`),
        mm: steppedSize(crop, { w: um(203_300), h: um(287_100) }, 'mm'),
        inches: steppedSize(crop, { w: um(203_300), h: um(287_100) }, 'in'),
        loss: fillLoss(w, h, 210, 297).toFixed(4),
      }
    })
    expect(rounded(advice)).toMatchSnapshot()
  })
})
