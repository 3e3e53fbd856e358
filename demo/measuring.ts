import { NOTHING_READ } from '@/contract/measure'
import { nominal, type SheetReading, UNREAD } from '@/core/edge/readings'
import { um } from '@/core/length/length'
import { ACTIONS } from '@/server/actions/all'
import type { Db } from '@/server/db/open'
import { readEdgeCheck } from '@/server/stores/edge-checks'
import { readRun } from '@/server/stores/log'
import type { Do } from './doing'

/** How Otter's rear stack lands its sheets: aside and late on average, and from sheet to sheet, um. */
const LANDS = { across: 420, along: -260, spread: 90, turn: 0.0002, stretch: 1.0006 }

const normal = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())

/** To a twentieth of a millimetre, as a rule under a loupe is read. */
const read = (length: number) => um(Math.round(length / 50) * 50)

/** An edge check of five sheets on a preset's feed, read and calculated. */
export async function fillEdgeCheck(
  act: Do,
  db: Db,
  versionId: string,
  sizeId: string,
  at: number,
  random: () => number,
): Promise<void> {
  const { id } = await act(
    ACTIONS['edge-check.start'],
    {
      ...{ versionId, edge: 'margins' as const, sheet: { kind: 'size' as const, sizeId }, sheets: 5 },
      ...{ instrument: 'rule and loupe' as const, print: false, note: '' },
    },
    at,
  )
  const check = readEdgeCheck(db, id)
  if (!check) throw new Error('the edge check is gone')
  const { layout } = check
  const readings = check.readings.map((): SheetReading => {
    const [dx, dy] = [LANDS.across + LANDS.spread * normal(random), LANDS.along + LANDS.spread * normal(random)]
    const between = layout.crosses.C.y - layout.crosses.A.y
    const tick = (edge: 'left' | 'right' | 'lead' | 'trail', off: number): number => {
      const stair = layout.stairs.find((s) => s.edge === edge)
      const shows = Math.ceil((check.declared.edges[edge] + 250 + off) / 100)
      return Math.min(stair?.last ?? shows, Math.max((stair?.first ?? 1) + 1, shows))
    }
    return {
      ...UNREAD,
      ticks: { left: tick('left', -dx), right: tick('right', dx), lead: tick('lead', -dy), trail: tick('trail', dy) },
      lengths: {
        'left to A': read(nominal(layout, 'left to A') + dx),
        'left to C': read(nominal(layout, 'left to C') + dx + LANDS.turn * between),
        'lead to A': read(nominal(layout, 'lead to A') + dy),
        'A to B': read(nominal(layout, 'A to B')),
        'A to C': read(nominal(layout, 'A to C') * LANDS.stretch),
      },
    }
  })
  const saved = await act(
    ACTIONS['edge-check.read'],
    { id, revision: check.revision, readings, instrument: 'rule and loupe' },
    at,
  )
  await act(ACTIONS['edge-check.solve'], { id, revision: saved.revision }, at)
}

/** Two distances of a print, as somebody who logs it takes them; a print without a check is left alone. */
export async function measureRun(act: Do, db: Db, runId: string, at: number, random: () => number): Promise<void> {
  const run = readRun(db, runId)
  const piece = run?.record.pieces[0]
  if (!run || !piece || run.record.figures.source !== 'checked') return
  const off = (): number => LANDS.spread * normal(random)
  await act(
    ACTIONS['run.measure'],
    {
      ...{ id: runId, instrument: 'rule and loupe' as const },
      read: {
        ...NOTHING_READ,
        left: read(Math.max(0, piece.onPaper.x + off())),
        lead: read(Math.max(0, piece.onPaper.y + off())),
      },
    },
    at,
  )
}
