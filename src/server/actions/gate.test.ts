import { describe, expect, it } from 'vitest'
import type { ActionInput } from '@/contract/actions'
import { runChecks } from '@/core/checks/all'
import { slipOptions } from '@/core/offer/slip-options'
import type { Rule } from '@/core/rules/rules'
import { printOf } from '@/core/slip/body'
import { factsFrom } from '@/core/slip/catalogue'
import { outcomeOf } from '@/core/slip/outcome'
import { ACTIONS } from '@/server/actions/all'
import { readPreset } from '@/server/stores/presets'
import { listPrinters } from '@/server/stores/printers'
import { dueUpkeep } from '@/server/stores/rail'
import { removedParts } from '@/server/stores/removed'
import { catalogue, readPicture, readSlip } from '@/server/stores/slips'
import { versionFacts } from '@/server/stores/version-facts'
import { TestRoom } from '../../../test/room'

const NO_MATTE: Rule = {
  id: 'no matte',
  when: [{ option: 'quality', in: ['normal'] }],
  then: { option: 'mirror', in: ['on'] },
  because: 'this printer smears otherwise',
}

async function opened() {
  const room = await TestRoom.open()
  const slip = await room.slip()
  const presetId = room.one<string>('select id from presets')
  const queue = () => {
    const q = listPrinters(room.db)[0]?.queues[0]
    if (!q) throw new Error('no queue')
    return q
  }
  const settings = readPreset(room.db, presetId)?.versions[0]?.settings
  if (!settings) throw new Error('no version')
  const rule: Rule = { ...NO_MATTE, when: [{ option: 'quality', in: [settings.qualityId] }] }
  const save = (rules: readonly Rule[]): ActionInput<'queue.save'> => {
    const { id, printerId, revision, name, address, language, isDefault, shared, facts } = queue()
    return { id, printerId, revision, name, address, language, isDefault, shared, facts: { ...facts, rules } }
  }
  /** What the slip's stops say. */
  const stops = (): readonly string[] => {
    const s = readSlip(room.db, slip.id)
    if (!s) throw new Error('no slip')
    const print = printOf(s.body, null)
    const facts = factsFrom(catalogue(room.db, room.now, [print.versionId ?? '']), s.body, print, (id) =>
      readPicture(room.db, id),
    )
    return runChecks(facts, outcomeOf(facts))
      .filter((f) => f.level === 'stop')
      .map((f) => f.check)
  }
  return { room, slip, presetId, queue, settings, rule, save, stops }
}

describe('before a rule closes what is in use', () => {
  it('it is asked, with every preset and slip, and nothing is written until somebody says so', async () => {
    const { room, slip, rule, save, queue, stops } = await opened()
    expect(stops()).toEqual([])
    const first = await room.act(ACTIONS['queue.save'], save([rule]))
    expect(first).toMatchObject({ ok: false, problem: { code: 'asks' } })
    if (first.ok || first.problem.code !== 'asks') throw new Error('it was not asked')
    expect(first.problem.uses).toEqual([
      `Otter, Plain sheet, version 1: This printer smears otherwise (quality: Photo, mirror: Off). Slips 1, ${slip.number} hold it.`,
    ])
    expect(queue().facts.rules).toEqual([])
    expect(room.one("select count(*) from events where action = 'queue.save'")).toBe(0)
    // another key is no answer
    expect(await room.act(ACTIONS['queue.save'], { ...save([rule]), knowing: 'yes' })).toMatchObject({
      problem: { code: 'asks' },
    })
    await room.knowingly(ACTIONS['queue.save'], save([rule]))
    expect(queue().facts.rules).toEqual([rule])
    expect(stops()).toEqual(['gate'])
    // what is closed already is not asked about again
    await room.must(ACTIONS['queue.save'], { ...save([rule]), name: 'Otter, renamed' })
    await room.must(ACTIONS['queue.save'], save([]))
    expect(stops()).toEqual([])
  })
  it('it is asked once more when more is in use by then', async () => {
    const { room, rule, save } = await opened()
    const first = await room.act(ACTIONS['queue.save'], save([rule]))
    if (first.ok || first.problem.code !== 'asks') throw new Error('it was not asked')
    await room.slip()
    const again = await room.act(ACTIONS['queue.save'], { ...save([rule]), knowing: first.problem.key })
    expect(again).toMatchObject({
      problem: { code: 'asks', uses: [expect.stringMatching(/Slips 1, 2, 3 hold it\.$/)] },
    })
  })
  it('a paper that is retired takes its presets out of use, which is asked, and their slips stop', async () => {
    const { room, settings, stops } = await opened()
    const input = { id: settings.paperId, revision: 1 }
    const { uses } = await room.knowingly(ACTIONS['paper.retire'], input)
    expect(uses).toEqual([
      expect.stringMatching(/^Otter, Plain sheet, version 1: The paper Plain sheet is retired\. Slips 1, 2 hold it\.$/),
    ])
    expect(stops()).toContain('gate')
  })
  it('so does a preset that slips hold', async () => {
    const { room, presetId, stops } = await opened()
    const { uses } = await room.knowingly(ACTIONS['preset.retire'], { id: presetId, revision: 1 })
    expect(uses).toEqual([expect.stringMatching(/Preset Otter, Plain sheet is retired\. Slips 1, 2 hold it\.$/)])
    expect(stops()).toContain('gate')
    await room.must(ACTIONS['preset.restore'], { id: presetId, revision: 2 })
    expect(stops()).toEqual([])
  })
})

describe('what is taken out of a queue', () => {
  it('is kept in the history and put back from there, once', async () => {
    const { room, rule, save, queue } = await opened()
    const quiet: Rule = { ...rule, then: { option: 'mirror', in: ['off', 'on'] } }
    await room.must(ACTIONS['queue.save'], save([quiet]))
    await room.must(ACTIONS['queue.save'], save([]))
    const [part] = removedParts(room.db)
    expect(removedParts(room.db)).toEqual([
      {
        event: part?.event,
        at: room.now,
        queueId: queue().id,
        queue: queue().name,
        kind: 'rules',
        item: quiet.id,
        name: `because ${quiet.because}`,
      },
    ])
    const back = { id: queue().id, event: part?.event ?? 0, kind: 'rules', item: quiet.id } as const
    await room.must(ACTIONS['queue.put-back'], back)
    expect(queue().facts.rules).toEqual([quiet])
    expect(removedParts(room.db)).toEqual([])
    expect(await room.act(ACTIONS['queue.put-back'], back)).toMatchObject({ problem: { code: 'name_taken' } })
    expect(await room.act(ACTIONS['queue.put-back'], { ...back, event: 1 })).toMatchObject({
      problem: { code: 'not_found' },
    })
  })
  it('is asked about when putting it back would close what is in use', async () => {
    const { room, rule, save, queue } = await opened()
    await room.knowingly(ACTIONS['queue.save'], save([rule]))
    await room.must(ACTIONS['queue.save'], save([]))
    const [part] = removedParts(room.db)
    const { uses } = await room.knowingly(ACTIONS['queue.put-back'], {
      ...{ id: queue().id, event: part?.event ?? 0, kind: 'rules', item: rule.id },
    })
    expect(uses).toEqual([expect.stringMatching(/This printer smears otherwise/)])
  })
})

describe('two queues of one printer', () => {
  const other = (room: TestRoom, id: string) => listPrinters(room.db)[0]?.queues.find((q) => q.id === id)?.facts
  it('share what they share: a change is made on both, what differs stays, and a tick leaves the other out', async () => {
    const { room, save, queue } = await opened()
    const sent = save([])
    const { id } = await room.must(ACTIONS['queue.save'], {
      ...{ ...sent, id: null, revision: null, name: 'Otter, driver', isDefault: false },
      facts: { ...sent.facts, nativePpi: 320 },
    })
    const [quality] = sent.facts.qualities
    const [first, ...rest] = sent.facts.mediaSettings
    if (!quality || !first) throw new Error('the queue knows nothing')
    const mediaSettings = [{ ...first, group: 'fine papers' }, ...rest]
    await room.must(ACTIONS['queue.save'], {
      ...save([]),
      facts: { ...sent.facts, mediaSettings, nativePpi: 640 },
      also: [id],
    })
    expect(queue().facts).toMatchObject({ mediaSettings, nativePpi: 640 })
    expect(other(room, id)).toMatchObject({ mediaSettings, nativePpi: 320 })
    await room.must(ACTIONS['queue.save'], {
      ...save([]),
      facts: { ...queue().facts, mediaSettings: sent.facts.mediaSettings },
    })
    expect(other(room, id)?.mediaSettings).toEqual(mediaSettings)
  })
  it('save nothing on either when one of them could not take it', async () => {
    const { room, save, queue } = await opened()
    const sent = save([])
    const { id } = await room.must(ACTIONS['queue.save'], {
      ...{ ...sent, id: null, revision: null, name: 'Otter, driver', isDefault: false },
      facts: { ...sent.facts, topcoats: ['one coat'] },
    })
    const facts = { ...sent.facts, topcoats: ['two coats'] }
    const coated: Rule = {
      ...NO_MATTE,
      when: [{ option: 'quality', in: ['photo'] }],
      then: { option: 'topcoat', in: ['two coats'] },
    }
    expect(
      await room.act(ACTIONS['queue.save'], { ...sent, facts: { ...facts, rules: [coated] }, also: [id] }),
    ).toMatchObject({ problem: { code: 'rules', says: [expect.stringMatching(/^Otter, driver: /)] } })
    expect(queue().facts).toEqual(sent.facts)
    expect(other(room, id)).toEqual({ ...sent.facts, topcoats: ['one coat'] })
  })
})

describe('a rule about sizes', () => {
  it('closes a preset at those sizes alone, on slips and among the presets that are offered', async () => {
    const { room, slip, settings, save, stops } = await opened()
    const rule: Rule = {
      ...{ id: 'no A4', because: 'A4 curls in this printer' },
      when: [{ option: 'quality', in: [settings.qualityId] }],
      then: { option: 'size', in: ['iso_a5_148x210mm', 'iso_a3_297x420mm'] },
    }
    // no preset is closed by it, since a preset has no size: the slips that ask for A4 are
    const { uses } = await room.knowingly(ACTIONS['queue.save'], save([rule]))
    expect(uses).toEqual([1, slip.number].map((n) => `Slip ${n}: A4 curls in this printer (quality: Photo, size: A4).`))
    expect(stops()).toEqual(['gate'])
    const at = (sizeId: string): readonly string[] => {
      const known = catalogue(room.db, room.now, [room.one<string>('select id from preset_versions')])
      return [
        ...slipOptions(known, { versionId: null, sheet: { kind: 'size', sizeId }, edge: 'margins' }, 'mm')
          .closedVersions()
          .values(),
      ]
    }
    expect(at('iso_a4_210x297mm')).toEqual(['A4 curls in this printer (quality: Photo, size: A4).'])
    expect(at('iso_a5_148x210mm').join()).not.toMatch(/curls/)
    const s = readSlip(room.db, slip.id)
    if (!s) throw new Error('no slip')
    const prints = s.body.prints.map((p) => ({ ...p, sheet: { kind: 'size' as const, sizeId: 'iso_a5_148x210mm' } }))
    await room.must(ACTIONS['slip.save'], { id: slip.id, revision: 1, body: { ...s.body, prints } } as never)
    expect(stops()).not.toContain('gate')
    // a size that nobody knows is refused when the rule is saved
    const strange = { ...rule, then: { option: 'size', in: ['iso_none'] } }
    expect(await room.act(ACTIONS['queue.save'], save([strange]))).toMatchObject({ problem: { code: 'rules' } })
  })
})

describe('a queue that was changed meanwhile', () => {
  it('is said to be before anything is said of rules about what has come since', async () => {
    const { room, queue, save } = await opened()
    const old = save([])
    const { facts } = queue()
    const setting = { ...facts.mediaSettings[0], id: 'satin', name: 'Satin' }
    await room.must(ACTIONS['queue.save'], {
      ...save([]),
      facts: { ...facts, mediaSettings: [...facts.mediaSettings, setting] },
    } as never)
    // a form from before the media setting, with a rule about it
    const late = { ...NO_MATTE, when: [{ option: 'mediaSetting', in: ['satin'] }] }
    expect(await room.act(ACTIONS['queue.save'], { ...old, facts: { ...facts, rules: [late] } })).toMatchObject({
      problem: { code: 'stale', now: 2 },
    })
  })
})

describe('sealing', () => {
  it('a draft that breaks a rule needs a reason, which stays with the version and answers it on slips', async () => {
    const { room, presetId, rule, save, settings } = await opened()
    await room.knowingly(ACTIONS['queue.save'], save([rule]))
    await room.must(ACTIONS['preset.draft'], {
      id: presetId,
      revision: 1,
      name: 'Plain sheet',
      draft: { ...settings, bits: 16 },
    })
    const seal = (more: object = {}) =>
      room.act(ACTIONS['preset.seal'], { id: presetId, revision: 2, why: '', ...more })
    const says = 'This printer smears otherwise (quality: Photo, mirror: Off).'
    expect(await seal()).toMatchObject({ problem: { code: 'gate', says: [says] } })
    expect(await seal({ despite: '  ' })).toMatchObject({ problem: { code: 'gate' } })
    expect(room.one('select count(*) from preset_versions')).toBe(1)
    expect(await seal({ despite: 'tried, it does not' })).toMatchObject({ ok: true })
    expect(JSON.parse(room.one<string>('select despite from preset_versions where number = 2'))).toEqual({
      says: [says],
      because: 'tried, it does not',
    })
    const [one, two] = ['1', '2'].map(
      (n) =>
        versionFacts(room.db, [room.one<string>('select id from preset_versions where number = ?', n)], room.now)
          .versions[0],
    )
    expect(one?.closed).toMatchObject([{ code: 'against_rules', rules: ['no matte'] }])
    expect(two?.closed).toEqual([])
  })
  it('a draft that is in order needs none, and none is kept', async () => {
    const { room, presetId, settings } = await opened()
    await room.must(ACTIONS['preset.draft'], {
      id: presetId,
      revision: 1,
      name: 'Plain sheet',
      draft: { ...settings, mirror: true },
    })
    await room.must(ACTIONS['preset.seal'], { id: presetId, revision: 2, why: '', despite: 'for nothing' })
    expect(room.one('select despite from preset_versions where number = 2')).toBeNull()
  })
})

describe('another ink set', () => {
  it('is an act: asked about, with its upkeep entry, and stale until versions name it', async () => {
    const { room, presetId, stops, slip } = await opened()
    const printer = () => {
      const p = listPrinters(room.db)[0]
      if (!p) throw new Error('no printer')
      return p
    }
    const input = { id: printer().id, revision: 1, inkSet: 'inks 2', at: room.now - 3_600_000, note: 'all of them' }
    const asked = await room.act(ACTIONS['printer.ink-set'], input)
    if (asked.ok || asked.problem.code !== 'asks') throw new Error('it was not asked')
    expect(asked.problem.uses).toEqual([
      expect.stringMatching(/^Otter, Plain sheet, version 1: Otter holds inks 2 now; this names the inks it came with/),
    ])
    expect(printer()).toMatchObject({ inkSet: 'the inks it came with', inkSetAt: null, upkeep: [] })
    await room.knowingly(ACTIONS['printer.ink-set'], input)
    expect(printer()).toMatchObject({ inkSet: 'inks 2', inkSetAt: input.at })
    expect(printer().upkeep).toEqual([
      { kind: 'ink change', at: input.at, note: 'all of them', result: 'inks 2', gaps: false, by: 'Keeper' },
    ])
    // a caution, no stop: the printer prints with them
    expect(stops()).toEqual([])
    const s = readSlip(room.db, slip.id)
    const [version] = versionFacts(room.db, [s?.body.prints[0]?.versionId ?? ''], room.now).versions
    expect(version).toMatchObject({ holdsInkSet: 'inks 2', settings: { inkSet: 'the inks it came with' } })
    expect(presetId).not.toBe('')
  })
  it('the same again is none, and none is changed in the future', async () => {
    const { room } = await opened()
    const id = listPrinters(room.db)[0]?.id
    const act = (more: object) =>
      room.act(ACTIONS['printer.ink-set'], { id, revision: 1, inkSet: 'inks 2', at: null, note: '', ...more })
    expect(await act({ inkSet: 'the inks it came with' })).toMatchObject({
      problem: { code: 'input', issues: [{ path: 'inkSet' }] },
    })
    expect(await act({ at: room.now + 1 })).toMatchObject({ problem: { code: 'input', issues: [{ path: 'at' }] } })
    expect(room.one('select count(*) from upkeep')).toBe(0)
  })
})

describe('upkeep', () => {
  it('can be noted for yesterday and for somebody else, with its result; never for tomorrow', async () => {
    const { room } = await opened()
    const other = await room.must(ACTIONS['person.add'], { name: 'Marlow', role: 'helper', groupId: null })
    const printerId = listPrinters(room.db)[0]?.id ?? ''
    const note = { printerId, kind: 'nozzle check', note: '', result: 'all fire', personId: other.id } as const
    await room.must(ACTIONS['upkeep.log'], { ...note, at: room.now - 86_400_000 })
    expect(listPrinters(room.db)[0]?.upkeep).toEqual([
      { kind: 'nozzle check', at: room.now - 86_400_000, note: '', result: 'all fire', gaps: false, by: 'Marlow' },
    ])
    expect(await room.act(ACTIONS['upkeep.log'], { ...note, at: room.now + 60_000 })).toMatchObject({
      problem: { code: 'input', issues: [{ path: 'at' }] },
    })
  })
  it('new heads make alignment and nozzle check due, whatever their days', () => {
    const day = 86_400_000
    const at = (kind: string, daysAgo: number) => ({ kind, at: 100 * day - daysAgo * day })
    const due = (...upkeep: { kind: string; at: number }[]) =>
      dueUpkeep({ upkeep, goodFor: { 'nozzle check': 7 } }, 100 * day)
    expect(due(at('nozzle check', 3))).toEqual([])
    expect(due(at('head change', 2), at('nozzle check', 3), at('head alignment', 5))).toEqual([
      { kind: 'head alignment', days: 5, since: 'head change' },
      { kind: 'nozzle check', days: 3, since: 'head change' },
    ])
    expect(due(at('nozzle check', 1), at('head change', 2), at('head alignment', 2))).toEqual([])
    expect(due(at('head change', 2))).toEqual([
      { kind: 'nozzle check', days: null, since: 'head change' },
      { kind: 'head alignment', days: null, since: 'head change' },
    ])
  })
})
