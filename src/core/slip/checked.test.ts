import { describe, expect, it } from 'vitest'
import { runChecks } from '@/core/checks/all'
import type { EdgeFigures } from '@/core/edge/figures'
import { fromMm, um } from '@/core/length/length'
import { edges } from '@/core/sheet/sheet'
import { FIGURES, facts, VERSION } from '../../../test/slip-facts'
import type { PrintFacts } from './facts'
import { outcomeOf } from './outcome'

const withFigures = (f: Partial<EdgeFigures>, edge: 'margins' | 'borderless'): Partial<PrintFacts> => ({
  version: {
    ...VERSION,
    checked: { margins: null, borderless: null, [edge]: { ...FIGURES, ...f } },
  },
})
const small = { mode: 'exact', by: { edge: 'both', width: fromMm(120), height: fromMm(160) } } as const

describe('a slip on a feed that was measured', () => {
  it('takes overspray and accuracy from the check, and names it', () => {
    const o = outcomeOf(facts({ edge: 'borderless', placing: small }, withFigures({}, 'borderless')))
    expect(o.sheet?.figures).toBe('checked')
    expect(o.sheet?.check).toEqual({ id: 'check', number: 4, at: 0 })
    expect(o.sheet?.enlargement.gx).toBeCloseTo((257 + 5.6) / 257, 6)
    // 120 mm: 0.4 per mille and half a step
    expect(o.pieces[0]?.tolerance.width).toBe(Math.round(Math.hypot(48, 50)))
    // drift, the turn over half of 160 mm from the middle, half a step
    expect(o.pieces[0]?.tolerance.left).toBe(250 + 40 + 50)
  })
  it('sends less and off the middle, so that it comes out in the middle', () => {
    const o = outcomeOf(facts({ edge: 'borderless', placing: small }, withFigures({}, 'borderless')))
    expect(o.pieces[0]?.onPaper).toMatchObject({ x: 68_500, y: 102_000, w: 120_000, h: 160_000 })
    expect(o.pieces[0]?.sent.w).toBeLessThan(118_000)
    // more ink goes past the left than the right: what is sent lies further right
    const sent = o.pieces[0]?.sent
    expect((sent?.x ?? 0) + (sent?.w ?? 0) / 2).toBeGreaterThan(128_500)
  })
  it('with margins it is mapped back as well, and says so', () => {
    const f = withFigures(
      { edges: edges(3400, 3400, 5000, 12_500), offsetAcross: um(400), stretchAlong: 1.002 },
      'margins',
    )
    const cancelled = outcomeOf(facts({ placing: small, enlargement: 'corrected' }, f))
    expect(cancelled.sheet?.corrected).toBe(true)
    expect(cancelled.pieces[0]?.onPaper).toMatchObject({ w: 120_000, h: 160_000 })
    expect(cancelled.pieces[0]?.sent.h).toBe(159_681)
    const accepted = outcomeOf(facts({ placing: small, enlargement: 'left' }, f))
    expect(accepted.pieces[0]?.sent).toMatchObject({ w: 120_000, h: 160_000 })
    expect(accepted.pieces[0]?.onPaper.h).toBe(160_320)
    expect((accepted.pieces[0]?.onPaper.x ?? 0) - (accepted.pieces[0]?.asked.x ?? 0)).toBe(400)
  })
  it('a print that fills the printable area may lose its drift at one side', () => {
    const f = withFigures({ edges: edges(3400, 3400, 5000, 12_500) }, 'margins')
    const fills = outcomeOf(facts({ placing: { mode: 'fill' }, centring: { kind: 'area' } }, f))
    const inside = outcomeOf(facts({ placing: small }, f))
    expect(fills.pieces[0]?.tolerance.width).toBeGreaterThan(300)
    expect(inside.pieces[0]?.tolerance.width).toBeLessThan(100)
  })
  it('margins of another size class are the declared ones, moved by what was found', () => {
    const version = {
      ...VERSION,
      queueFeed: {
        ...VERSION.queueFeed,
        margins: [
          { upToWidth: fromMm(220), margins: edges(3400, 3400, 5000, 20_000) },
          { upToWidth: null, margins: edges(3400, 3400, 5000, 12_500) },
        ],
      },
      checked: { margins: { ...FIGURES, edges: edges(3900, 3400, 5000, 12_500) }, borderless: null },
    }
    const a4 = { name: 'A4', short: fromMm(210), long: fromMm(297) }
    const o = outcomeOf(facts({}, { version, size: a4 }))
    expect(o.sheet?.margins).toEqual(edges(3900, 3400, 5000, 20_000))
  })
  it.each([
    ['none was made', {}, 'caution', 'edge_unchecked'],
    ['it holds', withFigures({}, 'borderless'), 'fine', 'edge_checked'],
    [
      'it is due again',
      {
        version: {
          ...VERSION,
          checked: { margins: null, borderless: FIGURES },
          checkDue: { margins: null, borderless: { why: 'upkeep', kind: 'head change' } },
        },
      },
      'caution',
      'edge_check_due',
    ],
  ] as const)('says about its edge check that %s', (_name, rest, level, code) => {
    const f = facts({ edge: 'borderless', placing: small }, rest as Partial<PrintFacts>)
    const found = runChecks(f, outcomeOf(f)).find((x) => x.check === 'edge-measured')
    expect(found).toMatchObject({ level, code })
  })
})
