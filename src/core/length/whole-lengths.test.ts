import { describe, expect, it } from 'vitest'
import { sayLength } from '@/core/words/lengths'
import { fromInches, fromMm, um } from './length'
import { readLength } from './read'
import { lengthNumber, measuredPair, tradeLength, tradeNumber, tradePair, writeLength, writeNumber } from './write'

const TYPED = [
  ...[
    '210',
    '210mm',
    '21 cm',
    '0.21 m',
    '8.5 in',
    '8 1/2',
    '8 1/2 in',
    '8½"',
    '8-1/2 in',
    '1/4 in',
    '3/0 in',
    '11"',
    '2 ft',
  ],
  ...[
    '30,5 cm',
    '1.234,5',
    '1,234.5',
    '8,,5',
    '.5 in',
    '5.',
    '-3',
    '−3 in',
    '',
    '  ',
    'wide',
    '1e3',
    '100 m',
    '100.1 m',
    '12 mm 3',
    '0',
  ],
]
const WRITTEN = [
  0, 1, 49, 50, 51, 999, 1000, 2540, 3175, 25_400, 88_900, 210_000, 215_900, 297_000, 609_600, 1_240_000, 30_000_000,
]

describe('lengths as they are typed and written', () => {
  it.each(['mm', 'in'] as const)('typed in a room of %s', (unit) => {
    const lines = TYPED.map((text) => {
      const read = readLength(text, unit)
      return `“${text}”: ${read.ok ? read.value : sayLength(read.problem, unit)}`
    })
    expect(lines).toMatchSnapshot()
  })
  it('written', () => {
    const lines = [...WRITTEN, -3400].map((v) => {
      const [length, other] = [um(v), um(v * 1.5)]
      return (['mm', 'in'] as const)
        .map((u) =>
          [
            lengthNumber(length, u),
            writeLength(length, u),
            tradeLength(length, u),
            tradeNumber(length, u),
            tradePair(length, other, u),
            measuredPair(length, other, u),
          ].join(' | '),
        )
        .join(' || ')
    })
    expect(lines).toMatchSnapshot()
    expect([0, 1.005, 12.345, -0.04, 1234.5678].map((v) => [0, 1, 2].map((d) => writeNumber(v, d)))).toMatchSnapshot()
    expect([fromMm(3.4), fromInches(8.5), fromMm(-0.0004)]).toEqual([3400, 215_900, 0])
  })
})
