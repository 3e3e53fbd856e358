import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { describe, expect, it, onTestFinished } from 'vitest'
import { readPrinter } from '@/server/stores/printers'
import { toldOf } from '@/server/stores/told'
import { PrintRoom } from '../../../test/print-room'
import { ACTIONS } from './all'
import { knowledgeOf } from './told'

async function open(models: readonly string[] = ['wren']) {
  const printers = await PrintRoom.open(9, models)
  onTestFinished(() => printers.end())
  return { printers, room: printers.room }
}
const count = (p: PrintRoom, table: string): number => p.room.one(`select count(*) from ${table}`)

describe('a printer by its address', () => {
  it('is added with everything that it tells', async () => {
    const { printers, room } = await open(['otter'])
    const added = await room.must(ACTIONS['printer.by-address'], {
      address: printers.address('otter'),
      nickname: 'Stoat',
    })
    const printer = readPrinter(room.db, added.id)
    expect(printer).toMatchObject({
      nickname: 'Stoat',
      makeModel: 'desktop pigment printer, 329 mm',
      carriage: 329_000,
      blackShared: true,
    })
    expect(printer?.feeds.map((f) => [f.name, f.kind])).toEqual([
      ['main', 'stack'],
      ['manual', 'sheet'],
    ])
    const facts = printer?.queues[0]?.facts
    expect(facts?.feeds[0]?.margins.at(-1)?.margins).toEqual({ left: 3700, right: 3700, lead: 4400, trail: 11_600 })
    expect(facts?.feeds[0]?.borderless?.overspray).toEqual({ left: 2000, right: 2000, lead: 2000, trail: 2000 })
    expect(facts?.feeds[1]?.borderless).toBeNull()
    expect(facts?.mediaSettings.length).toBeGreaterThan(4)
    expect(facts?.qualities.map((q) => q.id)).toEqual(['draft', 'normal', 'high'])
    expect(facts?.colourModes).toContain('monochrome')
    expect(Object.values(facts?.ipp.sources ?? {})).toEqual(['main', 'manual'])
    // every id in the facts is one of this room
    expect(facts?.feeds.map((f) => f.feedId)).toEqual(printer?.feeds.map((f) => f.id))
  })
  it('added, there is nothing more to take over', async () => {
    const { printers, room } = await open(['heron'])
    const added = await room.must(ACTIONS['printer.by-address'], {
      address: printers.address('heron'),
      nickname: 'Stoat',
    })
    const queueId = readPrinter(room.db, added.id)?.queues[0]?.id ?? ''
    expect(await room.must(ACTIONS['queue.ask'], { id: queueId })).toEqual({ ignored: 0, differs: 0 })
    expect(toldOf(room.db, queueId)?.at).toBe(room.now)
  })
  it.each([
    ['no address', 'a printer somewhere', 'address'],
    ['another protocol', 'ftp://printer/x', 'address'],
    ['nobody there', 'ipp://127.0.0.1:9/ipp/print', 'printer_unreachable'],
  ])('%s: a sentence, nothing stored', async (_name, address, code) => {
    const { printers, room } = await open()
    const before = ['printers', 'queues', 'feeds', 'told'].map((t) => count(printers, t))
    const refused = await room.act(ACTIONS['printer.by-address'], { address, nickname: 'Stoat' })
    expect(refused).toMatchObject({ problem: { code } })
    expect(['printers', 'queues', 'feeds', 'told'].map((t) => count(printers, t))).toEqual(before)
  })
  it('a web server is no printer, and what it sent is said', async () => {
    const { printers, room } = await open()
    const web = createServer((_q, r) => r.writeHead(200, { 'content-type': 'text/html' }).end('<!doctype html>'))
    await new Promise<void>((resolve) => web.listen(0, '127.0.0.1', resolve))
    onTestFinished(() => void web.close())
    const address = `ipp://127.0.0.1:${(web.address() as AddressInfo).port}/`
    const refused = await room.act(ACTIONS['printer.by-address'], { address, nickname: 'Web' })
    expect(refused).toMatchObject({ problem: { code: 'printer_not_ipp', got: expect.stringContaining('text/html') } })
    expect(count(printers, 'told')).toBe(0)
  })
  it('only a keeper adds one', async () => {
    const { printers, room } = await open()
    const actor = { id: room.one<string>('select id from people'), name: 'H', role: 'helper' } as const
    const input = { address: printers.address('wren'), nickname: 'Stoat' }
    expect(await room.act(ACTIONS['printer.by-address'], input, actor)).toMatchObject({
      problem: { code: 'not_allowed' },
    })
  })
})

describe('asking a printer that is known', () => {
  it('keeps what it tells beside what is known, and changes nothing', async () => {
    const { printers, room } = await open()
    const id = printers.queueIds.get('Wren') ?? ''
    const before = room.one<string>('select facts from queues where id = ?', id)
    const said = await room.must(ACTIONS['queue.ask'], { id })
    expect(said.ignored).toBe(0)
    expect(room.one<string>('select facts from queues where id = ?', id)).toBe(before)
    expect(toldOf(room.db, id)?.told.makeModel).toBe('card printer, A5')
  })
  it('a point is taken over by itself, the others stay', async () => {
    const { printers, room } = await open()
    const id = printers.queueIds.get('Wren') ?? ''
    const known = knowledgeOf(room.db, id)
    if (!known) throw new Error('the queue is known')
    // somebody mistyped the margins and the resolution
    const facts = {
      ...known.k.facts,
      nativePpi: 250,
      feeds: known.k.facts.feeds.map((f) => ({
        ...f,
        margins: [{ upToWidth: null, margins: { left: 9000, right: 9000, lead: 9000, trail: 9000 } }],
      })),
    }
    room.db.$client.prepare('update queues set facts = ? where id = ?').run(JSON.stringify(facts), id)
    const { differs } = await room.must(ACTIONS['queue.ask'], { id })
    expect(differs).toBeGreaterThan(1)
    const take = (points: string[]) => room.must(ACTIONS['queue.take'], { id, points, unit: 'mm' })
    expect(await take(['margins:main'])).toEqual({ taken: 1 })
    const now = knowledgeOf(room.db, id)?.k.facts
    expect(now?.feeds[0]?.margins).toEqual(known.k.facts.feeds[0]?.margins)
    expect(now?.feeds[0]?.margins.map((m) => m.upToWidth)).toEqual([110_000, null])
    expect(now?.nativePpi).toBe(250)
    expect(await take(['resolution', 'no such point'])).toEqual({ taken: 1 })
    expect(await take(['resolution'])).toEqual({ taken: 0 })
  })
  it('a new feed gets an id of this room', async () => {
    const { printers, room } = await open(['otter'])
    const id = printers.queueIds.get('Otter, photo') ?? ''
    const facts = knowledgeOf(room.db, id)?.k.facts
    const onlyStack = { ...facts, feeds: facts?.feeds.slice(0, 1) }
    room.db.$client.prepare('update queues set facts = ? where id = ?').run(JSON.stringify(onlyStack), id)
    // the manual feed is gone from this queue's facts but the printer still has it: it is joined, not doubled
    const before = count(printers, 'feeds')
    await room.must(ACTIONS['queue.ask'], { id })
    await room.must(ACTIONS['queue.take'], { id, points: ['feed:manual'], unit: 'mm' })
    const known = knowledgeOf(room.db, id)?.k
    expect(known?.facts.feeds).toHaveLength(2)
    expect(known?.feeds.map((f) => f.id)).toContain(known?.facts.feeds[1]?.feedId)
    expect(count(printers, 'feeds')).toBeLessThanOrEqual(before + 1)
  })
  it('a queue that was never asked has nothing to take over', async () => {
    const { printers, room } = await open()
    const id = printers.queueIds.get('Wren') ?? ''
    expect(await room.act(ACTIONS['queue.take'], { id, points: ['make'], unit: 'mm' })).toMatchObject({
      problem: { code: 'not_found', what: 'What this printer told' },
    })
    const none = '01a00000-0000-7000-8000-000000000000'
    expect(await room.act(ACTIONS['queue.ask'], { id: none })).toMatchObject({ problem: { code: 'not_found' } })
  })
  it('shows itself when it is asked which one it is', async () => {
    const { printers, room } = await open(['otter', 'wren'])
    const id = printers.queueIds.get('Wren') ?? ''
    await room.must(ACTIONS['queue.identify'], { id })
    expect([printers.machines.get('wren')?.showsItself, printers.machines.get('otter')?.showsItself]).toEqual([
      true,
      false,
    ])
    expect(room.one("select count(*) from events where action = 'queue.identify'")).toBe(1)
  })
})
