import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fromMm } from '@/core/length/length'
import { minor } from '@/core/money/money'
import { fedSheet } from '@/core/sheet/sheet'
import { between } from '../../../test/between'
import { chargeFor, costOf } from './charge'

const A4 = fedSheet(fromMm(210), fromMm(297), 'short')
const TARIFF = { id: 't', paperPercent: 100, inkPer100Ml: minor(7000), roomShare: minor(25) }
const area = (mlPerM2: number | null) => ({ kind: 'area', mlPerM2 }) as const
const amounts = (c: ReturnType<typeof chargeFor>) => c.lines.map((l) => l.amount)

describe('a copy', () => {
  it('is charged by its sheet’s part of the pack, its ink, and the room’s share', () => {
    // 4750 / 50 = 95; 0.05 m2 at 12 ml/m2 = 0.6 ml, 70 for a millilitre = 42
    const c = chargeFor(A4, 50_000, area(12), { kind: 'sheet', pack: 50, price: minor(4750) }, TARIFF)
    expect([c.total, ...amounts(c)]).toEqual([162, 95, 42, 25])
    expect(c.inkMl).toBeCloseTo(0.6, 9)
  })
  it('is rounded once, not line by line', () => {
    // paper 0.4, ink 0.35: apart both are nothing, together they are one
    const tariff = { ...TARIFF, inkPer100Ml: minor(35), roomShare: minor(0) }
    const c = chargeFor(A4, 50_000, area(20), { kind: 'sheet', pack: 10, price: minor(4) }, tariff)
    expect([c.total, ...amounts(c)]).toEqual([1, 1, 0, 0])
  })
  it('off a roll pays for the length that is cut, whatever its width', () => {
    const roll = { kind: 'roll', lengthUm: fromMm(30_000), price: minor(6000) } as const
    const c = chargeFor(fedSheet(fromMm(610), fromMm(1500), 'short'), 0, area(12), roll, TARIFF)
    expect(amounts(c)).toEqual([300, 0, 25])
  })
  it('pays the tariff’s part of the paper, and nothing for paper that the room does not keep', () => {
    const stock = { kind: 'sheet', pack: 1, price: minor(100) } as const
    expect(amounts(chargeFor(A4, 0, area(0), stock, { ...TARIFF, paperPercent: 50 }))).toEqual([50, 0, 25])
    expect(amounts(chargeFor(A4, 0, area(0), null, TARIFF))).toEqual([0, 0, 25])
  })
  it.each([
    [0, [0, 42, 25]],
    [100, [95, 42, 25]],
    [150, [143, 42, 25]],
  ])(
    'of %i per cent of the paper charged the room spent the same: paper at its price, and ink',
    (paperPercent, lines) => {
      const stock = { kind: 'sheet', pack: 50, price: minor(4750) } as const
      const charge = chargeFor(A4, 50_000, area(12), stock, { ...TARIFF, paperPercent })
      expect(amounts(charge)).toEqual(lines)
      expect(charge.spent).toEqual({ paper: 95, ink: 42 })
      expect(costOf(charge.spent)).toBe(137)
    },
  )
  it('says what nobody knows, and counts it as nothing: no price of the paper, no use of ink', () => {
    const known = { kind: 'sheet', pack: 50, price: minor(4750) } as const
    expect(chargeFor(A4, 50_000, area(12), known, TARIFF).unknown).toEqual([])
    expect(chargeFor(A4, 50_000, area(null), known, TARIFF)).toMatchObject({
      total: 120,
      unknown: ['ink'],
      inkMl: null,
    })
    expect(chargeFor(A4, 50_000, area(12), { ...known, price: null }, TARIFF)).toMatchObject({
      total: 67,
      unknown: ['paper'],
    })
    const roll = { kind: 'roll', lengthUm: 1, price: null } as const
    expect(chargeFor(A4, 0, area(null), roll, TARIFF).unknown).toEqual(['paper', 'ink'])
    expect(chargeFor(A4, 0, area(0), null, TARIFF)).toMatchObject({ unknown: ['paper'], inkMl: 0 })
  })
  it('is charged by the sheet where that is how the printer’s use is counted, whatever is inked', () => {
    const bySheet = { kind: 'sheet', price: minor(38) } as const
    for (const mm2 of [0, 60_000])
      expect(chargeFor(A4, mm2, bySheet, null, TARIFF)).toMatchObject({ total: 63, inkMl: null, unknown: ['paper'] })
  })
  it('has lines that add up to its total, which is within half a unit of the exact sum', () => {
    const cents = fc.integer({ min: 0, max: 100_000 })
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 500 }),
        cents,
        cents,
        cents,
        between(0, 1e6),
        (pack, price, ink, share, mm2) => {
          const tariff = { ...TARIFF, inkPer100Ml: minor(ink), roomShare: minor(share) }
          const c = chargeFor(A4, mm2, area(11), { kind: 'sheet', pack, price: minor(price) }, tariff)
          expect(amounts(c).reduce((a, b) => a + b, 0)).toBe(c.total)
          const exact = price / pack + ((mm2 / 1e6) * 11 * ink) / 100 + share
          expect(Math.abs(c.total - exact)).toBeLessThanOrEqual(0.5 + 1e-6)
        },
      ),
    )
  })
})
