import { describe, expect, it } from 'vitest'
import { chargedFor, chargeFor, costOf } from '@/core/charge/charge'
import { fromMm, um } from '@/core/length/length'
import { minor, splitMoney, writeMoney } from '@/core/money/money'
import { edges, evenMargins, givenUp, printableArea, sameEdges, trueCentre, turnEdges } from '@/core/sheet/sheet'
import { seeded } from '../../../demo/random'
import { rounded } from '../../../test/rounded'
import { FACTS, VERSION } from '../../../test/slip-facts'
import { fitSize } from './fit'
import { sizeById, sizeMeant, withShelf } from './shelf'
import { customPwgName, pwgNameOf, STANDARD_SIZES } from './sizes'

describe('sizes and sheets to the last figure', () => {
  it('every standard size by name, edges and name on the wire', () => {
    expect(
      rounded(STANDARD_SIZES.map((s) => `${s.family}: ${s.name} ${s.short} ${s.long} ${s.unit} ${s.pwg}`)),
    ).toMatchSnapshot()
  })
  it('how each goes through a stack, a single feed and a roll', () => {
    const feeds = [
      VERSION.feed,
      { ...VERSION.feed, kind: 'sheet' as const, minWidth: fromMm(203), maxWidth: fromMm(300), maxLength: fromMm(420) },
      { ...VERSION.feed, kind: 'roll' as const, maxWidth: fromMm(620), maxLength: fromMm(18_000) },
    ]
    const lines = STANDARD_SIZES.map((s) =>
      [
        s.name,
        ...feeds.map((f) => JSON.stringify(fitSize(s.short, s.long, f, { mediaSetting: 'Matte', um: fromMm(500) }))),
      ].join(' '),
    )
    expect(lines).toMatchSnapshot()
  })
  it('names, what is typed, and what is on the shelf', () => {
    expect(
      rounded([
        customPwgName('Tall & slim', fromMm(99.95), fromMm(400), 'mm'),
        customPwgName('Ä', um(127_000), um(177_800), 'in'),
        pwgNameOf(fromMm(210), fromMm(297)),
        pwgNameOf(fromMm(123.4), fromMm(567.8)),
        ...withShelf(STANDARD_SIZES.slice(0, 2), [
          { kind: 'sheet', width: fromMm(329), length: fromMm(483) },
          { kind: 'sheet', width: fromMm(483), length: fromMm(329) },
          { kind: 'roll', width: fromMm(610), length: fromMm(30_000) },
        ]).map((s) => `${s.id} ${s.family} ${s.name}`),
        sizeById(STANDARD_SIZES, 'iso_a4_210x297mm')?.name,
        sizeById(STANDARD_SIZES, 'none'),
      ]),
    ).toMatchSnapshot()
    const a4 = { name: 'A4', short: fromMm(210), long: fromMm(297) }
    const typed = ['a4', '210', '210x297', '297 x 210', '21 x 29.7 cm', '8.27', '211', '', 'A', 'letter']
    expect(rounded(typed.map((t) => [t, sizeMeant(t, a4, 'mm'), sizeMeant(t, a4, 'in')]))).toMatchSnapshot()
  })
  it('areas, centring and what it gives up', () => {
    const sheet = { width: fromMm(257), length: fromMm(364) }
    const margins = edges(3400, 6000, 5000, 12_500)
    const wider = evenMargins(margins, fromMm(20))
    expect(
      rounded([
        printableArea(sheet, margins),
        trueCentre(margins),
        evenMargins(margins, null),
        wider,
        givenUp(sheet, margins, wider),
        givenUp(sheet, margins, sameEdges(5000)),
        ...([0, 1, 2, 3] as const).map((q) => turnEdges(margins, q)),
      ]),
    ).toMatchSnapshot()
  })
  it('what copies cost and who pays', () => {
    const random = seeded(8)
    const lines = Array.from({ length: 30 }, (_, i) => {
      const sheet = { width: um(100_000 + random() * 300_000), length: um(100_000 + random() * 600_000) }
      const price = minor(100 + random() * 9000)
      const stock =
        i % 3 === 0
          ? ({ kind: 'sheet', pack: 25, price } as const)
          : i % 3 === 1
            ? ({ kind: 'roll', lengthUm: 30_000_000, price } as const)
            : null
      const tariff = { ...FACTS.tariff, paperPercent: 50 + 10 * i, roomShare: minor(i % 4 === 0 ? -7 : 13) }
      const charge = chargeFor(sheet, random() * 90_000, { kind: 'area', mlPerM2: 4 + random() * 12 }, stock, tariff)
      const pays = (['good', 'proof', 'spoiled'] as const).map((o) => chargedFor(o, charge.lines))
      return `${charge.lines.map((l) => `${l.what} ${l.amount}`).join(', ')} = ${charge.total}, ${charge.inkMl?.toFixed(3)} ml; costs ${costOf(charge.spent)}; pays ${pays.join(' ')}`
    })
    expect(lines).toMatchSnapshot()
    expect(
      rounded([splitMoney(minor(100), [1, 1, 1]), splitMoney(minor(-10), [3, 0, 4]), splitMoney(minor(7), [0, 0])]),
    ).toMatchSnapshot()
    expect(
      rounded([0, 2, 3].map((exponent) => writeMoney(minor(-123_405), { code: 'X', exponent: exponent as 0 }))),
    ).toMatchSnapshot()
  })
})
