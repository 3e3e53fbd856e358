import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runChecks } from '@/core/checks/all'
import { grow } from '@/core/edge/enlargement'
import { fromMm, type Um, um } from '@/core/length/length'
import { minor } from '@/core/money/money'
import { contains, edges, rect, sheetRect } from '@/core/sheet/sheet'
import { sayFinding } from '@/core/words/checks'
import { between } from '../../../test/between'
import { facts, laid, PICTURE, VERSION } from '../../../test/slip-facts'
import type { PlainPatch } from './body'
import { needsKey, needsOf } from './needs'
import { distances, outcomeOf } from './outcome'

const exact = (edge: 'width' | 'height' | 'long' | 'short', mm: number): NonNullable<PlainPatch['placing']> => ({
  mode: 'exact',
  by: { edge, um: fromMm(mm) },
})

const print = (patch: PlainPatch, rest: Parameters<typeof facts>[1] = {}) => laid(facts(patch, rest))

describe('a borderless print in the middle of B4, 180 mm wide', () => {
  const body = { edge: 'borderless', placing: exact('width', 180) } as const
  it('with enlargement corrected is sent smaller and comes out as asked', () => {
    const { piece: p, sheet } = print(body)
    expect(p.onPaper).toMatchObject({ w: 180_000, h: 240_000 })
    expect([p.sent.w, p.sent.h]).toEqual([um(180_000 / sheet.enlargement.gx), um(240_000 / sheet.enlargement.gy)])
    expect(distances(sheet.sheet, p.onPaper)).toEqual(edges(38_500, 38_500, 62_000, 62_000))
    // what is assumed of the overspray, by the print's share of the sheet: 1 mm x 180 / 257; drift, turn, place
    expect(p.tolerance).toMatchObject({ width: 723, height: 976, left: 1554 })
  })
  it('with enlargement left is sent as asked and comes out larger', () => {
    const { piece: p, sheet } = print({ ...body, enlargement: 'left' })
    expect(p.sent).toEqual(p.asked)
    expect(p.onPaper).toEqual(grow(sheet.enlargement, p.asked))
    expect(p.onPaper.w).toBe(184_062)
  })
  it('names the part of the page that lies on the sheet', () => {
    const { page } = print(body)
    expect(page.trim.x).toBe(2836)
    expect(contains(sheetRect(page.sheet), page.trim)).toBe(true)
  })
})

describe('a borderless print that fills the sheet', () => {
  it('covers the overspray: the file reaches the page’s edges', () => {
    const { piece: p, page, sheet } = print({ edge: 'borderless', placing: { mode: 'fill' } })
    const [part] = page.items
    expect(part?.kind === 'picture' && contains(part.window, sheetRect(sheet.sheet), 2)).toBe(true)
    expect(p.onPaper).toEqual(sheetRect(sheet.sheet))
    expect(p.slivers).toEqual(edges(0, 0, 0, 0))
  })
  it('warns of a sliver where the sheet drifts further than the printer sprays', () => {
    const queueFeed = {
      ...VERSION.queueFeed,
      borderless: { overspray: edges(300, 2900, 2900, 2900), widths: [], mediaSettings: [] },
    }
    const { piece: p } = print(
      { edge: 'borderless', placing: { mode: 'fill' } },
      { version: { ...VERSION, queueFeed } },
    )
    expect(p.slivers).toEqual(edges(400, 0, 0, 0))
  })
})

describe('margins', () => {
  it('a print larger than the area is cut by what the printer leaves white', () => {
    const { piece: p } = print({ placing: exact('width', 257), centring: { kind: 'area' } })
    expect(p.cutOff.left).toBe(3400)
    expect(p.cutOff.right).toBe(3400)
    expect(p.onPaper.w).toBe(250_200)
  })
  it('true centre measures from the sheet', () => {
    const { piece: p, sheet } = print({ centring: { kind: 'true' } })
    const d = distances(sheet.sheet, p.onPaper)
    expect(Math.abs(d.left - d.right)).toBeLessThanOrEqual(1)
    expect(Math.abs(d.lead - d.trail)).toBeLessThanOrEqual(1)
    expect(sheet.frame).toEqual(rect(3400, 12_500, 250_200, 339_000))
  })
  it('even margins at 15 mm leave 227 × 334', () => {
    const { sheet } = print({ centring: { kind: 'even', um: fromMm(15) } })
    expect(sheet.frame).toMatchObject({ w: 227_000, h: 334_000 })
    expect(sheet.givenUp.percent).toBeGreaterThan(12)
  })
  it('a placing that filled the old area fills the new one', () => {
    for (const centring of [{ kind: 'area' }, { kind: 'true' }] as const) {
      const { piece: p, sheet } = print({ centring, placing: { mode: 'fill' } })
      expect(p.asked).toEqual(sheet.frame)
    }
  })
})

describe('turning', () => {
  it('a lying picture is turned to stand with the sheet, and back when asked', () => {
    const picture = { ...PICTURE, width: 6400, height: 4800 }
    expect(print({}, { picture }).piece.quarter).toBe(1)
    expect(print({ quarter: 0 }, { picture }).piece.quarter).toBe(0)
    expect(print({}, { picture }).piece.asked.h).toBeGreaterThan(print({ quarter: 0 }, { picture }).piece.asked.h)
  })
  it('borderless that is not possible is computed with margins and said', () => {
    const { sheet } = print({ edge: 'borderless' }, { size: { name: 'A4', short: fromMm(210), long: fromMm(297) } })
    expect(sheet.borderless).toBe(false)
    expect(sheet.borderlessClosed).toEqual({
      code: 'borderless_not_on_width',
      widthUm: 210_000,
      widths: [257_000],
    })
  })
})

describe('the tolerance of a size', () => {
  it('has the drift in it where an edge of the paper is near, on that axis alone and at either end', () => {
    const small = { placing: exact('width', 60), centring: { kind: 'area' } } as const
    const at = (x: number, y: number) => {
      const t = print({ ...small, anchor: { x, y } }).piece.tolerance
      return [t.width > 1000, t.height > 1000]
    }
    const far = print({ ...small, anchor: { x: 0.5, y: 0.5 } }).piece.tolerance
    expect([far.width < 500, far.height < 500]).toEqual([true, true])
    expect([at(0.5, 0), at(0.5, 1), at(0, 0.5), at(1, 0.5)]).toEqual([
      [false, true],
      [false, true],
      [true, false],
      [true, false],
    ])
  })
})

describe('a length cut from a roll', () => {
  const version = {
    ...VERSION,
    feed: { ...VERSION.feed, kind: 'roll' as const, maxWidth: fromMm(610), maxLength: fromMm(18_000) },
    queueFeed: { ...VERSION.queueFeed, margins: [{ upToWidth: null, margins: edges(3000, 3000, 3000, 3000) }] },
    mediaSetting: { ...VERSION.mediaSetting, longest: null },
  }
  const sheet = { kind: 'cut', width: fromMm(610), length: 'auto' } as const
  it('is as long as the print across it needs', () => {
    const out = print({ sheet }, { version, size: null })
    expect(out.sheet.sheet.length).toBe(um(6000 + (604_000 * 6400) / 4800))
    expect(out.piece.asked).toMatchObject({ w: 604_000 })
  })
  it('is the same for a picture that is upside down, and another for one that lies', () => {
    const length = (quarter: 0 | 1 | 2 | 3): number =>
      print({ sheet, quarter }, { version, size: null }).sheet.sheet.length
    expect(length(2)).toBe(length(0))
    expect(length(3)).toBe(length(1))
    expect(length(1)).not.toBe(length(0))
  })
  it('is as long as a size by the long or the short edge needs, whichever way the picture lies', () => {
    const length = (edge: 'long' | 'short', mm: number, quarter: 0 | 1): number =>
      print({ sheet, quarter, placing: exact(edge, mm) }, { version, size: null }).sheet.sheet.length
    // the picture is 3 to 4, upright: its long edge lies along the roll, and across it when it is turned
    expect(length('long', 400, 0)).toBe(406_000)
    expect(length('short', 300, 0)).toBe(406_000)
    expect(length('long', 400, 1)).toBe(306_000)
    expect(length('short', 300, 1)).toBe(306_000)
  })
  it('is as long as an exact size needs', () => {
    const out = print({ sheet, quarter: 0, placing: exact('long', 420) }, { version, size: null })
    expect(out.sheet.sheet.length).toBe(426_000)
  })
  it('turns a given size by itself where that takes less of the roll, and says instead of how much', () => {
    for (const [placing, length, instead] of [
      [exact('long', 500), 381_000, 506_000],
      [exact('height', 500), 381_000, 506_000],
      [{ mode: 'exact', by: { edge: 'both', width: fromMm(384), height: fromMm(500) } }, 390_000, 506_000],
    ] as const) {
      const out = print({ sheet, placing }, { version, size: null })
      expect([out.piece.quarter, out.sheet.sheet.length, out.sheet.insteadOf]).toEqual([1, length, instead])
      expect(out.piece.asked).toMatchObject({ w: 500_000, h: length - 6000 })
      const says = runChecks(facts({ sheet, placing }, { version, size: null }), out).find((f) => f.check === 'saves')
      expect(says && sayFinding(says, 'mm')).toBe(`Turned: ${length / 1000} mm of the roll instead of 506 mm.`)
    }
  })
  it('turns it where only so it fits across, whatever that takes; and never where it would not', () => {
    const picture = { ...PICTURE, width: 6400, height: 4800 }
    const lying = print({ sheet, placing: exact('long', 800) }, { version, size: null, picture })
    expect([lying.piece.quarter, lying.sheet.sheet.length, lying.sheet.insteadOf]).toEqual([1, 806_000, null])
    const tall = print({ sheet, placing: exact('long', 800) }, { version, size: null })
    expect([tall.piece.quarter, tall.sheet.sheet.length]).toEqual([0, 806_000])
  })
  it('is never shorter than the feed takes, and paid so', () => {
    const feed = { ...version.feed, minLength: fromMm(210) }
    const stock = {
      id: 's',
      price: { kind: 'roll', lengthUm: fromMm(10_000), price: minor(10_000) },
      left: 1e7,
    } as const
    const rest = { version: { ...version, feed }, size: null, stock }
    const out = print({ sheet, placing: exact('long', 60) }, rest)
    expect(out.sheet.sheet.length).toBe(210_000)
    expect(out.charge?.lines.find((l) => l.what === 'paper')?.amount).toBe(210)
  })
  it('across the roll it is never turned by itself', () => {
    const picture = { ...PICTURE, width: 12_000, height: 2000 }
    const out = print({ sheet }, { version, size: null, picture })
    expect(out.piece.quarter).toBe(0)
    expect(out.sheet.insteadOf).toBeNull()
  })
})

describe('an enlargement that is left', () => {
  // 5 x 7 in, 2.2 mm past each edge
  const size = { name: '5 × 7 in', short: fromMm(127), long: fromMm(177.8) }
  const queueFeed = {
    ...VERSION.queueFeed,
    borderless: { overspray: edges(2200, 2200, 2200, 2200), widths: [], mediaSettings: [] },
  }
  const picture = { ...PICTURE, width: 4000, height: 6000 }
  const rest = { version: { ...VERSION, queueFeed }, size, picture }
  const loss = (body: PlainPatch): number => print({ edge: 'borderless', ...body }, rest).piece.placed.lossPercent
  it('counts what falls off the sheet, not only what the frame cuts', () => {
    // fill of 2:3 on 127 x 177.8 keeps 177.8 / 190.5 of the height; the enlargement keeps 127 / 131.4 and 177.8 / 182.2
    const kept = (177.8 / 190.5) * (127 / 131.4) * (177.8 / 182.2)
    expect(loss({ enlargement: 'left', placing: { mode: 'fill' } })).toBeCloseTo(100 * (1 - kept), 1)
  })
  it('whole, it loses what the enlargement pushes off at lead and trail', () => {
    expect(loss({ enlargement: 'left', placing: { mode: 'whole' } })).toBeCloseTo(100 * (1 - 177.8 / 182.2), 1)
    expect(loss({ enlargement: 'left', placing: exact('long', 100) })).toBe(0)
  })
})

describe('a sheet that feeds long edge first', () => {
  // too long for this feed standing, not lying
  const feed = { ...VERSION.feed, maxLength: fromMm(260), maxWidth: fromMm(400) }
  const queueFeed = {
    ...VERSION.queueFeed,
    margins: [
      { upToWidth: fromMm(300), margins: edges(1000, 1000, 1000, 1000) },
      { upToWidth: null, margins: edges(3000, 3000, 5000, 12_000) },
    ],
  }
  const rest = { version: { ...VERSION, feed, queueFeed } }
  it('stands the picture the way of the sheet as it goes in, with the margins of that width', () => {
    const lying = { ...PICTURE, width: 6400, height: 4800 }
    const out = print({}, { ...rest, picture: lying })
    expect(out.sheet.sheet).toEqual({ width: 364_000, length: 257_000 })
    expect(out.sheet.margins).toEqual(edges(3000, 3000, 5000, 12_000))
    expect(out.piece.quarter).toBe(0)
    expect(print({}, rest).piece.quarter).toBe(1)
  })
})

describe('no ink at all', () => {
  it.each([
    ['even margins wider than the sheet', { centring: { kind: 'even', um: fromMm(130) } }, /margins use up/],
    ['a size of nothing', { placing: exact('width', 0) }, /asked size is 0/],
    [
      'one side of nothing',
      { placing: { mode: 'exact', by: { edge: 'both', width: um(0), height: um(9) } } },
      /size is 0/,
    ],
  ] as const)('%s is a stop and has no page', (_what, body, says) => {
    const slip = facts(body)
    const outcome = outcomeOf(slip)
    expect([outcome.pieces[0], outcome.noInk, outcome.charge]).toEqual([null, true, null])
    const stop = runChecks(slip, outcome).find((f) => f.check === 'ink')
    expect(stop?.level).toBe('stop')
    expect(stop && sayFinding(stop, 'mm')).toMatch(says)
  })
  it('a size of the smallest unit is a size', () => {
    const least = (
      by:
        | { readonly edge: 'width'; readonly um: Um }
        | { readonly edge: 'both'; readonly width: Um; readonly height: Um },
    ) => outcomeOf(facts({ placing: { mode: 'exact', by } })).noInk
    expect(least({ edge: 'width', um: um(1) })).toBe(false)
    expect(least({ edge: 'both', width: um(1), height: um(1) })).toBe(false)
    expect(least({ edge: 'both', width: um(1), height: um(0) })).toBe(true)
  })
  it('a slip without a picture has none yet, which is another matter', () => {
    expect(outcomeOf(facts({}, { picture: null })).noInk).toBe(false)
  })
})

describe('charge and time', () => {
  it('adds sheet, ink by area and the room’s share', () => {
    const { charge, seconds } = outcomeOf(facts({ placing: exact('width', 180) }))
    // 0.0432 m2 at 10 ml: 0.432 ml at 0.70 = 30.24 cents; sheet 95; share 25
    expect(charge?.total).toBe(150)
    expect(charge?.lines.map((l) => l.amount)).toEqual([95, 30, 25])
    expect(seconds).toBe(Math.round(0.257 * 0.364 * 30 * 60))
  })
  it('costs nothing before there is a print', () => {
    expect(outcomeOf(facts({}, { picture: null })).charge).toBeNull()
  })
})

describe('whatever is asked', () => {
  const anything = fc.record({
    edge: fc.constantFrom('margins' as const, 'borderless' as const),
    enlargement: fc.constantFrom('corrected' as const, 'left' as const),
    quarter: fc.constantFrom('auto' as const, 0 as const, 1 as const, 2 as const, 3 as const),
    placing: fc.oneof(
      fc.constant({ mode: 'whole' as const }),
      fc.constant({ mode: 'fill' as const }),
      fc.integer({ min: 10, max: 500 }).map((mm) => exact('long', mm)),
    ),
    anchor: fc.record({ x: between(0, 1), y: between(0, 1) }),
  })
  it('what is said to be on paper lies on the sheet, and growing what is sent gives it', () => {
    fc.assert(
      fc.property(anything, (body) => {
        const { piece: p, page, sheet } = print(body)
        expect(contains(sheetRect(sheet.sheet), p.onPaper, 1)).toBe(true)
        const landed = grow(sheet.enlargement, p.sent)
        expect(contains(landed, p.onPaper, 2)).toBe(true)
        const [part] = page.items
        expect(part?.kind === 'picture' && contains(part.full, part.window, 3)).toBe(true)
      }),
      { numRuns: 300 },
    )
  })
})

describe('what has to be changed first', () => {
  const sheet = { width: fromMm(257), length: fromMm(364) }
  const loaded = { feedId: 'f', paperId: 'paper', kind: 'sheet', width: fromMm(257), length: fromMm(364) } as const
  it('is nothing when paper and black are there', () => {
    expect(needsKey(needsOf(VERSION, sheet, false, [loaded]))).toBe('|')
  })
  it('is another paper where two have one name', () => {
    const wants = needsOf(VERSION, sheet, false, [])
    const twin = needsOf({ ...VERSION, paper: { ...VERSION.paper, id: 'twin' } }, sheet, false, [])
    expect(needsKey(twin)).not.toBe(needsKey(wants))
  })
  it('names paper and black', () => {
    const needs = needsOf({ ...VERSION, holdsBlack: 'photo' }, sheet, false, [{ ...loaded, paperId: 'other' }])
    expect(needs).toMatchObject({ black: 'matte', load: { paperName: 'Fenland Matte', width: 257_000 } })
  })
})
