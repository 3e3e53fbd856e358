import { describe, expect, it } from 'vitest'
import { um } from '@/core/length/length'
import { placePicture } from '@/core/placing/placing'
import { edges, type Quarter, rect } from '@/core/sheet/sheet'
import { seeded } from '../../../demo/random'
import { coverOverspray } from './cover'

const figures = (r: { readonly x: number; readonly y: number; readonly w: number; readonly h: number }): string =>
  [r.x, r.y, r.w, r.h].map((v) => Math.round(v)).join(' ')

describe('covering the overspray to the last figure', () => {
  it('pictures of every kind, larger and smaller than the sheet, at every corner', () => {
    const random = seeded(11)
    const lines = Array.from({ length: 60 }, (_, i) => {
      const sheet = { width: um(100_000 + random() * 200_000), length: um(150_000 + random() * 300_000) }
      const over = edges(2000 + i * 10, 2500, 3000 - i * 5, 1800 + i)
      const crop = { x: 10, y: 20, w: 1000 + Math.round(random() * 3000), h: 1000 + Math.round(random() * 3000) }
      const anchor = { x: [0, 0.5, 1, random()][i % 4] ?? 0.5, y: [random(), 1, 0, 0.5][i % 4] ?? 0.5 }
      const quarter = (i % 4) as Quarter
      const frame = rect(0, 0, sheet.width, sheet.length)
      const placing =
        i % 3 === 0
          ? ({ mode: 'fill' } as const)
          : ({
              mode: 'exact',
              by: { edge: i % 3 === 1 ? 'width' : 'height', um: um(sheet.width * (0.8 + random() * 0.6)) },
            } as const)
      const placed = placePicture(crop, quarter, frame, placing, anchor)
      const covered = coverOverspray(sheet, over, crop, quarter, placed, anchor)
      return [
        `placed ${figures(placed.rect)} of ${figures(placed.full)}, ${placed.lossPercent.toFixed(2)} % lost`,
        `window ${figures(covered.window)}, grown ${covered.grownBy.toFixed(5)}`,
        `covered ${figures(covered.placed.rect)} of ${figures(covered.placed.full)}, used ${figures(covered.placed.used)}, ${covered.placed.lossPercent.toFixed(2)} % lost`,
      ].join('; ')
    })
    expect(lines).toMatchSnapshot()
  })
})
