import { describe, expect, it } from 'vitest'
import type { PlanPiece } from '@/contract/views/plan'
import { fromMm, um } from '@/core/length/length'
import { cutsOf } from '@/core/nest/cuts'
import { cutPage } from './cut-page'

const measure = (text: string, height: number): number => text.length * height * 0.5
const CODE = { size: 1, dark: () => true }

/** Prints one behind the other, `across` beside each other in each row. */
function planOf(rows: number, across: number) {
  const pieces = Array.from(
    { length: rows * across },
    (_, i): PlanPiece => ({
      ...{ slipId: 's', number: 100 + i, title: `Print ${i}`, memberName: null, groupName: null, pictureId: null },
      ...{ charge: null, partId: null, payer: null },
      laid: {
        ...{ i, w: 90_000, h: 60_000, turned: false },
        x: 5000 + (i % across) * 95_000,
        y: 5000 + Math.floor(i / across) * 65_000,
      },
    }),
  )
  const sheet = { width: fromMm(610), length: um(10_000 + rows * 65_000) }
  const promise = { miss: { across: um(900), along: um(1400) } } as never
  const cuts = cutsOf(
    pieces.map((p) => p.laid),
    sheet,
  )
  if (!cuts) throw new Error('straight cuts part them')
  return {
    page: cutPage(
      { number: 3, name: 'Heron, roll', paperName: 'Dune', sheet, pieces, promise },
      cuts,
      CODE,
      'mm',
      measure,
    ),
    cuts,
  }
}

const texts = (page: ReturnType<typeof planOf>['page']) => page.items.flatMap((i) => (i.kind === 'text' ? [i] : []))

describe('the cuts of a plan on a page', () => {
  it('names every print and numbers every cut on the drawing, and says each in words with its box', () => {
    const { page, cuts } = planOf(2, 2)
    const says = texts(page).map((t) => t.text)
    expect(says[0]).toBe(`Plan 3: ${cuts.length} cuts`)
    expect(says).toContain('4 prints on 610 × 140 mm')
    expect(says.join(' ')).toMatch(/± 0\.9 mm across and ± 1\.4 mm along from true/)
    for (const n of [100, 101, 102, 103]) expect(says).toContain(String(n))
    // on the drawing, and before its sentence
    for (const c of cuts) expect(says.filter((s) => s === String(c.number)).length).toBeGreaterThanOrEqual(2)
    expect(says.join(' ')).toMatch(/Across the roll, 65\.0 mm from its lead edge: A comes off; B is left\./)
  })
  it.each([
    [1, 1],
    [3, 5],
    [8, 5],
    [14, 6],
  ])('%i rows of %i stay on the sheet, in as many columns as they need', (rows, across) => {
    const { page, cuts } = planOf(rows, across)
    for (const t of texts(page)) {
      expect(t.at.y).toBeLessThanOrEqual(page.sheet.length - 8000)
      expect(t.at.x + measure(t.text, t.height)).toBeLessThanOrEqual(page.sheet.width - 11_000)
      expect(t.at.x).toBeGreaterThanOrEqual(0)
    }
    const last = texts(page).at(-1)?.text ?? ''
    const shown = texts(page).filter((t) => /(comes off|is left)\.$/.test(t.text)).length
    // what finds no place is counted, never left away without a word
    if (/more, on the screen/.test(last)) expect(Number(/and (\d+) more/.exec(last)?.[1])).toBeGreaterThan(0)
    else expect(shown).toBeGreaterThanOrEqual(Math.min(cuts.length, 1))
  })
})
