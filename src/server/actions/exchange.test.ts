import { describe, expect, it } from 'vitest'
import { optionsOf, selectionOf } from '@/core/options/room-options'
import type { Settings } from '@/core/preset/settings'
import type { QueueFacts } from '@/core/printer/facts'
import type { Rule } from '@/core/rules/rules'
import { sayProblem } from '@/core/words/problems'
import { ACTIONS } from '@/server/actions/all'
import { presetFile, printerFile } from '@/server/stores/exchange'
import { presetWorld } from '@/server/stores/preset-world'
import { readPreset } from '@/server/stores/presets'
import { listPrinters } from '@/server/stores/printers'
import { seeded } from '../../../demo/random'
import { possible } from '../../../test/exhaustive'
import { TestRoom } from '../../../test/room'

const say = (result: Awaited<ReturnType<TestRoom['act']>>): string => (result.ok ? 'taken' : sayProblem(result.problem))

describe('a printer as a file', () => {
  it('becomes a printer of its own, with feeds and queues under new ids', async () => {
    const room = await TestRoom.open()
    const file = printerFile(room.db, room.one<string>('select id from printers'))
    const made = await room.must(ACTIONS['printer.import'], { text: JSON.stringify({ ...file, nickname: 'Heron' }) })
    const heron = listPrinters(room.db).find((p) => p.id === made.id)
    expect(heron?.nickname).toBe('Heron')
    expect(heron?.queues[0]?.facts.feeds[0]?.feedId).toBe(heron?.feeds[0]?.id)
    expect(heron?.feeds[0]?.id).not.toBe(file?.feeds[0]?.id)
  })
  it('what cannot be read leaves nothing', async () => {
    const room = await TestRoom.open()
    const file = printerFile(room.db, room.one<string>('select id from printers'))
    for (const [text, says] of [
      ['{', /not a JSON file/],
      [JSON.stringify({ ...file, version: 99 }), /format number 99/],
      [JSON.stringify({ ...file, queues: [] }), /queues/],
    ] as const)
      expect(say(await room.act(ACTIONS['printer.import'], { text }))).toMatch(says)
    expect(room.one('select count(*) from printers')).toBe(1)
  })
})

/** A room whose printer has an ink set of its own, upkeep, and rules that name its paper and feed. */
async function known() {
  const room = await TestRoom.open()
  const [printer] = listPrinters(room.db)
  const [queue] = printer?.queues ?? []
  if (!printer || !queue) throw new Error('no printer')
  const [paperId = '', feedId = ''] = [room.one<string>('select id from papers'), printer.feeds[0]?.id]
  const rule = (id: string, option: string, value: string): Rule => ({
    ...{ id, because: `of ${id}`, when: [{ option, in: [value] }] },
    then: { option: 'bits', in: ['8', '16'] },
  })
  const { id, printerId, revision, name, language, isDefault, shared, facts } = queue
  await room.must(ACTIONS['queue.save'], {
    ...{ id, printerId, revision, name, language, isDefault, shared, address: 'ipp://127.0.0.1:4700/ipp' },
    facts: { ...facts, rules: [rule('by paper', 'paper', paperId), rule('by feed', 'feed', feedId)] },
  })
  await room.knowingly(ACTIONS['printer.ink-set'], {
    ...{ id: printer.id, revision: printer.revision, inkSet: 'ten pigments', at: null, note: '' },
  })
  await room.must(ACTIONS['printer.good-for'], { id: printer.id, revision: 2, goodFor: { cleaning: 12 } })
  return { room, printerId: printer.id, file: printerFile(room.db, printer.id) }
}

describe('a printer that is carried', () => {
  it('is recognised in its own room, however often it comes', async () => {
    const { room, printerId, file } = await known()
    for (let i = 0; i < 2; i++)
      expect(await room.must(ACTIONS['printer.import'], { text: JSON.stringify(file) })).toEqual({
        ...{ id: printerId, already: true, left: [] },
      })
    expect(room.one('select count(*) from printers')).toBe(1)
  })
  it('is the same printer in another room: machine, upkeep, address, and every id under that room’s own', async () => {
    const { file } = await known()
    const other = await TestRoom.open()
    const text = JSON.stringify({ ...file, nickname: 'Plover' })
    const made = await other.must(ACTIONS['printer.import'], { text })
    expect(made).toMatchObject({ already: false, left: [] })
    const plover = listPrinters(other.db).find((p) => p.id === made.id)
    expect(plover).toMatchObject({ inkSet: 'ten pigments', goodFor: { cleaning: 12 } })
    expect(plover?.upkeep).toMatchObject([{ kind: 'ink change', result: 'ten pigments' }])
    const queue = plover?.queues[0]
    expect(queue).toMatchObject({ address: 'ipp://127.0.0.1:4700/ipp', isDefault: true })
    expect(queue?.facts.rules.map((r) => r.when[0]?.in)).toEqual([
      [other.one<string>('select id from papers')],
      [plover?.feeds[0]?.id],
    ])
    // and it comes back as it went, and is recognised there too
    const back = printerFile(other.db, made.id)
    expect(back && { ...back, feeds: [], queues: [], names: null }).toEqual(
      file && { ...file, nickname: 'Plover', feeds: [], queues: [], names: null },
    )
    expect(await other.must(ACTIONS['printer.import'], { text })).toMatchObject({ id: made.id, already: true })
  })
  it('leaves out, and says, what the room does not have', async () => {
    const { file } = await known()
    const other = await TestRoom.open()
    other.db.$client.exec("update papers set name = 'Another paper'")
    const made = await other.must(ACTIONS['printer.import'], { text: JSON.stringify(file) })
    expect(made.left).toEqual([expect.stringMatching(/the rule “because of by paper” speaks of something/)])
    const rules = listPrinters(other.db).find((p) => p.id === made.id)?.queues[0]?.facts.rules
    expect(rules?.map((r) => r.id)).toEqual(['by feed'])
  })
  it('comes from a file that says nothing of the machine, as files once did', async () => {
    const { room, file } = await known()
    const { machine: _, upkeep: __, names: ___, ...plain } = file ?? {}
    const made = await room.must(ACTIONS['printer.import'], { text: JSON.stringify({ ...plain, nickname: 'Wren' }) })
    expect(listPrinters(room.db).find((p) => p.id === made.id)).toMatchObject({
      inkSet: 'not said in the file',
      upkeep: [],
    })
  })
})

describe('a preset as a file', () => {
  it('is recognised when it is here already, and is a draft when it is not', async () => {
    const room = await TestRoom.open()
    const file = presetFile(room.db, room.one<string>('select id from preset_versions'))
    const id = room.one<string>('select id from presets')
    expect(await room.must(ACTIONS['preset.import'], { text: JSON.stringify(file) })).toEqual({
      id,
      already: true,
      differs: [],
      against: [],
    })
    const renamed = JSON.stringify({ ...file, name: 'From elsewhere' })
    const first = await room.must(ACTIONS['preset.import'], { text: renamed })
    expect(first.already).toBe(false)
    expect(await room.must(ACTIONS['preset.import'], { text: renamed })).toEqual({
      ...{ id: first.id, already: true, differs: [], against: [] },
    })
    expect(readPreset(room.db, first.id)?.draft).toEqual(file?.settings)
  })
  it('that was edited by hand is read as what it says: its seal is not believed, and the difference is shown', async () => {
    const room = await TestRoom.open()
    const file = presetFile(room.db, room.one<string>('select id from preset_versions'))
    if (!file) throw new Error('there is a version')
    const edited = { ...file, settings: { ...file.settings, mirror: true, qualityId: 'draft' } }
    const made = await room.must(ACTIONS['preset.import'], { text: JSON.stringify(edited) })
    expect(made).toMatchObject({
      already: false,
      differs: [
        'quality: draft, and photo in the version whose seal it names',
        'mirror: on, and off in the version whose seal it names',
      ],
    })
    expect(readPreset(room.db, made.id)?.draft).toMatchObject({ mirror: true, qualityId: 'draft' })
    // a seal that is made up changes nothing
    const forged = { ...file, sealHash: 'ab'.repeat(32), seal: 'FORGED' }
    expect(await room.must(ACTIONS['preset.import'], { text: JSON.stringify(forged) })).toMatchObject({ already: true })
  })
  const FILES = process.env.LIBRETA_FULL ? 1000 : 100
  it(`is told at once what speaks against it here, exactly when it cannot be: ${FILES} files`, async () => {
    const room = await TestRoom.open()
    const file = presetFile(room.db, room.one<string>('select id from preset_versions'))
    const printer = listPrinters(room.db)[0]
    const queue = printer?.queues[0]
    if (!file || !printer || !queue) throw new Error('there is a version')
    const { id, printerId, revision, name, address, language, isDefault, shared } = queue
    const when = (option: string, value: string, then: string, ...to: readonly string[]): Rule => ({
      ...{ id: `${option} ${value} ${then}`, because: `of ${value}`, when: [{ option, in: [value] }] },
      then: { option: then, in: to },
    })
    const facts = {
      ...queue.facts,
      rules: [
        when('quality', 'draft', 'mirror', 'on'),
        when('mirror', 'on', 'bits', '8'),
        when('bits', '16', 'blackInk', 'matte'),
        when('blackInk', 'matte', 'printerColour', 'off'),
      ],
    }
    await room.must(ACTIONS['queue.save'], {
      ...{ id, printerId, revision, name, address, language, isDefault, shared, facts },
    })
    const world = { feeds: printer.feeds, facts, ...presetWorld(room.db), sizes: [] }
    const random = seeded(4)
    const of = <T>(...list: readonly T[]): T => list[Math.floor(random() * list.length)] as T
    const seen = { open: 0, closed: 0 }
    for (let i = 0; i < FILES; i++) {
      const settings: Settings = {
        ...file.settings,
        ...{ qualityId: of('draft', 'photo'), mirror: of(true, false), bits: of(8, 16) },
        ...{ blackInk: of('photo', 'matte'), printerColour: of('off', 'own') },
      }
      const made = await room.must(ACTIONS['preset.import'], {
        text: JSON.stringify({ ...file, name: `File ${i}`, settings }),
      })
      const can = possible(world, selectionOf(settings, optionsOf(world)))
      expect([i, made.against.length > 0]).toEqual([i, !can])
      seen[can ? 'open' : 'closed'] += 1
    }
    expect(Math.min(seen.open, seen.closed)).toBeGreaterThan(FILES / 10)
  })
  it('lands on the queue of the printer that it names, and never on the first of an equal name in silence', async () => {
    const room = await TestRoom.open()
    const file = presetFile(room.db, room.one<string>('select id from preset_versions'))
    const printer = printerFile(room.db, room.one<string>('select id from printers'))
    if (!file || !printer) throw new Error('there is a version')
    const names = ['Heron', 'Plover']
    for (const nickname of names)
      await room.must(ACTIONS['printer.import'], { text: JSON.stringify({ ...printer, nickname }) })
    const queueOf = (name: string): string =>
      listPrinters(room.db).find((p) => p.nickname === name)?.queues[0]?.id ?? ''
    const from = (printerName: string) => ({
      ...file,
      name: `For ${printerName}`,
      settings: { ...file.settings, queueId: '01a00000-0000-7000-8000-00000000aaaa' },
      names: { ...file.names, printer: printerName },
    })
    const take = (printerName: string) =>
      room.act(ACTIONS['preset.import'], { text: JSON.stringify(from(printerName)) })
    for (const name of names) {
      const made = await take(name)
      if (!made.ok) throw new Error(say(made))
      expect(readPreset(room.db, made.value.id)?.draft?.queueId).toBe(queueOf(name))
    }
    expect(say(await take('Avocet'))).toMatch(/Otter, Heron and Plover have one each and none is called Avocet/)
    expect(say(await take(''))).toMatch(/the file names no printer/)
    // where one queue alone has that name it is taken, and the other printer is said
    const alone = await TestRoom.open()
    const moved = await alone.must(ACTIONS['preset.import'], { text: JSON.stringify(from('Avocet')) })
    expect(moved.differs[0]).toBe('It was made for Avocet; here it is for Otter, which has a queue of the same name')
  })
  it('finds the room’s own by name, and says what is missing', async () => {
    const room = await TestRoom.open()
    const file = presetFile(room.db, room.one<string>('select id from preset_versions'))
    if (!file) throw new Error('there is a version')
    const foreign = {
      ...file,
      name: 'Foreign',
      settings: { ...file.settings, paperId: '01a00000-0000-7000-8000-00000000aaaa' },
    }
    const made = await room.must(ACTIONS['preset.import'], { text: JSON.stringify(foreign) })
    expect(readPreset(room.db, made.id)?.draft?.paperId).toBe(file.settings.paperId)
    const lost = { ...foreign, name: 'Lost', names: { ...file.names, paper: 'Vellum' } }
    expect(say(await room.act(ACTIONS['preset.import'], { text: JSON.stringify(lost) }))).toMatch(
      /needs a paper called Vellum/,
    )
  })
})

describe('carrying a preset to another queue', () => {
  it('keeps what fits and names what does not, with the reason', async () => {
    const room = await TestRoom.open()
    const [printer] = listPrinters(room.db)
    const queue = printer?.queues[0]
    if (!printer || !queue) throw new Error('there is a queue')
    const facts: QueueFacts = {
      ...queue.facts,
      qualities: [{ id: 'only', name: 'Only', rank: 1, ppi: 300 }],
      mediaSettings: [
        {
          ...(queue.facts.mediaSettings[0] as QueueFacts['mediaSettings'][number]),
          surfaces: ['gloss'],
          rates: { only: { minutesPerM2: 1, mlPerM2: 1 } },
        },
      ],
    }
    const other = await room.must(ACTIONS['queue.save'], {
      printerId: printer.id,
      id: null,
      revision: null,
      name: 'Second',
      address: '',
      language: '',
      isDefault: false,
      shared: false,
      facts,
    } as never)
    const made = await room.must(ACTIONS['preset.carry'], {
      id: room.one<string>('select id from presets'),
      queueId: other.id,
      name: 'Carried',
    })
    expect(made.misfits).toEqual([
      'Second has no quality called Photo; it starts with only.',
      expect.stringMatching(
        /^These rules allow nothing at all together: .*Photo paper waits: the room has no gloss paper/,
      ),
    ])
    expect(readPreset(room.db, made.id)?.draft?.qualityId).toBe('only')
  })
})

describe('how colour is made', () => {
  const draftOf = async (patch: Partial<Settings>) => {
    const room = await TestRoom.open()
    const [version] = readPreset(room.db, room.one<string>('select id from presets'))?.versions ?? []
    if (!version) throw new Error('there is a version')
    room.db.$client.exec(
      `update queues set facts = json_set(facts, '$.printerColours', json('["off","own","driver profile"]'))`,
    )
    const made = await room.must(ACTIONS['preset.add'], { name: 'New', draft: { ...version.settings, ...patch } })
    return { room, id: made.id }
  }
  const named = { name: 'Lustre, fine', intent: 'relative' } as const
  it('a version that the driver converts is sealed only when its profile is named', async () => {
    const { room, id } = await draftOf({ printerColour: 'driver profile' })
    const seal = () => room.act(ACTIONS['preset.seal'], { id, revision: 1, why: '' })
    expect(await seal()).toMatchObject({
      ok: false,
      problem: { code: 'rules', says: [expect.stringContaining('which profile the driver')] },
    })
    expect(room.one('select count(*) from preset_versions where preset_id = ?', id)).toBe(0)
    const other = await draftOf({ printerColour: 'driver profile', driverProfile: named })
    await other.room.must(ACTIONS['preset.seal'], { id: other.id, revision: 1, why: '' })
    const canonical = other.room.one<string>('select canonical from preset_versions where preset_id = ?', other.id)
    expect(JSON.parse(canonical)).toMatchObject({ driverProfile: named, schema: 2 })
  })
  it('a version in colour is sealed only when it says what the printer does to it', async () => {
    const { room, id } = await draftOf({ printerColour: null })
    expect(await room.act(ACTIONS['preset.seal'], { id, revision: 1, why: '' })).toMatchObject({
      ...{ ok: false, problem: { code: 'rules', says: [expect.stringContaining('what the printer does to colour')] } },
    })
  })
  it.each([
    [
      'monochrome where there is none',
      { colourMode: 'monochrome', printerColour: null, tint: { a: 2, b: 1 } },
      ['colour'],
      ['own'],
      { colourMode: 'colour', printerColour: 'own', tint: null },
      /no colour mode monochrome; it starts with colour/,
    ],
    [
      'colour where there is none',
      { printerColour: 'own' },
      ['monochrome'],
      [],
      { colourMode: 'monochrome', printerColour: null, tint: { a: 0, b: 0 } },
      /no colour mode colour; it starts with monochrome/,
    ],
    [
      'a printer colour that is not there',
      { printerColour: 'off' },
      ['colour'],
      ['own'],
      { colourMode: 'colour', printerColour: 'own' },
      /no printer colour off; it starts with own/,
    ],
    [
      'the driver’s profile where it is not the driver’s',
      { printerColour: 'driver profile', driverProfile: named },
      ['colour'],
      ['own'],
      { printerColour: 'own', driverProfile: null },
      /no printer colour driver profile/,
    ],
    [
      'what it can',
      { colourMode: 'monochrome', printerColour: null, tint: { a: 2, b: 1 } },
      ['colour', 'monochrome'],
      ['own'],
      { colourMode: 'monochrome', printerColour: null, tint: { a: 2, b: 1 } },
      null,
    ],
  ] as const)('carried: %s', async (_name, patch, colourModes, printerColours, expected, says) => {
    const { room, id } = await draftOf(patch)
    const [queue] = listPrinters(room.db)[0]?.queues ?? []
    if (!queue) throw new Error('there is a queue')
    const { facts, ...fields } = queue
    const other = await room.must(ACTIONS['queue.save'], {
      ...{ ...fields, id: null, revision: null, name: 'Second', isDefault: false },
      facts: { ...facts, colourModes: [...colourModes], printerColours: [...printerColours] },
    })
    const made = await room.must(ACTIONS['preset.carry'], { id, queueId: other.id, name: 'Carried' })
    expect(readPreset(room.db, made.id)?.draft).toMatchObject(expected)
    const colour = made.misfits.filter((m) => /colour/.test(m) && /starts with/.test(m))
    expect(colour).toEqual(says ? [expect.stringMatching(says)] : [])
  })
})

describe('the keeper’s own rules', () => {
  async function withRules(rules: readonly Rule[]) {
    const room = await TestRoom.open()
    const [printer] = listPrinters(room.db)
    const q = printer?.queues[0]
    if (!printer || !q) throw new Error('there is a queue')
    const { facts, ...fields } = q
    const result = await room.act(ACTIONS['queue.save'], {
      ...fields,
      printerId: printer.id,
      facts: { ...facts, rules },
    })
    return { says: say(result), stored: listPrinters(room.db)[0]?.queues[0]?.facts.rules.length }
  }
  const rule = (patch: Partial<Rule>): Rule => ({
    id: 'r',
    when: [{ option: 'mediaSetting', in: ['photo'] }],
    then: { option: 'quality', in: ['photo'] },
    because: 'draft bleeds',
    ...patch,
  })
  it('are stored when they are sound', async () => {
    expect(await withRules([rule({})])).toEqual({ says: 'taken', stored: 1 })
  })
  const refused: readonly [string, readonly Rule[], RegExp][] = [
    [
      'an option that nobody knows',
      [rule({ then: { option: 'varnish', in: ['thick'] } })],
      /speaks of an option that this queue does not have/,
    ],
    [
      'a value that no rule knows',
      [rule({ then: { option: 'quality', in: ['superb'] } })],
      /speaks of a value of quality that this queue does not have/,
    ],
    [
      'rules without a solution',
      [
        rule({ id: 'a', when: [], then: { option: 'quality', in: ['photo'] } }),
        rule({ id: 'b', when: [], then: { option: 'quality', in: ['draft'] } }),
      ],
      /allow nothing at all together: .*Always, quality is Photo.*Always, quality is Draft/,
    ],
    ['a result without values', [rule({ then: { option: 'quality', in: [] } })], /facts\.rules\.0\.then\.in/],
  ]
  it.each(refused)('%s: a sentence, nothing stored', async (_name, rules, says) => {
    const result = await withRules(rules)
    expect(result.says).toMatch(says)
    expect(result.stored).toBe(0)
  })
  it('a media setting that a preset prints with is not taken out of its queue', async () => {
    const room = await TestRoom.open()
    const q = listPrinters(room.db)[0]?.queues[0]
    if (!q) throw new Error('there is a queue')
    const { facts, ...fields } = q
    const result = await room.act(ACTIONS['queue.save'], { ...fields, facts: { ...facts, mediaSettings: [] } })
    expect(say(result)).toMatch(/Photo paper is in use by preset Otter, Plain sheet. Move them/)
  })
})
