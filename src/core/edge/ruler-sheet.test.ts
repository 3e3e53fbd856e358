import { describe, expect, it } from 'vitest'
import { fromMm } from '@/core/length/length'
import { contains, edges, fedSheet, sameEdges, sheetRect } from '@/core/sheet/sheet'
import { rulerLayout, rulerPage, tickAt } from './ruler-sheet'

const B4 = fedSheet(fromMm(257), fromMm(364), 'short')
const MARGINS = edges(3400, 3400, 5000, 12_500)

describe('a ruler sheet', () => {
  it('has a staircase at each edge about what is declared, in steps of a tenth', () => {
    const { stairs } = rulerLayout(B4, 'margins', MARGINS)
    expect(stairs.map((s) => [s.edge, s.first, s.last])).toEqual([
      ['left', 1, 74],
      ['right', 1, 74],
      ['lead', 10, 90],
      ['trail', 74, 176],
    ])
  })
  it('begins at the edge itself when borderless: what is lost is counted from there', () => {
    const { stairs } = rulerLayout(B4, 'borderless', sameEdges(2900))
    expect(stairs.map((s) => s.first)).toEqual([1, 1, 1, 1])
    expect(stairs[0]?.last).toBe(69)
  })
  it('tick k ends k tenths of a millimetre from its edge of the page', () => {
    const layout = rulerLayout(B4, 'margins', MARGINS)
    const marks = rulerPage(layout, []).items.flatMap((i) => (i.kind === 'mark' ? [i.rect] : []))
    const left = layout.stairs[0]
    if (!left) throw new Error('no stair')
    const at = (k: number) => marks.find((r) => r.x + r.w === k * 100 && Math.abs(r.y + r.h / 2 - tickAt(left, k)) < 2)
    expect(at(34)).toMatchObject({ x: 3000, w: 400 })
    expect(at(2)).toMatchObject({ x: 0, w: 200 })
    const lead = layout.stairs[2]
    if (!lead) throw new Error('no stair')
    const below = marks.find((r) => r.y + r.h === 5000 && Math.abs(r.x + r.w / 2 - tickAt(lead, 50)) < 2)
    expect(below).toMatchObject({ y: 4600, h: 400 })
  })
  it('has crosses a known distance apart, inside of every stair', () => {
    const { crosses } = rulerLayout(B4, 'margins', MARGINS)
    expect(crosses).toEqual({
      A: { x: 15_400, y: 17_000 },
      B: { x: 241_600, y: 17_000 },
      C: { x: 15_400, y: 339_500 },
      D: { x: 241_600, y: 339_500 },
    })
  })
  it.each([
    ['a card', fedSheet(fromMm(89), fromMm(127), 'short'), edges(3200, 3200, 3200, 14_000)],
    ['a roll piece', fedSheet(fromMm(610), fromMm(420), 'short'), sameEdges(3000)],
    ['a long sheet', fedSheet(fromMm(329), fromMm(914), 'short'), MARGINS],
  ])('lies on %s altogether, and its ticks do not touch each other', (_name, sheet, margins) => {
    for (const edge of ['margins', 'borderless'] as const) {
      const layout = rulerLayout(sheet, edge, edge === 'margins' ? margins : sameEdges(2500))
      const page = rulerPage(layout, ['one line', 'another'])
      expect(page.items.length).toBeGreaterThan(200)
      for (const item of page.items)
        if (item.kind === 'mark') expect(contains(sheetRect(sheet), item.rect, 0)).toBe(true)
        else if (item.kind === 'text') expect(item.at.x).toBeGreaterThan(0)
      for (const s of layout.stairs) {
        expect(s.pitch).toBeGreaterThan(450)
        expect(tickAt(s, s.first)).toBeGreaterThan(5000)
      }
    }
  })
  it('stands on the page to the last mark', () => {
    for (const [sheet, edge] of [
      [B4, 'margins'],
      [fedSheet(fromMm(102), fromMm(152), 'short'), 'borderless'],
    ] as const) {
      const layout = rulerLayout(sheet, edge, edge === 'margins' ? MARGINS : sameEdges(2900))
      const said = rulerPage(layout, ['Edge check 4, sheet 2', 'Otter']).items.map((item) =>
        item.kind === 'mark'
          ? [item.rect.x, item.rect.y, item.rect.w, item.rect.h].map(Math.round).join(' ')
          : item.kind === 'text'
            ? `${item.text} at ${Math.round(item.at.x)} ${Math.round(item.at.y)}, ${Math.round(item.height)}`
            : item.kind,
      )
      expect(said).toMatchSnapshot()
    }
  })
})
