import type { LengthUnit } from '@/core/length/length'
import { um } from '@/core/length/length'
import { tradePair, writeLength } from '@/core/length/write'
import type { Cut, Given } from '@/core/nest/cuts'

/**
 * A cut in words, with its measure from an edge of the piece in hand, and what falls off.
 * @param nameOf what a print is called
 * @example sayCut({ number: 1, of: 'roll', piece: { x: 0, y: 0, w: 200000, h: 300000 }, runs: 'across', at: 100000, gives: [{ kind: 'print', i: 0, piece: { x: 0, y: 0, w: 200000, h: 100000 } }, { kind: 'piece', name: 'A', piece: { x: 0, y: 100000, w: 200000, h: 200000 } }] }, 'mm', () => 'Fern') // 'Across the roll, 100.0 mm from its lead edge: Fern comes off; A is left.'
 */
export function sayCut(cut: Cut, unit: LengthUnit, nameOf: (i: number) => string): string {
  const whole = cut.of === 'roll' ? 'the roll' : cut.of
  const edge = cut.runs === 'across' ? 'lead' : 'left'
  const [first, second] = cut.gives
  return `${cut.runs === 'across' ? 'Across' : 'Along'} ${whole}, ${writeLength(um(cut.at), unit)} from its ${edge} edge: ${sayGiven(first, unit, nameOf)} comes off; ${sayGiven(second, unit, nameOf)} is left.`
}

function sayGiven(given: Given, unit: LengthUnit, nameOf: (i: number) => string): string {
  if (given.kind === 'print') return nameOf(given.i)
  if (given.kind === 'piece') return given.name
  return `an offcut of ${tradePair(um(given.piece.w), um(given.piece.h), unit)}`
}
