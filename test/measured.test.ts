import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readStored, slipBookingSchema } from '@/contract/print-job'
import { readRecord } from '@/contract/record'
import type { SheetReading } from '@/core/edge/readings'
import { LENGTHS } from '@/core/edge/readings'
import { fromMm, um } from '@/core/length/length'
import { ACTIONS } from '@/server/actions/all'
import { readEdgeCheck } from '@/server/stores/edge-checks'
import { readRuler, SheetPicture } from './measure'
import { CARDS, PrintRoom } from './print-room'
import { type Bed, pick, randomSlip, seeded } from './random-slips'

// Slips that are really printed on simulated machines, and measured on the sheets that come out.
const FULL = Boolean(process.env.LIBRETA_FULL)
const SEED = Number(process.env.LIBRETA_SEED ?? 20)
const AFTER = FULL ? 400 : 24
const BEFORE = FULL ? 120 : 10
const QUANTITIES = ['width', 'height', 'left', 'right', 'lead', 'trail'] as const
type Quantity = (typeof QUANTITIES)[number]

let printers: PrintRoom
const versions = new Map<string, string>()
beforeAll(async () => {
  printers = await PrintRoom.open(SEED)
  versions.set(
    'otter',
    await printers.preset({
      queue: 'Otter, photo',
      feed: 'otter/rear stack',
      mediaSetting: 'lustre',
      quality: 'quick',
      surface: 'lustre',
      black: 'photo',
      inkSet: 'ten pigments, 2025',
    }),
  )
  versions.set(
    'heron',
    await printers.preset({
      queue: 'Heron',
      feed: 'heron/roll',
      mediaSetting: 'satin',
      quality: 'steady',
      surface: 'lustre',
      black: 'photo',
      inkSet: 'eight pigments, 2024',
    }),
  )
  versions.set('wren', await printers.preset(CARDS))
  printers.work()
}, 120_000)
afterAll(() => printers.end())

const size = (sizeId: string, width: number, length: number) =>
  ({ sheet: { kind: 'size', sizeId } as const, width, length }) as const
const cut = (width: number, length: number) =>
  ({ sheet: { kind: 'cut', width: fromMm(width), length: fromMm(length) } as const, width, length }) as const

/** A sheet on one of the three machines: the stack, the roll, the cards. */
function bedOf(random: () => number): Bed {
  const queue = pick(random, ['otter', 'otter', 'heron', 'wren'])
  const borderless = random() < 0.5
  const form =
    queue === 'otter'
      ? pick(random, [size('iso_a4_210x297mm', 210, 297), size('jis_b4_257x364mm', 257, 364)])
      : queue === 'heron'
        ? cut(420, 260 + Math.round(random() * 340))
        : pick(random, [size('na_5x7_5x7in', 127, 177.8), size('na_index-4x6_4x6in', 101.6, 152.4)])
  return { queue, borderless, ...form }
}

/** What was promised of a job's sheet: its one piece in the record that will be its run's. */
function promised(booking: unknown) {
  const { record } = readStored(slipBookingSchema, booking).run
  const [piece] = readRecord(record.schema, record.body).pieces
  if (!piece) throw new Error('nothing was said')
  return piece
}

type Miss = { readonly what: string; readonly quantity: Quantity; readonly byMm: number; readonly withinMm: number }
type Tally = { readonly inside: Record<Quantity, number>; measured: number; readonly misses: Miss[] }

/** Prints slips, measures each sheet, and counts by quantity what lies within what was said. */
async function printAndMeasure(count: number, from: number): Promise<Tally> {
  const tally: Tally = {
    inside: { width: 0, height: 0, left: 0, right: 0, lead: 0, trail: 0 },
    measured: 0,
    misses: [],
  }
  for (let n = 0; tally.measured < count && n < count * 3; n++) {
    const random = seeded(SEED * 100_003 + from + n)
    const bed = bedOf(random)
    printers.supply()
    const lies = random() < 0.5
    const pictureId = await printers.picture(lies ? 1600 : 1200, lies ? 1200 : 1600, 30 + Math.floor(random() * 30))
    const slip = await printers.slip({
      pictureId,
      versionId: versions.get(bed.queue) ?? null,
      ...randomSlip(random, bed),
    })
    const started = await printers.room.act(ACTIONS['print.start'], {
      slipId: slip.id,
      revision: 1,
      prints: [{ printId: 'first', copies: 1, answers: [] }],
      outcome: 'proof',
      note: '',
    })
    if (!started.ok) throw new Error(JSON.stringify(started.problem))
    const print = await printers.over(started.value.printIds[0] ?? '')
    if (print.state !== 'done') throw new Error(`${print.state}: ${print.problem ?? print.printerSays}`)
    const said = promised(print.booking)
    const p = said.onPaper
    if (p.w < 20_000 || p.h < 20_000) continue
    const { out, path } = printers.out(print.id)
    const sheet = await SheetPicture.open(path)
    const across = sheet.extent('across', (p.y + p.h / 2) / 1000, out.width)
    const along = sheet.extent('along', (p.x + p.w / 2) / 1000, out.length)
    if (!across || !along)
      throw new Error(`no ink where it was said: ${path} ${JSON.stringify({ p, bed, of: print.booking })}`)
    const is: Record<Quantity, number> = {
      width: across.to - across.from,
      height: along.to - along.from,
      left: across.from,
      right: out.width - across.to,
      lead: along.from,
      trail: out.length - along.to,
    }
    const should: Record<Quantity, number> = {
      width: p.w / 1000,
      height: p.h / 1000,
      left: p.x / 1000,
      right: out.width - (p.x + p.w) / 1000,
      lead: p.y / 1000,
      trail: out.length - (p.y + p.h) / 1000,
    }
    tally.measured += 1
    for (const q of QUANTITIES) {
      const by = Math.abs(is[q] - should[q])
      const within = said.tolerance[q] / 1000
      if (by <= within) tally.inside[q] += 1
      else
        tally.misses.push({
          what: `${bed.queue} ${bed.width} x ${bed.length} ${bed.borderless ? 'borderless' : 'margins'}`,
          quantity: q,
          byMm: by,
          withinMm: within,
        })
    }
  }
  return tally
}

function tell(name: string, t: Tally): void {
  const parts = QUANTITIES.map((q) => `${q} ${((100 * t.inside[q]) / t.measured).toFixed(1)} %`)
  process.stdout.write(`${name}, ${t.measured} slips: ${parts.join(', ')}\n`)
  for (const m of [...t.misses].sort((a, b) => b.byMm - b.withinMm - a.byMm + a.withinMm).slice(0, 12))
    process.stdout.write(`  ${m.what}: ${m.quantity} ${m.byMm.toFixed(2)} mm off, ${m.withinMm.toFixed(2)} said\n`)
}

/** Five ruler sheets through the queue, read on the sheets, solved. */
async function edgeCheck(queue: string, edge: 'margins' | 'borderless', sheet: Bed['sheet']): Promise<void> {
  const { id } = await printers.room.must(ACTIONS['edge-check.start'], {
    versionId: versions.get(queue) ?? '',
    edge,
    sheet,
    sheets: 5,
    instrument: 'output tray',
    print: true,
    note: '',
  })
  const check = readEdgeCheck(printers.room.db, id)
  if (!check) throw new Error('no check')
  const mm = (v: number): number => v / 1000
  const { layout } = check
  const ruler = {
    width: mm(layout.sheet.width),
    length: mm(layout.sheet.length),
    stairs: layout.stairs.map((s) => ({ ...s, from: mm(s.from), pitch: mm(s.pitch) })),
    crosses: {
      A: { x: mm(layout.crosses.A.x), y: mm(layout.crosses.A.y) },
      B: { x: mm(layout.crosses.B.x), y: mm(layout.crosses.B.y) },
      C: { x: mm(layout.crosses.C.x), y: mm(layout.crosses.C.y) },
      D: { x: mm(layout.crosses.D.x), y: mm(layout.crosses.D.y) },
    },
  }
  const rows = printers.room.db.$client.prepare('select id from print_jobs where subject_id = ? order by sheet').all(id)
  const readings: SheetReading[] = []
  for (const { id: printId } of rows as { id: string }[]) {
    const print = await printers.over(printId)
    if (print.state !== 'done') throw new Error(`${print.state}: ${print.problem ?? print.printerSays}`)
    const read = readRuler(await SheetPicture.open(printers.out(printId).path), ruler)
    const lengths = Object.fromEntries(
      LENGTHS.map((name) => [name, read.lengths[name] === null ? null : um((read.lengths[name] ?? 0) * 1000)]),
    ) as SheetReading['lengths']
    readings.push({ ticks: read.ticks, lengths, leftOut: false })
  }
  await printers.room.must(ACTIONS['edge-check.read'], {
    id,
    revision: 1,
    instrument: 'output tray',
    readings,
  })
  const solved = await printers.room.act(ACTIONS['edge-check.solve'], { id, revision: 2 })
  if (!solved.ok) throw new Error(`${queue} ${edge}: ${JSON.stringify(solved.problem)}`)
}

describe('what comes out is what was said', () => {
  it('before any check too, since the tolerance then is as wide as declared figures deserve', async () => {
    const before = await printAndMeasure(BEFORE, 50_000)
    tell('as declared', before)
    expect(before.measured).toBe(BEFORE)
    // one room of three machines: of 10 sheets one may lie outside, of 120 no more than one in ten
    for (const q of QUANTITIES)
      expect(before.inside[q] / BEFORE, `${q} as declared, seed ${SEED}`).toBeGreaterThanOrEqual(0.9)
  }, 1_200_000)

  it('after an edge check of five sheets 95 % of each quantity lies within', async () => {
    for (const edge of ['margins', 'borderless'] as const) {
      await edgeCheck('otter', edge, { kind: 'size', sizeId: 'jis_b4_257x364mm' })
      await edgeCheck('heron', edge, { kind: 'cut', width: fromMm(420), length: fromMm(420) })
      await edgeCheck('wren', edge, { kind: 'size', sizeId: 'na_5x7_5x7in' })
    }
    const after = await printAndMeasure(AFTER, 0)
    tell('after an edge check', after)
    expect(after.measured).toBe(AFTER)
    for (const q of QUANTITIES)
      expect(after.inside[q] / after.measured, `${q} after, seed ${SEED}`).toBeGreaterThanOrEqual(0.95)
  }, 3_600_000)

  it('a 120 x 160 mm print in the middle of a borderless 257 x 364 mm sheet is that within 0.3 mm', async () => {
    const pictureId = await printers.picture(1200, 1600)
    for (let n = 0; n < 3; n++) {
      const slip = await printers.slip({
        pictureId,
        versionId: versions.get('otter') ?? null,
        sheet: { kind: 'size', sizeId: 'jis_b4_257x364mm' },
        edge: 'borderless',
        enlargement: 'corrected',
        placing: { mode: 'exact', by: { edge: 'both', width: fromMm(120), height: fromMm(160) } },
      })
      const { printIds } = await printers.room.must(ACTIONS['print.start'], {
        slipId: slip.id,
        revision: 1,
        prints: [{ printId: 'first', copies: 1, answers: [] }],
        outcome: 'good',
        note: '',
      })
      const print = await printers.over(printIds[0] ?? '')
      const sheet = await SheetPicture.open(printers.out(print.id).path)
      const across = sheet.extent('across', 182, 257)
      const along = sheet.extent('along', 128.5, 364)
      const width = (across?.to ?? 0) - (across?.from ?? 0)
      const height = (along?.to ?? 0) - (along?.from ?? 0)
      process.stdout.write(`120 x 160 mm came out ${width.toFixed(2)} x ${height.toFixed(2)} mm\n`)
      expect(Math.abs(width - 120)).toBeLessThan(0.3)
      expect(Math.abs(height - 160)).toBeLessThan(0.3)
    }
  }, 120_000)
})
