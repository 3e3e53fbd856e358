import { describe, expect, it } from 'vitest'
import type { ActionInput } from '@/contract/actions'
import { runChecks } from '@/core/checks/all'
import type { Rule } from '@/core/rules/rules'
import { printOf } from '@/core/slip/body'
import { factsFrom } from '@/core/slip/catalogue'
import { outcomeOf } from '@/core/slip/outcome'
import { ACTIONS } from '@/server/actions/all'
import { readPreset, versionFacts } from '@/server/stores/presets'
import { listPrinters } from '@/server/stores/printers'
import { catalogue, readPicture, readSlip } from '@/server/stores/slips'
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
    await room.must(ACTIONS['queue.save'], { ...save([rule]), knowing: first.problem.key } as never)
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
    const asked = await room.act(ACTIONS['paper.retire'], input)
    if (asked.ok || asked.problem.code !== 'asks') throw new Error('it was not asked')
    expect(asked.problem.uses).toEqual([
      expect.stringMatching(/^Otter, Plain sheet, version 1: The paper Plain sheet is retired\. Slips 1, 2 hold it\.$/),
    ])
    await room.must(ACTIONS['paper.retire'], { ...input, knowing: asked.problem.key } as never)
    expect(stops()).toContain('gate')
  })
  it('so does a preset that slips hold', async () => {
    const { room, presetId, stops } = await opened()
    const asked = await room.act(ACTIONS['preset.retire'], { id: presetId, revision: 1 })
    if (asked.ok || asked.problem.code !== 'asks') throw new Error('it was not asked')
    expect(asked.problem.uses).toEqual([
      expect.stringMatching(/Preset Otter, Plain sheet is retired\. Slips 1, 2 hold it\.$/),
    ])
    await room.must(ACTIONS['preset.retire'], { id: presetId, revision: 1, knowing: asked.problem.key } as never)
    expect(stops()).toContain('gate')
    await room.must(ACTIONS['preset.restore'], { id: presetId, revision: 2 })
    expect(stops()).toEqual([])
  })
})

describe('sealing', () => {
  it('a draft that breaks a rule needs a reason, which stays with the version and answers it on slips', async () => {
    const { room, presetId, rule, save, settings } = await opened()
    const asked = await room.act(ACTIONS['queue.save'], save([rule]))
    if (asked.ok || asked.problem.code !== 'asks') throw new Error('it was not asked')
    await room.must(ACTIONS['queue.save'], { ...save([rule]), knowing: asked.problem.key } as never)
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
