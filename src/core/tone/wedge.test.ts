import { describe, expect, it } from 'vitest'
import { um } from '@/core/length/length'
import { contains, edges, rect, sameEdges } from '@/core/sheet/sheet'
import { blockOf, patchesOn, stepOf, wedgeLayout, wedgePage } from './wedge'
import { sayCode, windowsOf } from './wedge-code'

const SHEETS = [
  [105, 148],
  [127, 178],
  [148, 210],
  [210, 297],
  [297, 420],
  [610, 300],
] as const
const laid = (width: number, length: number, more: object = {}) =>
  wedgeLayout({ width: um(width * 1000), length: um(length * 1000) }, edges(4000, 4000, 5000, 12_000), {
    ...{ code: 77, steps: 21, lines: 4, place: 1, of: 1, ...more },
  })

describe('a wedge on a sheet', () => {
  it('has patches of at least 10 x 14 mm that lie apart, inside the area, in their order row by row', () => {
    let seen = 0
    for (const [width, length] of SHEETS)
      for (const steps of [21, 51] as const) {
        const layout = laid(width, length, { steps })
        if (!layout.ok) continue
        seen += 1
        const area = rect(4000, 5000, width * 1000 - 8000, length * 1000 - 17_000)
        const patches = patchesOn(layout.value)
        expect(patches).toHaveLength(steps)
        for (const [i, p] of patches.entries()) {
          expect([p.w >= 10_000, p.h >= 14_000, contains(area, p, 0)]).toEqual([true, true, true])
          const next = patches[i + 1]
          if (next) expect(next.y > p.y || (next.y === p.y && next.x === p.x + p.w)).toBe(true)
        }
        for (const item of wedgePage(layout.value, ['a', 'b', 'c', 'd']).items)
          if (item.kind === 'mark') expect(contains(area, item.rect, 0)).toBe(true)
      }
    expect(seen).toBeGreaterThan(9)
  })
  it('is full black and white where it has to be, and its greys go evenly from one to the other', () => {
    const layout = laid(210, 297)
    if (!layout.ok) throw new Error('it fits')
    const { items } = wedgePage(layout.value, ['Wedge 02D'])
    /** what is drawn last at a place */
    const at = (x: number, y: number): number =>
      items.reduce((v, i) => {
        if (i.kind !== 'mark') return v
        const { x: l, y: t, w, h } = i.rect
        return x >= l && x < l + w && y >= t && y < t + h ? (i.black ?? 1) : v
      }, 0)
    for (const [i, p] of patchesOn(layout.value).entries())
      for (const [u, v] of [
        [0.02, 0.02],
        [0.5, 0.5],
        [0.98, 0.98],
      ] as const)
        expect(at(p.x + u * p.w, p.y + v * p.h)).toBeCloseTo(i / 20, 9)
    const { x, y } = layout.value
    const block = blockOf(21, layout.value.columns)
    for (const [u, v] of [
      [10, 10],
      [block.width - 10, 10],
      [10, block.height - 10],
      [block.width - 10, block.height - 10],
    ] as const)
      expect(at(x + u, y + v)).toBe(1)
    const white = windowsOf(layout.value)
    for (const [i, w] of block.windows.entries())
      expect(at(x + w.x + w.w / 2, y + w.y + w.h / 2)).toBe(white[i] ? 0 : 1)
    // nothing of it lies in the white around it
    for (const d of [400, 2000, 4500]) {
      expect([at(x - d, y + 9000), at(x + block.width + d, y + 9000)]).toEqual([0, 0])
      expect([at(x + 9000, y - d), at(x + 9000, y + block.height + d)]).toEqual([0, 0])
    }
    expect(items[0]).toMatchObject({ kind: 'text', text: 'Wedge 02D' })
  })
  it('goes through a curve where one is given, paper and full black too', () => {
    const layout = laid(210, 297)
    if (!layout.ok) throw new Error('it fits')
    const { items } = wedgePage(layout.value, [], (d) => d / 2)
    const greys = items.flatMap((i) => (i.kind === 'mark' && i.rect.h === 14_500 + 1200 ? [i.black] : []))
    expect(greys.map((g) => Math.round((g ?? 1) * 1000))).toEqual(
      Array.from({ length: 21 }, (_, i) => Math.round(500 * stepOf(i, 21))),
    )
  })
  it('that is too large says what it needs and what there is', () => {
    expect(laid(70, 148)).toMatchObject({ problem: { code: 'wedge_too_large', has: { width: 62_000 } } })
    const tall = laid(105, 148, { steps: 51 })
    expect(tall).toMatchObject({ ok: false, problem: { steps: 51, of: 1 } })
    if (!tall.ok) expect(tall.problem.needs.length).toBeGreaterThan(tall.problem.has.length)
    expect(laid(297, 420, { of: 4, place: 4 }).ok).toBe(true)
  })
  it('leaves what an eye judges by away where there is no room for it', () => {
    const count = (length: number): number => {
      const layout = wedgeLayout({ width: um(160_000), length: um(length) }, sameEdges(3000), {
        ...{ code: 1, steps: 21, lines: 1, place: 1, of: 1 },
      })
      return layout.ok ? wedgePage(layout.value, ['x']).items.length : 0
    }
    expect(count(80_000)).toBeLessThan(60)
    expect(count(140_000)).toBeGreaterThan(180)
  })
  it('is called by three letters that are not taken for one another', () => {
    expect([0, 31, 32, 32_767].map(sayCode)).toEqual(['000', '00Z', '010', 'ZZZ'])
    expect(
      [...'ILOU'].some((c) =>
        Array.from({ length: 4000 }, (_, i) => sayCode(i * 8))
          .join('')
          .includes(c),
      ),
    ).toBe(false)
  })
})
