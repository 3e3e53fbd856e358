import sharp from 'sharp'
import { describe, expect, it, onTestFinished } from 'vitest'
import { fromMm } from '@/core/length/length'
import { cutsOf } from '@/core/nest/cuts'
import { ACTIONS } from '@/server/actions/all'
import { planView } from '@/server/books/plan-view'
import { stripOf } from '@/server/books/strip'
import { pdfWork } from '@/server/render/resolve'
import { makePdf } from '@/server/render/work'
import { readPlan } from '@/server/stores/kept-plans'
import { readRun } from '@/server/stores/log'
import { planGroups } from '@/server/stores/roll-plans'
import { planFile } from '@/server/subjects/roll-plan'
import { drawing, images, pageBox, readPdf } from '../../../test/pdf-reader'
import { PrintRoom } from '../../../test/print-room'
import { planOf } from '../../../test/roll-room'

const COLOURS = [
  [190, 30, 30],
  [30, 140, 40],
  [40, 50, 190],
  [210, 190, 30],
  [190, 40, 170],
] as const

/** The simulated printer’s picture of a sheet. */
const PX = 300 / 25.4
const MM = 1000

/** A room with the roll printer, a roll of it, two members, and a print of each colour that waits. */
async function waitingOnARoll() {
  const printers = await PrintRoom.open(7, ['heron'])
  onTestFinished(() => printers.end())
  const { room } = printers
  const versionId = await printers.preset({
    ...{ queue: 'Heron', feed: 'heron/roll', mediaSetting: 'lustre-a', quality: 'steady', surface: 'lustre' },
    ...{ black: 'photo', inkSet: 'eight pigments, 2024' },
  })
  const paperId = room.one<string>("select id from papers where surface = 'lustre'")
  const stock = await room.must(ACTIONS['stock.add'], {
    ...{ paperId, kind: 'roll', width: fromMm(610), length: fromMm(30_000), pack: 1, price: 9000, count: 1 },
  } as never)
  const roll = await room.must(ACTIONS['roll.open'], { stockId: stock.id })
  const group = await room.must(ACTIONS['group.add'], { name: 'Herbarium' })
  const iria = await room.must(ACTIONS['person.add'], { name: 'Iria', role: 'member', groupId: group.id } as never)
  const tome = await room.must(ACTIONS['person.add'], { name: 'Tomé', role: 'member', groupId: null } as never)
  const sizes = [
    [180, 120],
    [240, 100],
    [150, 150],
    [200, 130],
    [160, 110],
  ] as const
  const slips: { readonly id: string }[] = []
  for (const [i, colour] of COLOURS.entries()) {
    const [w, h] = sizes[i] ?? [100, 100]
    const slip = await printers.slip({
      ...{ title: `Print ${i + 1}`, versionId, memberId: i % 2 === 0 ? iria.id : tome.id },
      ...(i === 2 ? { chargeTo: 'group' as const } : {}),
      pictureId: await printers.picture(w * 8, h * 8, colour),
      sheet: { kind: 'cut', width: fromMm(610), length: 'auto' },
      placing: { mode: 'exact', by: { edge: 'both', width: fromMm(w), height: fromMm(h) } },
      quarter: 0,
      copies: 2,
    })
    await room.must(ACTIONS['slip.state'], { id: slip.id, revision: 1, state: 'waiting' })
    slips.push(slip)
  }
  const left = (): number => room.one('select sum(delta_um) from roll_moves where roll_id = ?', roll.id)
  return { printers, room, slips, roll, left, iria, tome, group }
}

const answersOf = (view: ReturnType<typeof planView>) =>
  (view?.promise?.findings ?? []).filter((f) => f.level === 'stop').map(({ check }) => ({ check, reason: 'a test' }))

describe('a roll plan from the bench to the cutter', () => {
  it('comes out as one piece; each piece that is cut holds one whole print, the roll is shorter by it, and each pays its share', async () => {
    const { printers, room, roll, left, iria, tome, group } = await waitingOnARoll()
    const [waits] = planGroups(room.db, room.now)
    if (!waits) throw new Error('nothing waits')
    expect(waits.prints).toHaveLength(5)
    const body = planOf(waits)
    expect(body.length).toBeGreaterThan(300 * MM)
    const kept = await room.must(ACTIONS['plan.keep'], { group: waits.key, plan: body })
    const view = planView(room.db, kept.id, room.now)
    expect(view?.trouble).toBeNull()
    // as a file it has the strip's own size and every print's picture in its place
    const stored = readPlan(room.db, kept.id)
    const strip = stored && stripOf(room.db, stored, room.now)
    if (!stored || !strip?.ok) throw new Error('no strip')
    const work = await pdfWork(room.db, room.folder, planFile(stored, strip.value))
    if (!work.ok) throw new Error(JSON.stringify(work.problem))
    const made = await makePdf(work.value, () => {})
    if (!made.ok) throw new Error('no file')
    const objects = readPdf(made.value)
    const [, , w = 0, h = 0] = pageBox(objects, 'MediaBox')
    expect(Math.abs((w / 72) * 25.4 - 610)).toBeLessThan(0.1)
    expect(Math.abs((h / 72) * 25.4 - (view?.sheet.length ?? 0) / MM)).toBeLessThan(0.1)
    // five pictures, each kept once and drawn twice
    expect(images(objects)).toHaveLength(5)
    expect(drawing(objects).filter((line) => / Do$/.test(line))).toHaveLength(10)

    const before = left()
    const started = await room.must(ACTIONS['plan.print'], {
      ...{ id: kept.id, revision: 1, outcome: 'good', note: '', answers: answersOf(view) },
    })
    printers.work()
    const rss = process.memoryUsage().rss
    let most = 0
    const watch = setInterval(() => {
      most = Math.max(most, process.memoryUsage().rss - rss)
    }, 50)
    const over = await printers.over(started.printIds[0] ?? '')
    clearInterval(watch)
    // rendered, sent, received and printed in bands: here all of it in one process, with its tests
    expect(most / 1e6).toBeLessThan(600)
    expect(over.state, over.problem ?? '').toBe('done')

    // the sheet as it lies in the tray
    const { out, path } = printers.out(over.id)
    const length = view?.sheet.length ?? 0
    expect(out.width).toBeCloseTo(610, 0)
    expect(Math.abs(out.length - length / MM)).toBeLessThan(2)
    // the printer moves the roll on before it cuts, and counts that: the ledger follows it, and says so
    expect(before - left()).toBe(length + 3 * MM)
    const held = printers.machines.get('heron')?.holds.get('main-roll')
    expect(Math.abs(20_600 - (held?.left ?? 0) - (before - left()) / MM)).toBeLessThan(0.1)
    const noted = room.one<string>("select note from roll_moves where kind = 'corrected' and run_id = ?", over.runId)
    expect(noted).toMatch(/^the printer counts [\d.]+ mm, [\d.]+ mm was sent$/)
    expect(over.printerSays).toContain(noted)
    expect(room.one('select roll_id from runs where id = ?', over.runId)).toBe(roll.id)

    // cut by the plan: a piece holds its own print whole and nothing of another
    const pieces = view?.pieces ?? []
    const cuts = cutsOf(
      pieces.map((p) => p.laid),
      { width: view?.sheet.width ?? 0, length },
    )
    const given = (cuts ?? []).flatMap((c) => c.gives).filter((g) => g.kind === 'print')
    expect(given.map((g) => g.i).sort((a, b) => a - b)).toEqual(pieces.map((_, i) => i))
    const { data, info } = await sharp(path).raw().toBuffer({ resolveWithObject: true })
    const at = (x: number, y: number): readonly number[] =>
      [0, 1, 2].map((c) => data[(Math.round(y) * info.width + Math.round(x)) * info.channels + c] ?? 255)
    const near = (a: readonly number[], b: readonly number[]): boolean =>
      Math.hypot(...a.map((v, i) => v - (b[i] ?? 0))) < 40
    const px = (um: number): number => (um / MM) * PX
    const colours = pieces.map(({ laid: l }) => at(px(l.x + l.w / 2), px(l.y + l.h / 2)))
    // a knife that is off by less than half of the gap cuts no print
    const miss = body.gap / 2
    for (const g of given) {
      const own = colours[g.i] ?? []
      const [x0, x1] = [px(g.piece.x - miss), px(g.piece.x + g.piece.w + miss)]
      const [y0, y1] = [px(g.piece.y - miss), px(g.piece.y + g.piece.h + miss)]
      const box = { left: 1e9, right: 0, top: 1e9, bottom: 0, others: 0 }
      for (let y = Math.max(0, y0); y < Math.min(info.height - 1, y1); y += 2)
        for (let x = Math.max(0, x0); x < Math.min(info.width - 1, x1); x += 2) {
          const here = at(x, y)
          if (near(here, own)) {
            box.left = Math.min(box.left, x)
            box.right = Math.max(box.right, x)
            box.top = Math.min(box.top, y)
            box.bottom = Math.max(box.bottom, y)
          } else if (colours.some((c) => !near(c, own) && near(here, c))) box.others += 1
        }
      // edges of the printed colours are soft: a few places are between two of them
      expect(box.others).toBeLessThan(20)
      expect(Math.abs((box.right - box.left) / PX - g.piece.w / MM)).toBeLessThan(1.2)
      expect(Math.abs((box.bottom - box.top) / PX - g.piece.h / MM)).toBeLessThan(1.2)
      // whole: it ends inside what was cut
      expect(box.left).toBeGreaterThan(x0)
      expect(box.right).toBeLessThan(x1)
      expect(box.top).toBeGreaterThan(y0)
      expect(box.bottom).toBeLessThan(y1)
    }

    // one run, a part for each print, exact to the minor unit
    expect(room.one('select count(*) from runs')).toBe(1)
    expect(room.one('select count(*) from run_parts where run_id = ?', over.runId)).toBe(10)
    const cost = room.one('select cost from runs where id = ?', over.runId)
    expect(room.one('select sum(cost) from run_parts where run_id = ?', over.runId)).toBe(cost)
    expect(view?.promise?.cost).toBe(cost)
    expect(cost).toBeGreaterThanOrEqual(Math.floor((9000 * length) / fromMm(30_000)))
    const charged = room.one('select sum(amount) from account_entries')
    expect(charged).toBe(room.one('select charge from runs where id = ?', over.runId))
    expect(charged).toBe(pieces.reduce((sum, p) => sum + (p.charge ?? 0), 0))
    const paid = (who: string): number =>
      room.one('select coalesce(sum(amount), 0) from account_entries where person_id = ? or group_id = ?', who, who)
    const due = (...of: readonly string[]): number =>
      pieces.reduce((sum, p) => sum + (of.includes(p.title) ? (p.charge ?? 0) : 0), 0)
    expect(paid(iria.id)).toBe(due('Print 1', 'Print 5'))
    expect(paid(tome.id)).toBe(due('Print 2', 'Print 4'))
    expect(paid(group.id)).toBe(due('Print 3'))
    expect(room.one("select count(*) from slips where state = 'done'")).toBe(5)

    // the log has a line for each, and each finds the others
    const part = room.one<string>('select id from run_parts where run_id = ? and position = 3', over.runId)
    const run = readRun(room.db, part)
    expect(run).toMatchObject({ runId: over.runId, position: 3, title: pieces[3]?.title, charge: pieces[3]?.charge })
    expect(run?.others.map((o) => o.title).sort()).toEqual(
      pieces
        .filter((_, i) => i !== 3)
        .map((p) => p.title)
        .sort(),
    )
    expect(planView(room.db, kept.id, room.now)).toMatchObject({ state: 'printed', runId: over.runId, trouble: null })
  }, 120_000)
})
