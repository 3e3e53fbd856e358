import { describe, expect, it } from 'vitest'
import { engineOf } from '@/core/options/room-engine'
import { selectionOf } from '@/core/options/room-options'
import type { Settings } from '@/core/preset/settings'
import { DEMO_PAPERS } from '../../../demo/papers'
import { DEMO_PRINTERS } from '../../../demo/printers'
import { VERSION } from '../../../test/slip-facts'
import { proofSettings } from './proof'

const otter = DEMO_PRINTERS[0]
const queue = otter?.queues[0]
if (!otter || !queue) throw new Error('the demo has printers')
const feeds = otter.feeds.map((f) => ({ ...f, id: f.name }))
const papers = DEMO_PAPERS.map((p) => ({ ...p, id: p.name }))
const world = { feeds, facts: queue.facts(feeds.map((f) => f.id)), papers, profiles: [] }
const draft = (paperId: string): Settings => ({
  ...VERSION.settings,
  ...{ queueId: 'q', feedId: 'rear stack', paperId, mediaSettingId: 'plain', qualityId: 'quick', own: {} },
})

describe('settings to try a media setting with', () => {
  it.each(['matte-a', 'matte-b'])('stand with every rule, on the very paper: %s', (setting) => {
    const made = proofSettings(world, draft('Fenland Matte'), setting)
    if (!made) throw new Error('it can be tried')
    expect(made).toMatchObject({ paperId: 'Fenland Matte', mediaSettingId: setting, blackInk: 'matte' })
    const { engine, options } = engineOf(world)
    expect(engine.repair(selectionOf(made, options))?.moves).toEqual([])
  })
  it('what nobody has set is set; what was chosen and may stay, stays', () => {
    const made = proofSettings(world, { ...draft('Fenland Matte'), mirror: true, passes: 'one-way' }, 'matte-b')
    expect(Object.keys(made?.own ?? {})).toEqual(world.facts.ownOptions.map((o) => o.id))
    expect(made).toMatchObject({ mirror: true, passes: 'one-way' })
  })
  it('a setting that is closed for the paper is none, and neither is one that is not there', () => {
    expect(proofSettings(world, draft('Fenland Matte'), 'gloss')).toBeNull()
    expect(proofSettings(world, draft('Dune Lustre 235'), 'matte-a')).toBeNull()
    expect(proofSettings(world, draft('Fenland Matte'), 'no such')).toBeNull()
  })
})
