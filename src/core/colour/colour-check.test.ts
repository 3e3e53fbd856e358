import { describe, expect, it } from 'vitest'
import {
  type ColourCheck,
  colourCheck,
  colourLevel,
  FILE_COLOURS,
  type FileColours,
  fileColoursOf,
  sayColour,
  type TargetProfile,
  timesConverted,
} from './colour-check'

const TO_PROFILE = { kind: 'profile', profileId: 'x', intent: 'relative', blackPoint: true } as const
const FEN: TargetProfile = { name: 'fen', grey: false }
/** Rows: what the version does to the file, and which profile it names. */
const FILE_COLOUR = {
  untouched: [{ kind: 'untouched' }, null],
  profile: [TO_PROFILE, FEN],
  retired: [TO_PROFILE, { ...FEN, retired: true }],
  'other seal': [TO_PROFILE, { ...FEN, otherSeal: true }],
  'grey profile': [TO_PROFILE, { ...FEN, grey: true }],
  missing: [TO_PROFILE, null],
} as const
/** Columns: printer colour off, own, driver profile; monochrome. */
const WAYS = [
  { colourMode: 'colour', printerColour: 'off' },
  { colourMode: 'colour', printerColour: 'own' },
  { colourMode: 'colour', printerColour: 'driver profile' },
  { colourMode: 'monochrome', printerColour: null },
] as const

const short = (c: ColourCheck): string =>
  [c.code, ...('assumed' in c && c.assumed ? ['assumed'] : []), ...('doubt' in c && c.doubt ? [c.doubt] : [])].join(' ')

type Row = readonly [string, string, string, string]
const TABLE: Readonly<Record<FileColours | 'none', Readonly<Record<keyof typeof FILE_COLOUR, Row>>>> = {
  none: {
    untouched: ['not_at_all', 'once_by_printer', 'once_by_printer', 'grey_by_printer'],
    profile: ['once_by_file', 'twice', 'twice', 'twice'],
    retired: ['once_by_file retired', 'twice', 'twice', 'twice'],
    'other seal': ['once_by_file other seal', 'twice', 'twice', 'twice'],
    'grey profile': ['once_by_file', 'twice', 'twice', 'grey_by_both'],
    missing: ['not_known', 'not_known', 'not_known', 'not_known'],
  },
  untagged: {
    untouched: ['not_at_all', 'once_by_printer', 'once_by_printer', 'grey_by_printer'],
    profile: ['once_by_file assumed', 'twice', 'twice', 'twice'],
    retired: ['once_by_file assumed retired', 'twice', 'twice', 'twice'],
    'other seal': ['once_by_file assumed other seal', 'twice', 'twice', 'twice'],
    'grey profile': ['once_by_file assumed', 'twice', 'twice', 'grey_by_both'],
    missing: ['not_known', 'not_known', 'not_known', 'not_known'],
  },
  tagged: {
    untouched: ['not_at_all', 'once_by_printer', 'once_by_printer', 'grey_by_printer'],
    profile: ['once_by_file', 'twice', 'twice', 'twice'],
    retired: ['once_by_file retired', 'twice', 'twice', 'twice'],
    'other seal': ['once_by_file other seal', 'twice', 'twice', 'twice'],
    'grey profile': ['once_by_file', 'twice', 'twice', 'grey_by_both'],
    missing: ['not_known', 'not_known', 'not_known', 'not_known'],
  },
  wide: {
    untouched: ['not_at_all', 'once_narrowed', 'once_narrowed', 'grey_by_printer'],
    profile: ['once_by_file', 'twice', 'twice', 'twice'],
    retired: ['once_by_file retired', 'twice', 'twice', 'twice'],
    'other seal': ['once_by_file other seal', 'twice', 'twice', 'twice'],
    'grey profile': ['once_by_file', 'twice', 'twice', 'grey_by_both'],
    missing: ['not_known', 'not_known', 'not_known', 'not_known'],
  },
  'in the target': {
    untouched: ['once_before', 'twice_before', 'twice_before', 'twice_before'],
    profile: ['once_before', 'twice', 'twice', 'twice'],
    retired: ['once_before', 'twice', 'twice', 'twice'],
    'other seal': ['once_before', 'twice', 'twice', 'twice'],
    'grey profile': ['once_before', 'twice', 'twice', 'grey_by_both'],
    missing: ['not_known', 'not_known', 'not_known', 'not_known'],
  },
  'in a printer profile': {
    untouched: ['once_before', 'twice_before', 'twice_before', 'twice_before'],
    profile: ['once_again', 'twice', 'twice', 'twice'],
    retired: ['once_again retired', 'twice', 'twice', 'twice'],
    'other seal': ['once_again other seal', 'twice', 'twice', 'twice'],
    'grey profile': ['once_again', 'twice', 'twice', 'grey_by_both'],
    missing: ['not_known', 'not_known', 'not_known', 'not_known'],
  },
  'untagged grey': {
    untouched: ['not_at_all', 'once_by_printer', 'once_by_printer', 'grey_by_printer'],
    profile: ['once_by_file assumed', 'twice', 'twice', 'twice'],
    retired: ['once_by_file assumed retired', 'twice', 'twice', 'twice'],
    'other seal': ['once_by_file assumed other seal', 'twice', 'twice', 'twice'],
    'grey profile': ['once_by_file assumed', 'twice', 'twice', 'grey_by_both'],
    missing: ['not_known', 'not_known', 'not_known', 'not_known'],
  },
  'grey profile': {
    untouched: ['not_at_all', 'once_by_printer', 'once_by_printer', 'grey_by_printer'],
    profile: ['once_by_file', 'twice', 'twice', 'twice'],
    retired: ['once_by_file retired', 'twice', 'twice', 'twice'],
    'other seal': ['once_by_file other seal', 'twice', 'twice', 'twice'],
    'grey profile': ['once_by_file', 'twice', 'twice', 'grey_by_both'],
    missing: ['not_known', 'not_known', 'not_known', 'not_known'],
  },
  'wrong class': {
    untouched: ['not_known', 'not_known', 'not_known', 'not_known'],
    profile: ['not_known', 'not_known', 'not_known', 'not_known'],
    retired: ['not_known', 'not_known', 'not_known', 'not_known'],
    'other seal': ['not_known', 'not_known', 'not_known', 'not_known'],
    'grey profile': ['not_known', 'not_known', 'not_known', 'not_known'],
    missing: ['not_known', 'not_known', 'not_known', 'not_known'],
  },
  Lab: {
    untouched: ['not_known', 'not_known', 'not_known', 'not_known'],
    profile: ['not_known', 'not_known', 'not_known', 'not_known'],
    retired: ['not_known', 'not_known', 'not_known', 'not_known'],
    'other seal': ['not_known', 'not_known', 'not_known', 'not_known'],
    'grey profile': ['not_known', 'not_known', 'not_known', 'not_known'],
    missing: ['not_known', 'not_known', 'not_known', 'not_known'],
  },
}

describe('who converts colour, and how often', () => {
  it.each(Object.keys(TABLE) as (keyof typeof TABLE)[])('a file that is %s', (file) => {
    for (const [row, cells] of Object.entries(TABLE[file])) {
      const [fileColour, profile] = FILE_COLOUR[row as keyof typeof FILE_COLOUR]
      const found = WAYS.map((way) =>
        short(colourCheck({ fileColour, ...way }, profile, file === 'none' ? null : file)),
      )
      expect([row, ...found]).toEqual([row, ...cells])
    }
  })
  it('has every kind of file in its table', () => {
    expect(Object.keys(TABLE)).toEqual(['none', ...FILE_COLOURS])
  })
  it('twice and not known are stops, not at all and what loses colours are cautions, once is fine', () => {
    const all = Object.entries(TABLE).flatMap(([file, rows]) =>
      Object.keys(rows).flatMap((row) => {
        const [fileColour, profile] = FILE_COLOUR[row as keyof typeof FILE_COLOUR]
        return WAYS.map((way) =>
          colourCheck({ fileColour, ...way }, profile, file === 'none' ? null : (file as FileColours)),
        )
      }),
    )
    const levels = new Map(all.map((c) => [short(c), [timesConverted(c), colourLevel(c)]]))
    expect(Object.fromEntries(levels)).toEqual({
      once_by_file: ['once', 'fine'],
      'once_by_file assumed': ['once', 'fine'],
      'once_by_file retired': ['once', 'caution'],
      'once_by_file assumed retired': ['once', 'caution'],
      'once_by_file other seal': ['once', 'caution'],
      'once_by_file assumed other seal': ['once', 'caution'],
      once_again: ['once', 'caution'],
      'once_again retired': ['once', 'caution'],
      'once_again other seal': ['once', 'caution'],
      once_before: ['once', 'fine'],
      once_by_printer: ['once', 'fine'],
      once_narrowed: ['once', 'caution'],
      grey_by_printer: ['once', 'fine'],
      grey_by_both: ['once', 'fine'],
      twice: ['twice', 'stop'],
      twice_before: ['twice', 'stop'],
      not_at_all: ['not at all', 'caution'],
      not_known: ['not known', 'stop'],
    })
    // one sentence for each, and none for two
    const said = all.map((c) => [
      short(c) + ('how' in c ? c.how : '') + ('why' in c ? c.why : '') + ('profile' in c ? c.profile : ''),
      sayColour(c),
    ])
    expect(new Set(said.map(([, s]) => s)).size).toBe(new Set(said.map(([k]) => k)).size)
  })
})

describe('a file that was converted before it came', () => {
  it('is said with its profile where it is the one that is converted to', () => {
    expect(sayColour({ code: 'once_before', profile: 'fen' })).toMatch(/^The file is in fen already/)
    expect(sayColour({ code: 'once_before', profile: null })).toMatch(/^The file was converted to a printer’s profile/)
  })
})

describe('what a picture says of its colours', () => {
  const plain = { grey: false, profile: null }
  const rgb = { grey: false, profile: 'Harbour wide', profileSha: 'aa', profileClass: 'mntr' }
  it.each([
    ['nothing', plain, null, 'untagged'],
    ['nothing, in grey', { ...plain, grey: true }, null, 'untagged grey'],
    ['sRGB', { ...rgb, profile: 'sRGB IEC61966-2.1' }, null, 'tagged'],
    ['a wide space', rgb, null, 'wide'],
    ['a grey space', { ...rgb, grey: true, profile: 'Dot gain 20 %' }, null, 'grey profile'],
    ['a printer’s profile', { ...rgb, profileClass: 'prtr' }, null, 'in a printer profile'],
    ['a printer’s profile of grey', { ...rgb, grey: true, profileClass: 'prtr' }, null, 'in a printer profile'],
    ['the target itself', { ...rgb, profileClass: 'prtr' }, { name: 'called otherwise', sha: 'aa' }, 'in the target'],
    [
      'another one of the same name',
      { ...rgb, profileClass: 'prtr' },
      { name: 'Harbour wide', sha: 'bb' },
      'in a printer profile',
    ],
    [
      'the same name, from before bytes were noted',
      { ...rgb, profileSha: null, profileClass: null },
      { name: 'Harbour wide', sha: 'bb' },
      'in the target',
    ],
    ['a profile that can describe no picture', { ...plain, colourAsks: true }, null, 'wrong class'],
  ] as const)('%s', (_, picture, target, kind) => {
    expect(fileColoursOf(picture, target)).toBe(kind)
  })
})
