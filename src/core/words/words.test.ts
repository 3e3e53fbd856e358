import { describe, expect, it } from 'vitest'
import { fromMm, um } from '@/core/length/length'
import { fedSheet } from '@/core/sheet/sheet'
import { sayFinding } from './checks'
import { sayOutlier, sayReadingFault } from './edge-check'
import { sayForced, sayLiteral } from './options'
import { sayRate, sayThickness, sayWeight } from './paper'
import { isProblem, PROBLEM_CODES, type Problem, sayLost, sayProblem } from './problems'
import { sayRulerLabels } from './ruler'

// Every problem once, with the value that its sentence has to name.
const PROBLEMS: readonly (readonly [Problem, RegExp])[] = [
  [{ code: 'not_allowed', role: 'member', needs: 'keeper' }, /needs a keeper.*signed in as a member/],
  [{ code: 'input', issues: [{ path: 'width', message: 'too wide' }] }, /^width: too wide$/],
  [{ code: 'input', issues: [{ path: '', message: 'no such thing' }] }, /^no such thing$/],
  [{ code: 'not_found', what: 'This slip' }, /^This slip is not in this room any more/],
  [{ code: 'stale', what: 'This slip', yours: 1, now: 2, current: null }, /This slip was changed elsewhere/],
  [{ code: 'in_use', what: 'Fenland', where: ['Otter', 'slip 4'] }, /in use by Otter, slip 4.*retired/],
  [{ code: 'name_taken', what: 'a size', name: 'Card' }, /a size called “Card”/],
  [{ code: 'file_empty', name: 'a.jpg' }, /a\.jpg is empty \(0 bytes\)/],
  [{ code: 'file_too_large', name: 'a.tif', limitMb: 500 }, /a\.tif is larger than 500 MB/],
  [{ code: 'file_not_a_picture', name: 'a.jpg', begins: '“MZ”' }, /a\.jpg is not a JPEG, PNG or TIFF.*“MZ”/],
  [{ code: 'file_renamed', name: 'a.jpg', is: 'a PDF' }, /a\.jpg is really a PDF/],
  [{ code: 'file_broken', name: 'a.jpg', format: 'JPEG' }, /a\.jpg begins as a JPEG/],
  [{ code: 'file_too_many_pixels', name: 'a.png', megapixels: 900, limit: 400 }, /900 megapixels; at most 400/],
  [{ code: 'file_separated', name: 'a.tif' }, /a\.tif is separated/],
  [{ code: 'file_upload_cut', name: 'a.tif', got: 10, expected: 20 }, /10 of 20 bytes of a\.tif/],
  [{ code: 'stops_unanswered', checks: ['Only 75 ppi', 'too wide'] }, /Only 75 ppi, too wide/],
  [{ code: 'slip_incomplete', missing: 'preset' }, /has no preset yet/],
  [{ code: 'slip_done', number: 128 }, /Slip 128 is done/],
  [{ code: 'nothing_left', what: 'The roll', left: '400 mm', needed: '610 mm' }, /400 mm left, this takes 610 mm/],
  [{ code: 'render_failed', why: 'the profile is broken.' }, /could not be made: the profile is broken/],
  [{ code: 'needed', what: 'This feed', where: ['Matte'] }, /in use by Matte/],
  [{ code: 'import', says: 'schema 9 is newer' }, /^schema 9 is newer$/],
  [{ code: 'rules', says: ['One.', 'Two.'] }, /^One\. Two\.$/],
  [{ code: 'gate', says: ['The ink is another.'] }, /^The ink is another\. To seal it all the same, say why\.$/],
  [
    { code: 'asks', what: 'This closes one.', uses: ['Preset A.'], key: 'k' },
    /^This closes one\. Preset A\. Nothing was changed\.$/,
  ],
  [{ code: 'room_exists', name: 'Marsh' }, /already set up as Marsh/],
  [{ code: 'address', address: 'x y', why: 'it has a space' }, /“x y”.*it has a space.*ipp:\/\//],
  [{ code: 'printer_unreachable', address: 'ipp://a', why: 'refused' }, /Nothing answers at ipp:\/\/a \(refused\)/],
  [{ code: 'printer_silent', address: 'ipp://a', seconds: 10 }, /said nothing for 10 s/],
  [{ code: 'printer_endless', address: 'ipp://a', megabytes: 8 }, /past 8 MB/],
  [{ code: 'printer_moves', address: 'ipp://a', to: 'ipp://b' }, /sends on to ipp:\/\/b, which is not followed/],
  [{ code: 'printer_not_ipp', address: 'ipp://a', got: 'text/html' }, /it sent text\/html/],
  [{ code: 'printer_refused', address: 'ipp://a', status: 'busy', says: '' }, /refuses \(busy\)\.$/],
  [{ code: 'printer_refused', address: 'ipp://a', status: 'busy', says: 'later' }, /refuses \(busy\): later\.$/],
  [{ code: 'queue_cannot', queue: 'Otter', why: 'it is shut.' }, /Otter cannot take this print: it is shut/],
  [{ code: 'printing', what: 'Slip 4' }, /Slip 4 is being printed now/],
  [{ code: 'profile_bad', name: 'a.icc', why: 'it is none.' }, /a\.icc cannot be used as a profile: it is none/],
  [{ code: 'check_reading', says: 'Sheet 1 is missing.' }, /^Sheet 1 is missing\.$/],
  [
    { code: 'run_cannot', number: 9, why: 'it is good already.' },
    /^Run 9 cannot be corrected so: it is good already\.$/,
  ],
  [{ code: 'room_trouble', says: 'The disk is full.' }, /^The disk is full\.$/],
  [{ code: 'file_not_taken', name: 'a.tif', is: 'it is a TIFF in Lab' }, /^a\.tif is sound, but it is a TIFF in Lab/],
  [
    { code: 'file_needs_memory', name: 'a.jpg', gigabytes: 2.4, why: 'it is a progressive JPEG' },
    /^a\.jpg would take 2\.4 GB .* since it is a progressive JPEG/,
  ],
  [
    { code: 'printer_certificate', address: 'ipps://x', fingerprint: 'AB:CD' },
    /^ipps:\/\/x shows a certificate of its own.*AB:CD\.$/,
  ],
  [
    { code: 'printer_certificate_changed', address: 'ipps://x', trusted: 'AB', fingerprint: 'CD' },
    /another certificate.*Trusted: AB; now: CD\.$/,
  ],
  [{ code: 'not_yours', role: 'member' }, /another’s; a member changes only their own\.$/],
  [
    { code: 'preset_broken', preset: 'Grey', number: 2, lost: ['queue', 'feed', 'paper'] },
    /^Grey, version 2, cannot print any more: its queue, feed and paper are gone\. Choose another/,
  ],
  [{ code: 'no_card', preset: 'Grey' }, /^Grey was removed: there is no card of it\. Restore it/],
  [{ code: 'unreachable' }, /no connection.*kept here/],
  [{ code: 'server_failed', status: 500 }, /failed while it did this \(500\); nothing was saved/],
  [{ code: 'entry_over' }, /entry to this room has ended/],
]

describe('problems in words', () => {
  it.each(PROBLEMS.map(([p, says]) => [p.code, p, says] as const))(
    '%s is a sentence with its value',
    (_code, p, says) => {
      expect(sayProblem(p)).toMatch(says)
      expect(sayProblem(p)).not.toMatch(/undefined|null|\[object/)
    },
  )
  it('what was stored is known by its code', () => {
    expect(isProblem({ code: 'render_failed', why: 'x' })).toBe(true)
    expect([{ code: 'of_tomorrow' }, { code: 'toString' }, {}, null, 'stale'].map(isProblem)).toEqual(
      Array(5).fill(false),
    )
  })
  it('every kind of problem is among them', () => {
    expect(Object.keys(PROBLEM_CODES).filter((code) => !PROBLEMS.some(([p]) => p.code === code))).toEqual([])
  })
})

describe('edge checks in words', () => {
  it.each([
    [{ code: 'none' } as const, /No sheet has been read yet/],
    [{ code: 'missing', sheet: 2, edge: 'trail' } as const, /Sheet 2: the trail.* was not read/],
    [{ code: 'tick', sheet: 3, edge: 'lead', tick: 99, first: 1, last: 60 } as const, /no tick 99; .*from 1 to 60/],
    [
      { code: 'length', sheet: 1, name: 'A to B', is: fromMm(40), about: fromMm(230) } as const,
      /cross A to cross B: 40\.0 mm was read where about 230\.0 mm/,
    ],
  ])('%o', (fault, says) => {
    expect(sayReadingFault(fault, 'mm')).toMatch(says)
  })
  it('lengths in the room’s unit', () => {
    const fault = { code: 'length', sheet: 1, name: 'A to C', is: um(25_400), about: um(254_000) } as const
    expect(sayReadingFault(fault, 'in')).toMatch(/1\.00 in was read where about 10\.00 in/)
  })
  it.each([
    ['place across', 400, 'Sheet 4 lies across 0.4 mm away'],
    ['place along', -400, 'Sheet 4 lies along 0.4 mm away'],
    ['length along', 2400, 'Sheet 4 is along 2.4 mm per metre away'],
    ['turn', -2400, 'Sheet 4 is turned 2.4 mm per metre away'],
  ] as const)('a sheet that stands apart: %s', (what, by, says) => {
    expect(sayOutlier({ sheet: 4, what, by: um(by) }, 'mm')).toContain(says)
  })
  it('a ruler sheet says which it is, so that it can be found in a pile', () => {
    const labels = sayRulerLabels(
      {
        number: 4,
        queueName: 'Otter, photo',
        feedName: 'rear stack',
        edge: 'borderless',
        sheet: fedSheet(fromMm(257), fromMm(364), 'short'),
        presetName: 'Matte',
        versionNumber: 3,
        seal: 'TPX4X4',
        sheetNumber: 2,
      },
      'mm',
    )
    expect(labels.slice(0, 4)).toEqual([
      'Edge check 4, sheet 2',
      'Otter, photo, rear stack, borderless',
      '257 × 364 mm, across x along',
      'Matte, version 3, seal TPX4X4',
    ])
    expect(labels[4]).toContain('enters first')
  })
})

describe('an option with the values that it may have', () => {
  const options = [
    { id: 'o', name: 'Black ink', values: ['a', 'b', 'c'].map((id) => ({ id, name: id.toUpperCase() })) },
  ]
  it.each([
    [['a'], 'black ink is A'],
    [['a', 'b'], 'black ink is A or B'],
    [['a', 'b', 'c'], 'black ink is A, B or C'],
    [[], 'black ink is nothing'],
  ])('%j', (values, says) => {
    expect(sayLiteral({ option: 'o', in: values }, options)).toBe(says)
  })
})

describe('figures of papers', () => {
  it('are said in their units, and not invented where nobody said them', () => {
    expect([sayWeight(210), sayWeight(null)]).toEqual(['210 g/m²', 'weight not known'])
    expect([sayThickness(254, 'mm'), sayThickness(254, 'in'), sayThickness(null, 'in')]).toEqual([
      '0.25 mm thick',
      '0.010 in thick',
      'thickness not known',
    ])
    expect([sayRate({ minutesPerM2: 4, mlPerM2: 8 }), sayRate({ minutesPerM2: null, mlPerM2: 8 })]).toEqual([
      '4 min, 8 ml',
      'time not known, 8 ml',
    ])
  })
})

describe('what borderless enlarges', () => {
  const says = (lossUm: number): string =>
    sayFinding(
      {
        ...{ check: 'enlargement', level: 'caution', piece: null, code: 'enlargement_left' },
        acrossPercent: 2,
        alongPercent: 1,
        lossUm,
      } as never,
      'mm',
    )
  it('is said with what is lost at an edge, where anything is', () => {
    expect(says(0)).not.toContain('lost')
    expect(says(1200)).toMatch(/; up to 1\.2 mm is lost at an edge\.$/)
  })
})

describe('a setting that sets itself', () => {
  const options = [{ id: 'paper', name: 'Paper', values: [{ id: 'g', name: 'Quay Gloss' }] }]
  const rule = { id: 'r', when: [], then: { option: 'paper', in: ['g'] }, because: 'there is no other' }
  it('says why, once for each reason, with what is chosen', () => {
    expect(sayForced(null, options)).toBe('set for you')
    const choices = [{ option: 'paper', value: 'g' }]
    expect(sayForced({ rules: [rule, { ...rule, id: 's' }], choices, smallest: true }, options)).toBe(
      'set for you: there is no other (paper is Quay Gloss)',
    )
    const more = (...because: readonly string[]) => because.map((b) => ({ ...rule, id: b, because: b }))
    expect(sayForced({ rules: more('a', 'b'), choices: [], smallest: true }, options)).toBe('set for you: a and b')
    expect(sayForced({ rules: more('a', 'b', 'c'), choices: [], smallest: true }, options)).toBe(
      'set for you: a, b and c',
    )
  })
})

it.each([
  [['feed'], 'its feed is gone'],
  [['feed', 'quality'], 'its feed and quality are gone'],
  [['feed', 'quality', 'paper'], 'its feed, quality and paper are gone'],
])('what a version lost: %j', (lost, says) => {
  expect(sayLost(lost)).toBe(says)
})
