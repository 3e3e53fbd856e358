import { describe, expect, it } from 'vitest'
import { runChecks } from '@/core/checks/all'
import type { GateFinding } from '@/core/gate/gate'
import { optionsOf } from '@/core/options/room-options'
import { rulesOf } from '@/core/options/room-rules'
import { differences, SETTING_ORDER } from '@/core/preset/differences'
import type { Settings } from '@/core/preset/settings'
import type { RuleProblem } from '@/core/rules/rules'
import { outcomeOf } from '@/core/slip/outcome'
import { ROOM } from '../../../test/example-facts'
import { FACTS, facts, VERSION } from '../../../test/slip-facts'
import { sayFinding } from './checks'
import { sayGate } from './gate'
import { sayForced, sayLiteral, sayChange as sayOffer, sayReason, sayRule, sayRuleProblem } from './options'
import { sayChange, sayValue } from './settings'

/** What no person ever reads: the ids of this test, UUIDs, and words of the program. */
const INTERNAL = /zz-|[0-9a-f]{8}-[0-9a-f]{4}-|undefined|null|NaN|\[object|\b(\w+) \1\b(?<!\d \d)|\b1 people\b/

const clean = (says: string): void => expect(says).not.toMatch(INTERNAL)

const SETTINGS: Settings = {
  ...VERSION.settings,
  ...{
    queueId: 'zz-queue',
    feedId: 'zz-feed',
    paperId: 'zz-paper',
    mediaSettingId: 'zz-media',
    qualityId: 'zz-quality',
  },
  fileColour: { kind: 'profile', profileId: 'zz-profile', intent: 'relative', blackPoint: true },
  own: { 'zz-option': 'zz-value' },
}
const NOBODY = { queues: [], papers: [], profiles: [], retiredProfiles: [] }

describe('nothing internal is ever shown', () => {
  it('in what differs between settings, and in their values, when everything that they name is gone', () => {
    for (const key of SETTING_ORDER) clean(`${sayValue(key, SETTINGS[key], NOBODY)}`)
    clean(sayChange(VERSION.settings, SETTINGS, NOBODY))
    clean(sayChange(SETTINGS, { ...VERSION.settings, own: {}, tint: { a: 1, b: 2 }, topcoat: 'thin' }, NOBODY))
    expect(differences(SETTINGS, VERSION.settings).changed.length).toBeGreaterThan(4)
  })
  it('in what speaks against settings', () => {
    const found: readonly GateFinding[] = [
      { code: 'retired', what: 'paper', name: 'Old Rag' },
      { code: 'gone', queue: 'Otter, photo', option: 'Quality' },
      {
        code: 'against_rules',
        rules: ['zz-rule'],
        because: ['it smears'],
        chosen: [{ option: 'Paper', value: 'Old Rag' }],
      },
      { code: 'against_rules', rules: ['zz-rule', 'zz-other'], because: ['a does', 'b does not'], chosen: [] },
      { code: 'nobody_set', option: 'Drying' },
      { code: 'ink_set', printer: 'Otter', holds: 'inks 2', named: 'inks' },
      { code: 'profile_elsewhere', name: 'fen', differs: SETTING_ORDER },
      { code: 'profile_stale', name: 'fen', printer: 'Otter', since: 'ink change' },
      { code: 'printer_colour_unsaid' },
      { code: 'driver_profile_unsaid' },
    ]
    for (const f of found) clean(sayGate(f))
  })
  it('in rules, reasons and offers about options and values that are gone', () => {
    const rule = {
      ...{ id: 'zz-rule', because: 'it smears' },
      when: [
        { option: 'zz-option', in: ['zz-value'] },
        { option: 'paper', in: ['zz-paper'] },
      ],
      then: { option: 'quality', in: ['zz-a', 'zz-b'] },
    }
    const options = optionsOf(ROOM)
    const reason = { rules: [rule], choices: [{ option: 'zz-option', value: 'zz-value' }], smallest: false }
    clean(sayRule(rule, options))
    clean(sayLiteral(rule.then, options))
    clean(sayReason(reason, options, 'zz-option', 'zz-value'))
    clean(sayForced(reason, options))
    clean(
      sayOffer(
        { moves: [{ option: 'zz-option', from: 'zz-a', to: 'zz-b' }], smallest: true },
        options,
        'paper',
        'zz-paper',
      ),
    )
    const problems: readonly RuleProblem[] = [
      { code: 'option_unknown', rule: 'zz-rule', option: 'zz-option' },
      { code: 'value_unknown', rule: 'zz-rule', option: 'quality', value: 'zz-value' },
      { code: 'never_met', rule: 'zz-gone', option: 'zz-option' },
      { code: 'contradiction', rules: ['zz-rule', 'zz-gone'] },
    ]
    for (const p of problems) clean(sayRuleProblem(p, [rule], options))
    for (const r of rulesOf(ROOM)) clean(sayRule(r, options))
  })
  it('in any check of a slip whose parts all have ids', () => {
    const version = {
      ...VERSION,
      ...{ id: 'zz-version', settings: SETTINGS, profile: null, takes: null },
      closed: [{ code: 'gone', queue: 'Otter, photo', option: 'Quality' }] as const,
      loaded: {
        paperId: 'zz-other',
        paperName: 'Dune',
        kind: 'sheet' as const,
        width: VERSION.feed.minWidth,
        length: VERSION.feed.minLength,
        rollId: 'zz-roll',
      },
      due: [{ kind: 'nozzle check', days: null, since: 'head change' }],
    }
    for (const picture of [null, { ...(FACTS.pictures[0] ?? { id: '' }), id: 'zz-picture', profile: null }])
      for (const rest of [{ version }, { version, stock: null, size: null }, { version: null }]) {
        const slip = facts({}, { ...rest, picture } as never)
        for (const f of runChecks(slip, outcomeOf(slip))) clean(sayFinding(f, 'mm'))
      }
  })
})
