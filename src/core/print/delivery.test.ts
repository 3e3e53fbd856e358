import { describe, expect, it } from 'vitest'
import type { Takes } from '@/core/printer/takes'
import { deliveryOf, nearestPpi, sayNotTaken, takesNothing } from './delivery'

const TAKES: Takes = {
  formats: ['application/octet-stream', 'image/pwg-raster', 'image/jpeg'],
  rasterTypes: ['srgb_8', 'sgray_8'],
  resolutions: [300],
  scaling: ['auto', 'none'],
}
const srgb = { space: 'srgb', bits: 8 } as const

describe('what is sent to a printer that told what it takes', () => {
  it.each([
    [
      'it told nothing: what is wanted',
      null,
      { space: 'rgb', bits: 16 },
      { format: 'image/pwg-raster', space: 'rgb', bits: 16, ppi: 640 },
    ],
    [
      'sRGB as asked, at its own resolution',
      TAKES,
      srgb,
      { format: 'image/pwg-raster', space: 'srgb', bits: 8, ppi: 300 },
    ],
    [
      'sixteen bits as eight',
      TAKES,
      { space: 'srgb', bits: 16 },
      { format: 'image/pwg-raster', space: 'srgb', bits: 8, ppi: 300 },
    ],
    [
      'sixteen where it can',
      { ...TAKES, rasterTypes: ['srgb_8', 'srgb_16'] },
      { space: 'srgb', bits: 16 },
      { format: 'image/pwg-raster', space: 'srgb', bits: 16, ppi: 300 },
    ],
    [
      'grey as colour where it has no grey',
      { ...TAKES, rasterTypes: ['srgb_8'] },
      { space: 'sgray', bits: 8 },
      { format: 'image/pwg-raster', space: 'srgb', bits: 8, ppi: 300 },
    ],
    [
      'JPEG where there is no raster and scaling can be off',
      { ...TAKES, formats: ['image/jpeg'] },
      srgb,
      { format: 'image/jpeg', space: 'srgb', bits: 8, ppi: 300 },
    ],
  ] as const)('%s', (_name, takes, colour, expected) => {
    expect(deliveryOf(takes, colour, 640)).toEqual({ ok: true, value: expected })
  })
  it.each([
    ['device values are never sent as sRGB', TAKES, { space: 'rgb', bits: 8 }, 'device_colour'],
    ['colour is never sent as grey', { ...TAKES, rasterTypes: ['sgray_8'] }, srgb, 'no_colour'],
    ['JPEG that is scaled', { ...TAKES, formats: ['image/jpeg'], scaling: ['auto', 'fit'] }, srgb, 'jpeg_scales'],
    ['neither raster nor JPEG', { ...TAKES, formats: ['application/pdf'] }, srgb, 'format'],
  ] as const)('refused: %s', (_name, takes, colour, code) => {
    const result = deliveryOf(takes, colour, 300)
    expect(result).toMatchObject({ ok: false, problem: { code } })
    if (!result.ok) expect(sayNotTaken(result.problem)).toMatch(/^(it|the preset|this page) .*\.$/)
  })
  it('a printer that takes nothing at all is known before anything is printed', () => {
    expect(takesNothing(TAKES)).toBeNull()
    expect(takesNothing({ ...TAKES, rasterTypes: ['black_8'] })).toBeNull()
    expect(takesNothing({ ...TAKES, formats: ['application/pdf'] })).toMatchObject({ code: 'format' })
    expect(takesNothing({ ...TAKES, formats: [] })).toBeNull()
  })
  it('the resolution nearest by ratio, the finer of two', () => {
    expect(nearestPpi(640, [300, 600, 1200])).toBe(600)
    expect(nearestPpi(300, [])).toBe(300)
    expect(nearestPpi(400, [200, 800])).toBe(800)
  })
})
