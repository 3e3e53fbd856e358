import { describe, expect, it } from 'vitest'
import { UM_PER_INCH, um } from '@/core/length/length'
import { literally, sizedOnPurpose, statedSize } from './file-size'

const at = (width: number, height: number, ppi: number) => {
  const stated = statedSize({ width, height }, { across: ppi, along: ppi })
  if (!stated) throw new Error('none')
  return { size: { width, height }, stated }
}

describe('the size that a file states', () => {
  it('is pixels over density', () => {
    expect(statedSize({ width: 3000, height: 2400 }, { across: 300, along: 300 })).toEqual({
      width: 254_000,
      height: 203_200,
    })
  })
  it('none, or pixels that are not square, is none', () => {
    expect(statedSize({ width: 3000, height: 2400 }, null)).toBeNull()
    expect(statedSize({ width: 3000, height: 2400 }, { across: 204, along: 98 })).toBeNull()
    expect(statedSize({ width: 3000, height: 2400 }, { across: 300, along: 301 })).not.toBeNull()
  })
  it('is taken literally, of a crop and whichever way it stands', () => {
    const { size, stated } = at(3000, 2400, 300)
    const crop = { x: 100, y: 0, w: 1500, h: 2400 }
    expect(literally(crop, size, stated, 0)).toEqual({ mode: 'exact', by: { edge: 'width', um: 127_000 } })
    expect(literally(crop, size, stated, 3)).toEqual({ mode: 'exact', by: { edge: 'height', um: 127_000 } })
  })
})

describe('whether it was sized on purpose', () => {
  it.each([
    ['A3 at 300', 3508, 4961, 300, true],
    ['8 x 10 in at 300', 3000, 2400, 300, true],
    ['whole millimetres at 360', 2834, 2126, 360, true],
    ['a camera’s at 300', 6000, 4000, 300, false],
    ['a camera’s at 72, which would be whole inches', 7200, 3600, 72, false],
    ['a screen’s', 9600, 4800, 96, false],
    ['kept pixels at an odd density', 6000, 4000, 317.5, true],
    ['one edge whole alone', 3000, 2391, 300, false],
  ])('%s', (_name, width, height, ppi, is) => {
    const { size, stated } = at(width, height, ppi)
    expect(sizedOnPurpose(size, stated)).toBe(is)
  })
  it('a density that two programs round differently is the same', () => {
    const across = 11_811 * 0.0254 // pixels per metre of 300 to the inch
    const stated = { width: um((3000 * UM_PER_INCH) / across), height: um((2400 * UM_PER_INCH) / across) }
    expect(sizedOnPurpose({ width: 3000, height: 2400 }, stated)).toBe(true)
  })
})
