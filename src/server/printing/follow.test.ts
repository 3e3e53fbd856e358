import sharp from 'sharp'
import { describe, expect, it, onTestFinished } from 'vitest'
import type { PlainSlip } from '@/contract/slip-data'
import { fromMm } from '@/core/length/length'
import { ACTIONS } from '@/server/actions/all'
import { stepPrint } from '@/server/actions/prints'
import { isOurs } from '@/server/protocol/job'
import { readPrintJob } from '@/server/stores/print-jobs'
import { CARDS, IMPATIENT, PrintRoom, QUICK } from '../../../test/print-room'
import { printUntil } from './follow'

/** What a printer tells that tells little. */
const TOLD = {
  ...{ makeModel: '', info: '', state: 'idle', stateReasons: [], stateMessage: '', uris: [] },
  ...{ formats: [], sources: [], mediaTypes: [], qualities: [], resolutions: [], colourModes: [] },
  ...{ rasterTypes: [], scaling: [], inks: [], ready: [], sizes: [], ignored: [], attributes: 1 },
}

/** A room with the card printer, a preset on it, and a slip of a card. */
async function cards(body: PlainSlip = {}) {
  const printers = await PrintRoom.open(11, ['wren'])
  onTestFinished(() => printers.end())
  const versionId = await printers.preset(CARDS)
  const machine = printers.machines.get('wren')
  if (!machine) throw new Error('no machine')
  const slip = await printers.slip({
    pictureId: await printers.picture(600, 800),
    versionId,
    sheet: { kind: 'size', sizeId: 'na_index-4x6_4x6in' },
    placing: { mode: 'exact', by: { edge: 'width', um: fromMm(60) } },
    copies: 3,
    ...body,
  })
  const start = ({ copies = 1, ...more }: Record<string, unknown> = {}) =>
    printers.room.act(ACTIONS['print.start'], {
      slipId: slip.id,
      revision: printers.room.one('select revision from slips where id = ?', slip.id),
      prints: [{ printId: 'first', copies, answers: [] }],
      outcome: 'good',
      note: '',
      ...more,
    })
  const begun = async (more: Record<string, unknown> = {}): Promise<readonly string[]> => {
    const started = await start(more)
    if (!started.ok) throw new Error(JSON.stringify(started.problem))
    return started.value.printIds
  }
  const count = (sql: string): number => printers.room.one<number>(sql)
  return { printers, machine, slip, start, begun, count }
}

const until = async (what: () => boolean): Promise<void> => {
  for (let i = 0; i < 800 && !what(); i++) await new Promise((r) => setTimeout(r, 10))
  if (!what()) throw new Error('it never came to that')
}

describe('print and log', () => {
  it('sends copies one by one, each a job of its own name, and logs each when it is done', async () => {
    const { printers, machine, begun, count, slip } = await cards()
    const ids = await begun({ copies: 3 })
    printers.work()
    const done = await Promise.all(ids.map((id) => printers.over(id)))
    expect(done.map((p) => p.state)).toEqual(['done', 'done', 'done'])
    expect(new Set(done.map((p) => p.jobName)).size).toBe(3)
    expect(machine.jobs.map((j) => j.name)).toEqual(done.map((p) => p.jobName))
    // one after the other: the next began when the one before was over
    for (const [i, job] of machine.jobs.entries())
      if (i > 0) expect(job.createdAt).toBeGreaterThanOrEqual(machine.jobs[i - 1]?.endedAt ?? 0)
    expect(count("select count(*) from runs where outcome = 'good'")).toBe(3)
    expect(printers.room.one<string>('select state from slips where id = ?', slip.id)).toBe('done')
    expect(done[0]?.runId).toBe(printers.room.one<string>('select id from runs order by number limit 1'))
    await until(() => count('select count(*) from print_jobs where lease_until is not null') === 0)
  })
  it('scaling by the printer is off, and what is borderless asks for no margins', async () => {
    const { printers, machine, begun } = await cards({ edge: 'borderless' })
    const [id = ''] = await begun()
    printers.work()
    await printers.over(id)
    expect(machine.jobs[0]?.ticket).toMatchObject({
      scaling: 'none',
      borderless: true,
      type: 'card-gloss',
      quality: 4,
      width: 101.6,
      length: 152.4,
    })
  })
  it('a stop has to be answered first, and a slip is not printed twice at once', async () => {
    const { start, begun } = await cards({ placing: { mode: 'exact', by: { edge: 'width', um: fromMm(140) } } })
    const refused = await start()
    expect(refused).toMatchObject({ ok: false, problem: { code: 'stops_unanswered' } })
    await begun({ outcome: 'proof' })
    expect(await start({ outcome: 'proof' })).toMatchObject({ ok: false, problem: { code: 'printing' } })
  })
  it('a queue without an address says so', async () => {
    const { printers, start } = await cards()
    printers.room.db.$client.prepare("update queues set address = ''").run()
    expect(await start()).toMatchObject({ ok: false, problem: { code: 'queue_cannot', queue: 'Wren' } })
  })
  it('what the printer refuses has not been printed, and the copies behind it are not sent', async () => {
    const { printers, machine, begun, count } = await cards()
    machine.accepting = false
    const ids = await begun({ copies: 2 })
    printers.work()
    const first = await printers.over(ids[0] ?? '')
    expect(first.state).toBe('failed')
    expect(first.problem).toContain('server-error-not-accepting-jobs')
    expect((await printers.over(ids[1] ?? '')).state).toBe('cancelled')
    expect(count('select count(*) from runs')).toBe(0)
    expect(machine.jobs).toHaveLength(0)
  })
  it('nobody at the address: nothing was sent, so nothing is asked', async () => {
    const { printers, begun, count } = await cards()
    printers.room.db.$client.prepare("update queues set address = 'ipp://127.0.0.1:9/ipp/print'").run()
    const [id = ''] = await begun()
    printers.work()
    const over = await printers.over(id)
    expect(over.state).toBe('failed')
    expect(over.problem).toContain('the connection was refused')
    expect(count('select count(*) from runs')).toBe(0)
  })
  it('waits with the printer for paper, and says what it waits for', async () => {
    const { printers, machine, begun } = await cards()
    machine.standsBy = false
    const held = machine.holds.get('main')
    if (!held) throw new Error('no source')
    Object.assign(held, { width: 101.6, length: 152.4, left: 0 })
    const [id = ''] = await begun()
    printers.work()
    await until(() => /stands/.test(readPrintJob(printers.room.db, id)?.printerSays ?? ''))
    expect(readPrintJob(printers.room.db, id)?.printerSays).toBe(
      'job 1 stands: its paper is used up. It goes on with gloss 0 of 101.6 x 152.4 mm in the card stack',
    )
    held.left = 4
    machine.wake()
    expect((await printers.over(id)).state).toBe('done')
  })
})

describe('what is sent follows what the printer told', () => {
  const tell = (printers: PrintRoom, facts: Record<string, unknown>): void => {
    const told = { ...TOLD, ...facts }
    printers.room.db.$client
      .prepare("insert or replace into told (queue_id, at, address, facts) values (?, 0, 'x', ?)")
      .run(printers.queueIds.get('Wren'), JSON.stringify(told))
  }
  it('a JPEG at its own density to a printer that takes nothing else, in the asked size', async () => {
    const { printers, machine, begun } = await cards()
    tell(printers, { formats: ['image/jpeg'], scaling: ['auto', 'none'], resolutions: [300] })
    const [id = ''] = await begun()
    printers.work()
    expect((await printers.over(id)).state).toBe('done')
    expect(machine.jobs[0]?.format).toBe('image/jpeg')
    const { out, path } = printers.out(id)
    expect([out.width, out.length]).toEqual([101.6, 152.4])
    const { info } = await sharp(path).trim({ threshold: 60 }).toBuffer({ resolveWithObject: true })
    expect((info.width / 300) * 25.4).toBeCloseTo(60, 0)
  })
  it('nothing that would be scaled, or converted twice, is ever sent: refused at the press', async () => {
    const { printers, machine, start } = await cards()
    tell(printers, { formats: ['image/jpeg'], scaling: ['auto', 'fit'] })
    expect(await start()).toMatchObject({ ok: false, problem: { code: 'queue_cannot', queue: 'Wren' } })
    tell(printers, { formats: ['image/pwg-raster'], rasterTypes: ['black_8'] })
    expect(await start()).toMatchObject({ ok: false, problem: { code: 'queue_cannot' } })
    expect(machine.jobs).toHaveLength(0)
  })
  it('the size that the printer knows the card by, within half a millimetre', async () => {
    const { printers, machine, begun } = await cards()
    tell(printers, { sizes: [{ source: 'main', width: 101_500, length: 152_500 }] })
    const [id = ''] = await begun()
    printers.work()
    await printers.over(id)
    expect(machine.jobs[0]?.ticket).toMatchObject({ width: 101.5, length: 152.5 })
  })
})

describe('what goes wrong while a page is made ready', () => {
  it('is told, ends that print, and does not hold up what waits behind it', async () => {
    const { printers, begun, slip } = await cards()
    const broken = await begun()
    // a document that no program writes: reading it throws
    printers.room.db.$client.prepare("update print_jobs set document = '{}' where id = ?").run(broken[0])
    const other = await printers.slip({
      pictureId: await printers.picture(300, 400),
      versionId: printers.room.one<string>(
        "select json_extract(body, '$.prints[0].versionId') from slips where id = ?",
        slip.id,
      ),
      sheet: { kind: 'size', sizeId: 'na_index-4x6_4x6in' },
      placing: { mode: 'exact', by: { edge: 'width', um: fromMm(60) } },
    })
    const started = await printers.room.must(ACTIONS['print.start'], {
      ...{ slipId: other.id, revision: 1, outcome: 'good', note: '' },
      prints: [{ printId: 'first', copies: 1, answers: [{ check: 'stock', reason: 'x' }] }],
    })
    printers.work()
    const first = await printers.over(broken[0] ?? '')
    expect(first.state).toBe('failed')
    expect(first.problem).toBe(
      'The file could not be made: what was kept of this print cannot be read. Start it again from its slip.',
    )
    expect((await printers.over(started.printIds[0] ?? '')).state).toBe('done')
  })
})

describe('whose job it is', () => {
  it('another person’s job under our number is not taken for ours, and nothing is charged', async () => {
    const { printers, machine, begun, count } = await cards()
    machine.standsBy = false
    const held = machine.holds.get('main')
    if (held) held.left = 0
    const [id = ''] = await begun()
    printers.work()
    await until(() => readPrintJob(printers.room.db, id)?.state === 'printing')
    // the printer was switched off and on, forgot its jobs, and counts from one again
    const ours = machine.jobs[0]
    if (!ours) throw new Error('no job')
    machine.jobs.splice(0, 1, { ...ours, name: 'another person’s letter', state: 9, reasons: [], sheetsDone: 1 })
    const over = await printers.over(id)
    expect(over.state).toBe('not known')
    expect(over.printerSays).toContain('another job under number 1')
    expect(over.printerSays).toContain('another person’s letter')
    expect(count("select count(*) from runs where outcome = 'good'")).toBe(0)
    expect(count('select count(*) from account_entries')).toBe(0)
    machine.cancel(ours)
  })
  it.each([
    ['a number', { id: 2 }],
    ['a name', { name: 'x' }],
    ['an address', { uri: 'ipp://b/2' }],
  ])('%s that differs is another job', (_what, other) => {
    const report = { id: 1, name: 'ours', uri: 'ipp://a/1', state: 5, reasons: [], sheets: 0, usedUm: null }
    const ours = { id: 1, name: 'ours', uri: 'ipp://a/1' }
    expect(isOurs(report, ours)).toBe(true)
    expect(isOurs({ ...report, ...other }, ours)).toBe(false)
    expect(isOurs({ ...report, uri: '' }, ours)).toBe(true)
    expect(isOurs(report, { ...ours, uri: null })).toBe(true)
  })
  it.each([0, 42])('a state %i that no standard knows ends in a question that can be settled', async (state) => {
    const { printers, machine, begun, count } = await cards()
    machine.standsBy = false
    const held = machine.holds.get('main')
    if (held) held.left = 0
    const [id = ''] = await begun()
    printers.work({ ...QUICK, awayMs: 200 })
    await until(() => readPrintJob(printers.room.db, id)?.state === 'printing')
    const job = machine.jobs[0]
    if (!job) throw new Error('no job')
    const odd = { ...job, state }
    machine.jobs.splice(0, 1, odd)
    const over = await printers.over(id)
    expect(over.state).toBe('not known')
    expect(over.printerSays).toContain('does not say what became of job 1')
    await printers.room.must(ACTIONS['print.settle'], { id, outcome: 'good', cause: null, note: '' })
    expect(count("select count(*) from runs where outcome = 'good'")).toBe(1)
    expect(await printers.room.act(ACTIONS['print.cancel'], { id })).toMatchObject({
      ok: false,
      problem: { code: 'queue_cannot', why: expect.stringContaining('answered already') },
    })
    machine.cancel(job)
  })
  it('a printer that goes on although it was asked to cancel ends in a question', async () => {
    const { printers, machine, begun } = await cards()
    machine.standsBy = false
    const held = machine.holds.get('main')
    if (held) held.left = 0
    const [id = ''] = await begun()
    printers.work({ ...QUICK, awayMs: 100 })
    await until(() => readPrintJob(printers.room.db, id)?.state === 'printing')
    let asked = 0
    machine.cancel = () => {
      asked++
      return false
    }
    await printers.room.must(ACTIONS['print.cancel'], { id })
    const over = await printers.over(id)
    expect(asked).toBe(1)
    expect(over).toMatchObject({
      state: 'not known',
      printerSays: expect.stringContaining('asked to cancel and goes on'),
    })
  })
})

describe('cancelling', () => {
  it('copies behind a cancelled one say in truth why they were not sent', async () => {
    const { printers, begun } = await cards()
    const [first = '', second = ''] = await begun({ copies: 2 })
    await printers.room.must(ACTIONS['print.cancel'], { id: first })
    expect(readPrintJob(printers.room.db, second)).toMatchObject({
      state: 'cancelled',
      problem: 'cancelled together with copy 1, which came before it',
    })
  })
  it('takes along what comes after it of the same print at the same queue, and nothing else', async () => {
    const { printers, begun } = await cards()
    const ids = await begun({ copies: 3 })
    const { db } = printers.room
    // another print of the slip, and one of it at another printer, wait as well
    const [first = '', second = '', third = ''] = ids
    db.$client.prepare("update print_jobs set print_id = 'other' where id = ?").run(third)
    await printers.room.must(ACTIONS['print.cancel'], { id: second })
    expect(ids.map((id) => readPrintJob(db, id)?.state)).toEqual(['queued', 'cancelled', 'queued'])
    await printers.room.must(ACTIONS['print.cancel'], { id: first })
    expect(readPrintJob(db, third)?.state).toBe('queued')
  })
  it('what waits here is gone at once', async () => {
    const { printers, begun } = await cards()
    const [id = ''] = await begun()
    await printers.room.must(ACTIONS['print.cancel'], { id })
    expect(readPrintJob(printers.room.db, id)?.state).toBe('cancelled')
  })
  it('what waits in the printer is cancelled there, and there is no run', async () => {
    const { printers, machine, begun, count } = await cards()
    machine.standsBy = false
    const held = machine.holds.get('main')
    if (held) Object.assign(held, { width: 127, length: 178, left: 5 })
    const [id = ''] = await begun()
    printers.work()
    await until(() => readPrintJob(printers.room.db, id)?.state === 'printing')
    await printers.room.must(ACTIONS['print.cancel'], { id })
    expect((await printers.over(id)).state).toBe('cancelled')
    expect(machine.jobs[0]?.state).toBe(7)
    expect(count('select count(*) from runs')).toBe(0)
  })
})

describe('what the printer holds the job to', () => {
  it('the print is stored as being sent before the printer makes its job', async () => {
    const { printers, machine, begun } = await cards()
    const [id = ''] = await begun()
    const stored: unknown[] = []
    const create = machine.create.bind(machine)
    machine.create = (...given) => {
      stored.push(readPrintJob(printers.room.db, id)?.state)
      return create(...given)
    }
    printers.work()
    expect((await printers.over(id)).state).toBe('done')
    expect(stored).toEqual(['sending'])
  })
  it('a cancel while the printer is still asked whether it could holds: no job is made', async () => {
    const { printers, machine, begun } = await cards()
    const [id = ''] = await begun()
    let asked = false
    printers.servers.get('wren')?.prependListener('request', () => {
      if (asked) return
      asked = true
      // the person's answer to the question of a moment ago, which the process has not read yet
      printers.room.db.$client.prepare('update print_jobs set cancel_asked = 1 where id = ?').run(id)
    })
    printers.work()
    expect(await printers.over(id)).toMatchObject({ state: 'cancelled', printerSays: 'cancelled before it was sent' })
    expect(asked).toBe(true)
    expect(machine.jobs).toHaveLength(0)
  })
  it('what it cannot do any more it refuses, and does not print otherwise', async () => {
    const { printers, machine, begun, count } = await cards()
    const [id = ''] = await begun()
    const queues = machine.model.queues.map((q) => ({ ...q, qualities: q.qualities.filter((v) => v.value !== 4) }))
    Object.assign(machine, { model: { ...machine.model, queues } })
    printers.work()
    expect(await printers.over(id)).toMatchObject({
      state: 'failed',
      problem: expect.stringContaining('print-quality'),
    })
    expect(machine.jobs.filter((j) => j.sheetsDone > 0)).toEqual([])
    expect(count('select count(*) from runs')).toBe(0)
  })
  it('a sheet that came out before the cancel is asked about', async () => {
    const { printers, machine, begun, count } = await cards()
    machine.standsBy = false
    const held = machine.holds.get('main')
    if (held) Object.assign(held, { width: 127, length: 178, left: 5 })
    const [id = ''] = await begun()
    printers.work()
    await until(() => readPrintJob(printers.room.db, id)?.state === 'printing')
    const [job] = machine.jobs
    if (!job) throw new Error('no job')
    job.sheetsDone = 1
    await printers.room.must(ACTIONS['print.cancel'], { id })
    expect(await printers.over(id)).toMatchObject({
      state: 'not known',
      printerSays: expect.stringContaining('after 1 came out'),
    })
    expect(count("select count(*) from runs where outcome = 'not known'")).toBe(1)
  })
  it('done that is said twice is booked once', async () => {
    const { printers, begun, count } = await cards()
    const [id = ''] = await begun()
    printers.work()
    await printers.over(id)
    const before = [
      count('select count(*) from runs'),
      count('select count(*) from stock_moves where run_id is not null'),
    ]
    const again = await printers.room.act(stepPrint, { id, to: { state: 'done', says: 'job 1 done' } })
    expect(again).toMatchObject({ ok: false, problem: { code: 'queue_cannot' } })
    expect([
      count('select count(*) from runs'),
      count('select count(*) from stock_moves where run_id is not null'),
    ]).toEqual(before)
    expect(before[0]).toBe(1)
  })
  it('copies behind one of which nobody knows are not sent', async () => {
    const { printers, machine, begun } = await cards()
    const [first = '', second = ''] = await begun({ copies: 2 })
    printers.room.db.$client.prepare("update print_jobs set state = 'sending' where id = ?").run(first)
    printers.work()
    expect((await printers.over(first)).state).toBe('not known')
    expect(await printers.over(second)).toMatchObject({
      state: 'cancelled',
      problem: 'not sent, since copy 1 before it did not come out',
    })
    expect(machine.jobs).toHaveLength(0)
  })
})

describe('an end that cannot be booked', () => {
  it('is asked after three tries with the reason, and the next job goes on', async () => {
    const { printers, begun, slip, count } = await cards()
    const [broken = ''] = await begun()
    printers.room.db.$client.prepare("update print_jobs set booking = '{}' where id = ?").run(broken)
    const other = await printers.slip({
      pictureId: await printers.picture(300, 400),
      versionId: printers.room.one<string>(
        "select json_extract(body, '$.prints[0].versionId') from slips where id = ?",
        slip.id,
      ),
      sheet: { kind: 'size', sizeId: 'na_index-4x6_4x6in' },
      placing: { mode: 'exact', by: { edge: 'width', um: fromMm(60) } },
    })
    const started = await printers.room.must(ACTIONS['print.start'], {
      ...{ slipId: other.id, revision: 1, outcome: 'good', note: '' },
      prints: [{ printId: 'first', copies: 1, answers: [{ check: 'stock', reason: 'x' }] }],
    })
    printers.work()
    const first = await printers.over(broken)
    expect(first).toMatchObject({ state: 'not known', tries: 3, runId: null })
    expect(first.printerSays).toMatch(/It could not be booked: what was kept of this print cannot be read/)
    expect((await printers.over(started.printIds[0] ?? '')).state).toBe('done')
    const settle = (outcome: string) =>
      printers.room.act(ACTIONS['print.settle'], { id: broken, outcome, cause: null, note: '' })
    expect(JSON.stringify(await settle('good'))).toMatch(/cannot be read, so it cannot be booked from here/)
    expect(await settle('not printed')).toMatchObject({ ok: true })
    expect(count('select count(*) from runs')).toBe(1)
  })
})

describe('after a break', () => {
  it('a print that the printer took is found by its name and followed, not sent again', async () => {
    const { printers, machine, begun, count } = await cards()
    const [id = ''] = await begun()
    // the printer has it, Libreta was closed before it heard so
    printers.work()
    await printers.over(id)
    printers.room.db.$client.prepare("update print_jobs set state = 'sending', run_id = null, ipp_job_id = null").run()
    const over = await printers.over(id)
    expect(over.state).toBe('done')
    expect(over.ippJobId).toBe(1)
    expect(machine.jobs).toHaveLength(1)
    expect(count('select count(*) from runs')).toBe(2)
  })
  it('one that the printer does not know is asked about, with what the printer says, and never sent again', async () => {
    const { printers, machine, begun, count } = await cards()
    const [id = ''] = await begun()
    printers.room.db.$client.prepare("update print_jobs set state = 'sending'").run()
    printers.work()
    const over = await printers.over(id)
    expect(over.state).toBe('not known')
    expect(over.printerSays).toContain('knows of no job at all')
    expect(machine.jobs).toHaveLength(0)
    expect(count("select count(*) from runs where outcome = 'not known' and charge = 0 and cost = 0")).toBe(1)
    expect(count('select count(*) from stock_moves where run_id is not null')).toBe(0)
  })
  it('a printer that is gone for long is asked about', async () => {
    const { printers, machine, begun } = await cards()
    machine.standsBy = false
    const held = machine.holds.get('main')
    if (held) held.left = 0
    const [id = ''] = await begun()
    printers.work(IMPATIENT)
    await until(() => readPrintJob(printers.room.db, id)?.state === 'printing')
    const server = printers.servers.get('wren')
    server?.closeAllConnections()
    server?.close()
    const over = await printers.over(id)
    expect(over.state).toBe('not known')
    expect(over.printerSays).toContain('does not answer')
    expect(over.printerSays).toContain('It last said')
  })
  it.each([
    ['good', 'good', 1],
    ['spoiled', 'spoiled', 1],
    ['not printed', 'not printed', 0],
  ] as const)('the answer "%s" settles the run, with its paper', async (outcome, logged, moves) => {
    const { printers, begun, count, slip } = await cards()
    await printers.room.must(ACTIONS['stock.add'], {
      paperId: printers.room.one<string>("select id from papers where surface = 'gloss'"),
      kind: 'sheet',
      width: 101_600,
      length: 152_400,
      pack: 20,
      price: 800,
      count: 20,
    })
    const [id = ''] = await begun()
    printers.room.db.$client.prepare("update print_jobs set state = 'sending'").run()
    printers.work()
    await printers.over(id)
    const answer = {
      id,
      outcome,
      cause: outcome === 'spoiled' ? ('banding' as const) : null,
      note: 'looked into the tray',
    }
    await printers.room.must(ACTIONS['print.settle'], answer)
    expect(
      printers.room.one<string>(
        'select outcome from runs where id = (select run_id from run_parts where slip_id = ?)',
        slip.id,
      ),
    ).toBe(logged)
    expect(count('select count(*) from stock_moves where run_id is not null')).toBe(moves)
    expect(count('select count(*) from runs')).toBe(1)
    // answered once: a run is never edited afterwards
    expect(await printers.room.act(ACTIONS['print.settle'], answer)).toMatchObject({ ok: false })
    expect(() => printers.room.db.$client.prepare("update runs set note = 'x'").run()).toThrow('never edited')
  })
  it('Libreta that is closed and opened again goes on where it was', async () => {
    const { printers, machine, begun } = await cards()
    machine.standsBy = false
    const held = machine.holds.get('main')
    if (held) held.left = 0
    const [id = ''] = await begun()
    const first = new AbortController()
    const log = { info: () => {}, error: () => {} } as never
    const working = printUntil(first.signal, () => printers.room.system(), log, QUICK)
    await until(() => readPrintJob(printers.room.db, id)?.state === 'printing')
    first.abort()
    await working
    expect(readPrintJob(printers.room.db, id)?.state).toBe('printing')
    if (held) held.left = 9
    machine.standsBy = true
    machine.wake()
    printers.work()
    expect((await printers.over(id)).state).toBe('done')
    expect(machine.jobs).toHaveLength(1)
  })
})

describe('a printer by its address', () => {
  it('is added with feeds, media settings and qualities, and told points are taken over one by one', async () => {
    const { printers } = await cards()
    const added = await printers.room.must(ACTIONS['printer.by-address'], {
      address: printers.address('wren'),
      nickname: 'Second Wren',
    })
    const queueId = printers.room.one<string>('select id from queues where printer_id = ?', added.id)
    const facts = JSON.parse(printers.room.one<string>('select facts from queues where id = ?', queueId))
    expect(facts.mediaSettings.map((m: { id: string }) => m.id)).toEqual(['card-gloss', 'iron-on', 'plain'])
    expect(facts.qualities.map((q: { id: string }) => q.id)).toEqual(['normal', 'high'])
    expect(facts.feeds[0].borderless.mediaSettings).toEqual(['card-gloss'])
    expect(Object.values(facts.ipp.sources)).toEqual(['main'])
    // somebody typed other margins; the printer still tells its own
    facts.feeds[0].margins[0].margins.trail = 20_000
    printers.room.db.$client.prepare('update queues set facts = ? where id = ?').run(JSON.stringify(facts), queueId)
    const asked = await printers.room.must(ACTIONS['queue.ask'], { id: queueId })
    expect(asked).toEqual({ ignored: 0, differs: 1 })
    const taken = await printers.room.must(ACTIONS['queue.take'], {
      id: queueId,
      points: ['margins:main', 'make'],
      unit: 'mm',
    })
    expect(taken.taken).toBe(1)
    const after = JSON.parse(printers.room.one<string>('select facts from queues where id = ?', queueId))
    expect(after.feeds[0].margins[0].margins.trail).toBe(14_000)
  })
  it('an address that is none, or where nobody answers, adds nothing', async () => {
    const { printers, count } = await cards()
    const before = count('select count(*) from printers')
    for (const address of ['', 'wren', 'ipp://127.0.0.1:9/ipp/print'])
      expect((await printers.room.act(ACTIONS['printer.by-address'], { address, nickname: 'x' })).ok).toBe(false)
    expect(count('select count(*) from printers')).toBe(before)
  })
})
