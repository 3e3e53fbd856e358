import { describe, expect, it } from 'vitest'
import { fromMm, perMille, um } from '@/core/length/length'
import { edges, fedSheet, rect, sameEdges } from '@/core/sheet/sheet'
import { rounded } from '../../../test/rounded'
import { FIGURES, VERSION } from '../../../test/slip-facts'
import { accuracyOn, checkedMargins, figuresFrom, mapOf } from './figures'
import type { SheetReading } from './readings'
import { rulerLayout } from './ruler-sheet'
import { solveCheck } from './solve'
import { type Accuracy, positionTolerance, sizeTolerance } from './tolerance'

const SHEET = fedSheet(fromMm(257), fromMm(364), 'short')
const DECLARED = { driftAcross: um(700), driftAlong: um(800), skew: perMille(0.6) }
const MARGINS = rulerLayout(SHEET, 'margins', edges(3400, 3400, 5000, 12_500))
const FREE = rulerLayout(SHEET, 'borderless', sameEdges(2900))

/** Five sheets that differ in place, length and turn, and a sixth that fed badly. */
const readings = (free: boolean): readonly SheetReading[] =>
  [0, 1, -2, 3, -1, 40].map((by, i) => {
    const { A, B, C } = MARGINS.crosses
    const base = free ? [29, 28, 30, 31] : [36, 33, 52, 124]
    const [left = 0, right = 0, lead = 0, trail = 0] = base
    return {
      ticks: { left: left + (i % 3), right: right - (i % 2), lead: lead + (i % 4), trail: trail - i },
      lengths: {
        'left to A': um(A.x + 120 * by + 150),
        'left to C': um(C.x + 120 * by + 260 + 30 * i),
        'lead to A': um(A.y - 70 * by + 90),
        'A to B': um(B.x - A.x + 100 + 40 * i),
        'A to C': um(C.y - A.y + 250 - 30 * i),
      },
      leftOut: false,
    }
  })

describe('an edge check to its last figure', () => {
  it.each([
    ['margins', MARGINS, 'steel rule', 6],
    ['margins without the bad sheet', MARGINS, 'rule and loupe', 5],
    ['margins of two sheets', MARGINS, 'output tray', 2],
    ['borderless', FREE, 'output tray', 6],
    ['borderless of two sheets', FREE, 'steel rule', 2],
  ] as const)('%s', (_name, layout, instrument, count) => {
    const solved = solveCheck(layout, readings(layout.edge === 'borderless').slice(0, count), instrument, DECLARED)
    expect(rounded(solved)).toMatchSnapshot()
  })
  it('a sheet is out only when it lies further off than a person can see, and than sheets differ', () => {
    const { A, B, C } = MARGINS.crosses
    const at = (sideways: number, along = 0): SheetReading => ({
      ticks: { left: 35, right: 35, lead: 51, trail: 126 },
      lengths: {
        'left to A': um(A.x + sideways),
        'left to C': um(C.x + sideways),
        'lead to A': um(A.y + along),
        'A to B': um(B.x - A.x),
        'A to C': um(C.y - A.y),
      },
      leftOut: false,
    })
    const out = (...sheets: readonly SheetReading[]): readonly string[] => {
      const solved = solveCheck(MARGINS, sheets, 'output tray', DECLARED)
      return solved.ok ? solved.value.outliers.map((o) => `${o.sheet} ${o.what} ${o.by}`) : ['not solved']
    }
    expect(out(at(0), at(0), at(0), at(300))).toEqual([])
    expect(out(at(0), at(0), at(0), at(301))).toEqual(['4 place across 301'])
    // the middle of an even number of sheets lies between two of them
    expect(out(at(0), at(0), at(400), at(400), at(4000))).toEqual(['5 place across 3600'])
    expect(out(at(0), at(0), at(200), at(200), at(100, 5000), at(100))).toEqual(['5 place along 5000'])
    expect(out(at(0), at(5000))).toEqual([])
  })
  it('a length that is more than 8 mm off, and more than 4 % of itself, was measured between other marks', () => {
    const { A, B } = MARGINS.crosses
    const read = (name: 'left to A' | 'A to B', value: number) => {
      const [base] = readings(false)
      if (!base) throw new Error('no reading')
      const sheet = { ...base, lengths: { ...base.lengths, [name]: um(value) } }
      const solved = solveCheck(MARGINS, [sheet], 'output tray', DECLARED)
      return solved.ok ? 'taken' : solved.problem.code
    }
    const apart = B.x - A.x
    expect([read('left to A', A.x + 8000), read('left to A', A.x + 8001)]).toEqual(['taken', 'length'])
    expect([read('A to B', apart + 0.04 * apart), read('A to B', apart + 0.04 * apart + 1)]).toEqual([
      'taken',
      'length',
    ])
  })
  it('in use, on its own sheet and on others', () => {
    const margins = solveCheck(MARGINS, readings(false).slice(0, 5), 'output tray', DECLARED)
    const free = solveCheck(FREE, readings(true).slice(0, 5), 'output tray', DECLARED)
    if (!margins.ok || !free.ok) throw new Error('the example does not solve')
    const about = { checkId: 'c', number: 3, at: 9, sheet: SHEET }
    const all = {
      margins: figuresFrom(about, 'margins', margins.value, null),
      free: figuresFrom(about, 'borderless', free.value, null),
      apart: figuresFrom(about, 'borderless', free.value, margins.value),
    }
    const sheets = [SHEET, fedSheet(fromMm(210), fromMm(297), 'short'), fedSheet(fromMm(329), fromMm(914), 'short')]
    expect(rounded(all)).toMatchSnapshot()
    expect(
      rounded(
        Object.values(all).flatMap((f) =>
          sheets.map((s) => [
            ...[mapOf(f, s, false), mapOf(f, s, true), accuracyOn(f, s)],
            checkedMargins(f, VERSION.queueFeed, s),
          ]),
        ),
      ),
    ).toMatchSnapshot()
  })
  it('as tolerances', () => {
    const declared: Accuracy = {
      ...{ source: 'declared', driftAcross: um(700), driftAlong: um(800), skew: perMille(0.6) },
      assumed: { place: um(600), overspray: um(500), lengthAcross: perMille(1), lengthAlong: perMille(3) },
    }
    const r = rect(20_000, 30_000, 120_000, 160_000)
    expect(
      rounded(
        [declared, FIGURES.accuracy].flatMap((a) => [
          ...(['left', 'right', 'lead', 'trail'] as const).map((e) => positionTolerance(a, e, r.h, r.x)),
          sizeTolerance(a, r.w, 'across', SHEET.width),
          sizeTolerance(a, r.h, 'along', SHEET.length),
          sizeTolerance(a, um(5000), 'along', um(0)),
        ]),
      ),
    ).toMatchSnapshot()
  })
})
