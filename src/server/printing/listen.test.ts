import pino from 'pino'
import { describe, expect, it, onTestFinished } from 'vitest'
import { ACTIONS } from '@/server/actions/all'
import { allHeard, awaySince, printersSay } from '@/server/stores/heard'
import { railPrinters } from '@/server/stores/rail'
import { readVersionFacts } from '@/server/stores/version-facts'
import { CARDS, PrintRoom } from '../../../test/print-room'
import { listenUntil } from './listen'

const EAR = { everyMs: 20, awayMs: 30, patience: { answerMs: 1000, wholeMs: 2000, intakeMs: 2000 } }

async function listening(answerMs = EAR.patience.answerMs) {
  const printers = await PrintRoom.open(3, ['wren'])
  const versionId = await printers.preset(CARDS)
  const machine = printers.machines.get('wren')
  if (!machine) throw new Error('no machine')
  const stop = new AbortController()
  const heard = listenUntil(stop.signal, () => printers.room.system(), pino({ level: 'silent' }), {
    ...EAR,
    patience: { ...EAR.patience, answerMs },
  })
  onTestFinished(async () => {
    stop.abort()
    await heard
    await printers.end()
  })
  const { room } = printers
  const queueId = printers.queueIds.get('Wren') ?? ''
  const printerId = room.one<string>('select printer_id from queues where id = ?', queueId)
  const until = async (what: () => boolean): Promise<void> => {
    for (let i = 0; i < 400 && !what(); i++) await new Promise((r) => setTimeout(r, 10))
    if (!what()) throw new Error('it never came to that')
  }
  const events = () => room.one<number>("select count(*) from events where action = 'queue.heard'")
  const version = () => {
    const found = readVersionFacts(room.db, versionId, room.now)
    if (!found.ok) throw new Error('the version is gone')
    return found.value
  }
  await until(() => allHeard(room.db).has(queueId))
  return { printers, room, machine, queueId, printerId, until, events, version }
}

describe('a printer that is listened to', () => {
  it('says what is in it; what stays the same leaves no trace', async () => {
    const { room, machine, queueId, printerId, until, events } = await listening()
    expect(allHeard(room.db).get(queueId)?.facts.ready).toMatchObject([
      { source: 'main', width: 102_000, length: 152_000, mediaType: 'card-gloss' },
    ])
    expect(printersSay(room.db).get(printerId)).toMatchObject([{ noted: null, width: 102_000 }])
    await new Promise((r) => setTimeout(r, 200))
    expect(events()).toBe(1)
    const held = machine.holds.get('main')
    if (held) held.width = 127
    await until(() => allHeard(room.db).get(queueId)?.facts.ready[0]?.width === 127_000)
    expect(events()).toBe(2)
  })
  it('what is in it is confirmed by saying it, or by saying that it is as noted', async () => {
    const { room, machine, queueId, printerId, until, version } = await listening()
    const paperId = room.one<string>("select id from papers where surface = 'gloss'")
    const { id: stockId } = await room.must(ACTIONS['stock.add'], {
      ...{ paperId, kind: 'sheet' as const, width: 101_600, length: 152_400, pack: 20, price: 800, count: 20 },
    })
    const feedId = version().feed.id
    expect(version().says).toMatchObject({ feedId, noted: null })
    await room.must(ACTIONS['printer.load'], { printerId, feedId, stockId, rollId: null })
    expect(version().says).toBeNull()
    const held = machine.holds.get('main')
    if (held) held.type = 'iron-on'
    await until(() => (printersSay(room.db).get(printerId) ?? []).length > 0)
    const [says] = printersSay(room.db).get(printerId) ?? []
    expect(says).toMatchObject({ noted: 'gloss 0' })
    // the foot of every screen says it at the feed that it is of
    const rail = railPrinters(room.db, room.now).find((p) => p.id === printerId)
    expect(rail?.says).toBeNull()
    expect(rail?.loads.map((l) => l.otherwise)).toEqual([true])
    await room.must(ACTIONS['printer.as-noted'], { printerId, feedId, key: says?.key ?? '' })
    expect(printersSay(room.db).get(printerId)).toEqual([])
    if (held) held.width = 127
    await until(() => (printersSay(room.db).get(printerId) ?? []).length > 0)
    expect(allHeard(room.db).get(queueId)?.facts.ready[0]?.width).toBe(127_000)
    expect(
      await room.act(ACTIONS['printer.as-noted'], {
        printerId,
        feedId: room.one<string>('select id from feeds'),
        key: 'x',
      }),
    ).toMatchObject({ ok: false })
  })
  it('what somebody left set at it is said, with since when', async () => {
    const { room, machine, queueId, until, version } = await listening()
    expect(version().setAtPrinter).toEqual([])
    room.now += 60_000
    machine.copiesSet = 12
    await until(() => allHeard(room.db).get(queueId)?.facts.settings.copies === 12)
    expect(version().setAtPrinter).toEqual([{ what: 'copies', is: '12', since: room.now }])
  })
  it('one that is busy and answers late once is not away', async () => {
    const { room, machine, queueId, until } = await listening(300)
    const heardAway: (number | null)[] = []
    const stop = setInterval(() => heardAway.push(awaySince(room.db, [queueId])), 20)
    machine.faults.now('slow', 0.5)
    room.now += 5000
    machine.copiesSet = 7
    await until(() => allHeard(room.db).get(queueId)?.facts.settings.copies === 7)
    clearInterval(stop)
    expect(heardAway.every((at) => at === null)).toBe(true)
    machine.faults.now('slow', 60)
    await until(() => awaySince(room.db, [queueId]) !== null)
  })
  it('one that does not answer is away since then, and back when it does', async () => {
    const { room, machine, queueId, until, version } = await listening()
    room.now += 5000
    machine.faults.now('offline', 60)
    await until(() => awaySince(room.db, [queueId]) !== null)
    expect(awaySince(room.db, [queueId])).toBe(room.now)
    expect(version()).not.toHaveProperty('says')
    machine.faults.clear()
    await until(() => awaySince(room.db, [queueId]) === null)
    expect(awaySince(room.db, ['nobody'])).toBeNull()
  })
})
