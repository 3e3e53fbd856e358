import { describe, expect, it } from 'vitest'
import { readSlipBody } from '@/contract/slip'
import { differing, merged, same } from '@/core/merge/merge'
import type { Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { ACTIONS } from '@/server/actions/all'
import { readPreset } from '@/server/stores/presets'
import { readPrinter } from '@/server/stores/printers'
import { tariffAt, tariffsSet } from '@/server/stores/room'
import { seeded } from '../../../demo/random'
import { ROOM_FIELDS, TestRoom } from '../../../test/room'

type Values = Readonly<Record<string, unknown>>
type Row = { readonly revision: number; readonly values: Values }

/** A thing that two people edit: how it is read, how a whole form of it is saved, and what a person may type. */
type Thing = {
  readonly name: string
  readonly read: () => Row
  readonly save: (values: Values, revision: number) => Promise<Result<unknown, Problem>>
  readonly type: Readonly<Record<string, (n: number) => unknown>>
}

/** A form as a person has it open: the row as it was opened, what is typed, and what stands beside it as somebody else's. */
class Form {
  private base: Row
  private values: Values
  shown = 0
  constructor(private readonly thing: Thing) {
    this.base = thing.read()
    this.values = this.base.values
  }
  type(field: string, value: unknown): void {
    this.values = { ...this.values, [field]: value }
  }
  /** Presses save; what was confirmed, or null when something stands there now that was not seen before. */
  async save(): Promise<{ readonly before: Row; readonly base: Row; readonly values: Values } | null> {
    const { base, values } = this
    const before = this.thing.read()
    const saved = await this.thing.save(values, base.revision)
    if (saved.ok) {
      this.base = this.thing.read()
      this.values = this.base.values
      return { before, base, values }
    }
    if (saved.problem.code !== 'stale') throw new Error(JSON.stringify(saved.problem))
    const theirs = this.thing.read()
    // fields that both changed stand beside each other from now on
    const mine = differing(base.values, values)
    this.shown += differing(base.values, theirs.values).filter((f) => mine.includes(f)).length
    this.values = merged(base.values, values, theirs.values)
    this.base = theirs
    return null
  }
}

async function things(room: TestRoom): Promise<readonly Thing[]> {
  const slip = await room.slip()
  const [printerId, paperId, presetId] = ['printers', 'papers', 'presets'].map((t) =>
    room.one<string>(`select id from ${t}`),
  )
  const [first] = readPreset(room.db, presetId ?? '')?.versions ?? []
  if (!first || !printerId || !paperId || !presetId) throw new Error('the room is empty')
  await room.must(ACTIONS['preset.draft'], { id: presetId, revision: 1, name: 'Draft', draft: first.settings })
  const printer = () => {
    const p = readPrinter(room.db, printerId)
    if (!p) throw new Error('no printer')
    return p
  }
  const size = await room.must(ACTIONS['size.add'], { name: 'Seed packet', short: 92_000, long: 130_000, unit: 'mm' })
  const row = (table: string, ...fields: readonly string[]): Row => {
    const found = room.db.$client.prepare(`select * from ${table} limit 1`).get() as Values & { revision: number }
    return { revision: found.revision, values: Object.fromEntries(fields.map((f) => [f, found[f]])) }
  }
  return [
    {
      name: 'printer',
      read: () => {
        const { revision, nickname, makeModel, carriage, swapSeconds } = printer()
        return { revision, values: { nickname, makeModel, carriage, swapSeconds } }
      },
      save: (v, revision) =>
        room.act(ACTIONS['printer.edit'], { id: printerId, revision, blackShared: true, swapMicrolitres: 9, ...v }),
      type: {
        nickname: (n) => `Otter ${n}`,
        makeModel: (n) => `model ${n}`,
        carriage: (n) => 300_000 + n,
        swapSeconds: (n) => n,
      },
    },
    {
      name: 'paper',
      read: () => {
        const row = room.db.$client.prepare('select * from papers').get() as Record<string, unknown>
        const { revision, name, maker, weight, note } = row as { revision: number } & Values
        return { revision, values: { name, maker, weight, note } }
      },
      save: (v, revision) =>
        room.act(ACTIONS['paper.edit'], { id: paperId, revision, surface: 'plain', thickness: 250, ...v }),
      type: {
        name: (n) => `Paper ${n}`,
        maker: (n) => `maker ${n}`,
        weight: (n) => 100 + (n % 900),
        note: (n) => `note ${n}`,
      },
    },
    {
      name: 'preset',
      read: () => {
        const p = readPreset(room.db, presetId)
        if (!p?.draft) throw new Error('no draft')
        const { mirror, bits, tint } = p.draft
        return { revision: p.revision, values: { name: p.name, mirror, bits, tint } }
      },
      save: ({ name, ...draft }, revision) =>
        room.act(ACTIONS['preset.draft'], { id: presetId, revision, name, draft: { ...first.settings, ...draft } }),
      type: {
        name: (n) => `Preset ${n}`,
        mirror: (n) => n % 2 === 0,
        bits: (n) => (n % 2 === 0 ? 8 : 16),
        tint: (n) => ({ a: n % 9, b: 0 }),
      },
    },
    {
      name: 'feed',
      read: () => {
        const feed = printer().feeds[0]
        if (!feed) throw new Error('no feed')
        const { revision, name, maxWidth, sheetsAtATime, loading } = feed
        return { revision, values: { name, maxWidth, sheetsAtATime, loading } }
      },
      save: (v, revision) => {
        const { revision: _, ...facts } = printer().feeds[0] ?? { revision: 0, id: '' }
        return room.act(ACTIONS['feed.save'], { printerId, id: facts.id, revision, facts: { ...facts, ...v } })
      },
      type: {
        name: (n) => `stack ${n}`,
        maxWidth: (n) => 300_000 + n,
        sheetsAtATime: (n) => 1 + (n % 900),
        loading: (n) => [`step ${n}`],
      },
    },
    {
      name: 'queue',
      read: () => {
        const queue = printer().queues[0]
        if (!queue) throw new Error('no queue')
        const { revision, name, language, facts } = queue
        return { revision, values: { name, language, facts } }
      },
      save: (v, revision) => {
        const { id, address, isDefault, shared } = printer().queues[0] ?? {}
        return room.act(ACTIONS['queue.save'], { printerId, id, revision, address, isDefault, shared, ...v })
      },
      type: { name: (n) => `Otter ${n}`, language: (n) => `raster ${n}` },
    },
    {
      name: 'member',
      read: () => row('people', 'name', 'note'),
      save: (v, revision) =>
        room.act(ACTIONS['person.edit'], {
          id: room.one('select id from people'),
          revision,
          role: 'keeper',
          groupId: null,
          ...v,
        }),
      type: { name: (n) => `Keeper ${n}`, note: (n) => `note ${n}` },
    },
    {
      name: 'size',
      read: () => row('sizes', 'name', 'unit'),
      save: (v, revision) =>
        room.act(ACTIONS['size.edit'], { id: size.id, revision, short: 92_000, long: 130_000, ...v }),
      type: { name: (n) => `Seed packet ${n}`, unit: (n) => (n % 2 === 0 ? 'mm' : 'in') },
    },
    {
      name: 'room',
      read: () => row('room', 'name', 'unit'),
      save: (v, revision) =>
        room.act(ACTIONS['room.edit'], {
          ...ROOM_FIELDS,
          ...{ revision, stopPpi: 90, cautionPpi: 200, usualCopies: 6, edgeCheckDays: 90, ...v },
        }),
      type: { name: (n) => `Room ${n}`, unit: (n) => (n % 2 === 0 ? 'mm' : 'in') },
    },
    {
      name: 'tariff',
      read: () => {
        const { paperPercent, inkPer100Ml, roomShare } = tariffAt(room.db, room.now)
        return { revision: tariffsSet(room.db), values: { paperPercent, inkPer100Ml, roomShare } }
      },
      save: (v, revision) => room.act(ACTIONS['tariff.set'], { revision, ...v }),
      type: { paperPercent: (n) => n % 900, inkPer100Ml: (n) => n, roomShare: (n) => n },
    },
    {
      name: 'slip',
      read: () => {
        const row = room.db.$client.prepare('select revision, body from slips where id = ?').get(slip.id) as {
          revision: number
          body: string
        }
        const body = readSlipBody(JSON.parse(row.body))
        const [print] = body.prints
        return {
          revision: row.revision,
          values: {
            title: body.title,
            chargeTo: body.chargeTo,
            prints: body.prints.map((p) => ({ ...p, copies: print?.copies ?? 1 })),
          },
        }
      },
      save: (v, revision) => room.act(ACTIONS['slip.save'], { id: slip.id, revision, body: { memberId: null, ...v } }),
      type: {
        title: (n) => `Fern ${n}`,
        chargeTo: (n) => (n % 2 === 0 ? 'member' : 'group'),
      },
    },
  ]
}

const ROUNDS = process.env.LIBRETA_FULL ? 2000 : 300

describe('two people at one thing', () => {
  it(`lose nothing that was confirmed, and are shown every clash, in ${ROUNDS} rounds`, async () => {
    const room = await TestRoom.open()
    const list = await things(room)
    const random = seeded(77)
    const int = (n: number): number => Math.floor(random() * n)
    const forms = new Map(list.map((t) => [t.name, [new Form(t), new Form(t)]]))
    const seen = { confirmed: 0, held: 0, shown: 0 }
    for (let round = 0; round < ROUNDS; round++) {
      const thing = list[int(list.length)]
      const pair = thing && forms.get(thing.name)
      if (!thing || !pair) throw new Error('nothing to edit')
      // each types into one or two fields, then both press save, in either order
      for (const form of pair)
        for (let i = 0; i <= int(2); i++) {
          const field = Object.keys(thing.type)[int(Object.keys(thing.type).length)] ?? ''
          form.type(field, thing.type[field]?.(round * 2 + int(2)))
        }
      for (const form of int(2) === 0 ? pair : [...pair].reverse()) {
        const done = await form.save()
        if (!done) {
          seen.held += 1
          continue
        }
        seen.confirmed += 1
        const now = thing.read()
        // what was confirmed is what stands there
        expect([thing.name, round, now.values]).toEqual([thing.name, round, done.values])
        // and whatever it replaced had been before this person's eyes: nothing was written over unseen
        expect(same(done.base.values, done.before.values)).toBe(true)
      }
      // now and then somebody closes the form and opens it again
      if (int(6) === 0) pair[int(2)] = new Form(thing)
    }
    for (const pair of forms.values()) for (const form of pair) seen.shown += form.shown
    expect(seen.confirmed).toBeGreaterThan(ROUNDS / 2)
    expect(seen.held).toBeGreaterThan(ROUNDS / 10)
    expect(seen.shown).toBeGreaterThan(ROUNDS / 40)
  })
})
