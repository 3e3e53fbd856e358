import { describe, expect, it } from 'vitest'
import { labPatches } from './lab'
import { readCgats } from './read'
import { tabledWhite } from './spectral'

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text)
const read = (text: string) => readCgats(bytes(text))

const WEDGE = `CGATS.17
ORIGINATOR "A meter, simulated"  # who wrote it
KEYWORD "ROOM_SEAL"
ROOM_SEAL "A ""quoted"" seal"
NUMBER_OF_FIELDS 5
BEGIN_DATA_FORMAT
SampleID SAMPLE_NAME LAB_L LAB_A LAB_B
END_DATA_FORMAT
NUMBER_OF_SETS 3
BEGIN_DATA
1 "no ink" 95.5 0.4 -1.25
# half
2 half#1 55,25 +0.1 -.5
3 full 1.55e1 0 0
END_DATA
`

const spectral = (nms: readonly number[], rows: readonly (readonly number[])[], name = 'SPECTRAL_NM') => `CGATS.17
BEGIN_DATA_FORMAT
SAMPLE_ID ${nms.map((nm) => `${name}${nm}`).join(' ')}
END_DATA_FORMAT
BEGIN_DATA
${rows.map((r, i) => `${i + 1} ${r.join(' ')}`).join('\n')}
END_DATA
`
const every = (step: number, from = 400, to = 700): readonly number[] =>
  Array.from({ length: (to - from) / step + 1 }, (_, i) => from + i * step)

const only = (text: string) => {
  const tables = read(text)
  if (!tables.ok || !tables.value[0]) throw new Error(JSON.stringify(tables))
  return tables.value[0]
}

describe('a file of an instrument', () => {
  it('is read with its keywords, quoted words, comments and lines', () => {
    const table = only(WEDGE)
    expect(table.kind).toBe('CGATS.17')
    expect(table.keywords).toEqual({
      ORIGINATOR: 'A meter, simulated',
      ROOM_SEAL: 'A "quoted" seal',
      NUMBER_OF_FIELDS: '5',
      NUMBER_OF_SETS: '3',
    })
    expect(table.columns).toEqual(['SAMPLEID', 'SAMPLE_NAME', 'LAB_L', 'LAB_A', 'LAB_B'])
    expect(table.rows[1]).toEqual(['2', 'half#1', '55,25', '+0.1', '-.5'])
    expect(table.lines).toEqual([11, 13, 14])
  })
  it('is the same with the line ends of any machine, and in an older encoding', () => {
    expect(only(WEDGE.replaceAll('\n', '\r\n'))).toEqual(only(WEDGE))
    expect(only(WEDGE.replaceAll('\n', '\r'))).toEqual(only(WEDGE))
    const latin = Uint8Array.from([...WEDGE.replace('no ink', 'ohne Schw\u00e4rze')].map((c) => c.charCodeAt(0)))
    const tables = readCgats(latin)
    expect(tables.ok && tables.value[0]?.rows[0]?.[1]).toBe('ohne Schw\u00e4rze')
  })
  it('may hold several tables, each with its own columns', () => {
    const second = 'BEGIN_DATA_FORMAT\nXYZ_X XYZ_Y XYZ_Z\nEND_DATA_FORMAT\nBEGIN_DATA\n96.422 100 82.521\nEND_DATA\n'
    const tables = read(WEDGE + second)
    expect(tables.ok && tables.value.map((t) => [t.columns.length, t.rows.length])).toEqual([
      [5, 3],
      [3, 1],
    ])
  })
  it('may wrap its sets over several lines', () => {
    const wrapped = WEDGE.replace('95.5 0.4', '95.5\n  0.4').replace('55,25', '\n55,25').replace('1.55e1', '\n1.55e1')
    expect(only(wrapped).rows).toEqual(only(WEDGE).rows)
  })
  it.each([
    ['nothing', '', { code: 'no_data' }],
    ['a letter to a friend', 'Dear all,\nsee you on Friday.', { code: 'no_data' }],
    ['bytes of another kind', 'BEGIN_DATA\u0000', { code: 'not_text' }],
    ['a quote without end', WEDGE.replace('"no ink"', '"no ink'), { code: 'open_quote', line: 11 }],
    [
      'data without a format',
      WEDGE.replace(/BEGIN_DATA_FORMAT[\s\S]*END_DATA_FORMAT\n/, ''),
      { code: 'no_columns', line: 7 },
    ],
    ['a format of no columns', WEDGE.replace(/SampleID.*\n/, ''), { code: 'no_columns', line: 6 }],
    ['a column twice', WEDGE.replace('LAB_A', 'lab_l'), { code: 'twice', line: 7, column: 'lab_l' }],
    ['a format without end', WEDGE.replace('END_DATA_FORMAT', ''), { code: 'no_end', line: 6 }],
    ['data without end', WEDGE.replace('END_DATA\n', ''), { code: 'no_end', line: 10 }],
    ['a set that is short', WEDGE.replace(' -1.25', ''), { code: 'row_length', line: 11, has: 4, wants: 5 }],
    ['a set that is long', WEDGE.replace('-.5', '-.5 9'), { code: 'row_length', line: 13, has: 6, wants: 5 }],
    ['another count of sets', WEDGE.replace('SETS 3', 'SETS 4'), { code: 'counts', what: 'sets', says: 4, has: 3 }],
    [
      'another count of columns',
      WEDGE.replace('FIELDS 5', 'FIELDS 6'),
      { code: 'counts', what: 'fields', says: 6, has: 5 },
    ],
  ])('%s is said', (_name, text, problem) => {
    expect(read(text)).toEqual({ ok: false, problem })
  })
  it('beyond 16 MB is something else', () => {
    expect(readCgats(new Uint8Array(16 * 1024 * 1024 + 1).fill(32))).toMatchObject({ problem: { code: 'too_large' } })
  })
  it('that is damaged anywhere is read or said, and never a fault', () => {
    let state = 20
    const dice = (n: number): number => {
      state = (state * 1664525 + 1013904223) % 2 ** 32
      return Math.floor((state / 2 ** 32) * n)
    }
    const seen = new Set<string>()
    for (let round = 0; round < (process.env.LIBRETA_FULL ? 20_000 : 500); round++) {
      const damaged = [...bytes(WEDGE)]
      for (let n = dice(4); n >= 0; n--) {
        const at = dice(damaged.length)
        if (dice(3) === 0) damaged.splice(at, 1 + dice(20))
        else if (dice(2) === 0) damaged.splice(at, 0, ...damaged.slice(dice(at + 1), at))
        else damaged[at] = dice(256)
      }
      const tables = readCgats(Uint8Array.from(damaged))
      seen.add(tables.ok ? 'read' : tables.problem.code)
      if (!tables.ok) continue
      for (const table of tables.value) {
        expect(table.rows.every((r) => r.length === table.columns.length)).toBe(true)
        const patches = labPatches(table)
        if (patches.ok) expect(patches.value.every((p) => p.lab.every(Number.isFinite))).toBe(true)
      }
    }
    // the damage reaches more than one of the ways to fail
    expect(seen.size).toBeGreaterThan(5)
  })
})

describe('measured colours', () => {
  it('come from Lab columns, with a point or a comma', () => {
    const patches = labPatches(only(WEDGE))
    expect(patches).toEqual({
      ok: true,
      value: [
        { id: '1', line: 11, lab: [95.5, 0.4, -1.25] },
        { id: '2', line: 13, lab: [55.25, 0.1, -0.5] },
        { id: '3', line: 14, lab: [15.5, 0, 0] },
      ],
    })
  })
  it('come from XYZ columns: white is 100 0 0, and a dark one stays on the straight part', () => {
    const patches = labPatches(
      only(
        'BEGIN_DATA_FORMAT\nXYZ_X XYZ_Y XYZ_Z\nEND_DATA_FORMAT\nBEGIN_DATA\n96.422 100 82.521\n0.482 0.5 0.413\nEND_DATA',
      ),
    )
    if (!patches.ok) throw new Error(JSON.stringify(patches))
    expect(patches.value[0]?.lab.map((v) => Math.round(v * 1e6) / 1e6)).toEqual([100, 0, 0])
    expect(patches.value[1]?.lab[0]).toBeCloseTo((0.005 * 24389) / 27, 6)
    expect(Math.abs(patches.value[1]?.lab[1] ?? 9)).toBeLessThan(0.1)
    expect(patches.value.map((p) => p.id)).toEqual(['1', '2'])
  })
  it('that are none are said with their line and column', () => {
    expect(labPatches(only(WEDGE.replace('LAB_B', 'D_RED')))).toMatchObject({ problem: { code: 'no_lab' } })
    expect(labPatches(only(WEDGE.replace('+0.1', 'n/a')))).toEqual({
      ok: false,
      problem: { code: 'no_number', line: 13, column: 'LAB_A', text: 'n/a' },
    })
    expect(labPatches(only(WEDGE.replace('95.5', '955')))).toEqual({
      ok: false,
      problem: { code: 'no_lightness', line: 11, l: 955 },
    })
  })
})

describe('spectra', () => {
  const labs = (text: string) => {
    const read = labPatches(only(text))
    if (!read.ok) throw new Error(JSON.stringify(read.problem))
    return read.value.map((p) => p.lab)
  }
  it('the tables sum to the white of the profile connection space', () => {
    const [x, , z] = tabledWhite()
    expect(Math.abs(x - 0.9642)).toBeLessThan(0.0006)
    expect(Math.abs(z - 0.8251)).toBeLessThan(0.0006)
  })
  it('even ones are greys of their reflectance, as fractions and in per cent, however fine and however named', () => {
    // L* of a reflectance: 116 * 0.18 ** (1 / 3) - 16 = 49.50
    for (const [step, name] of [
      [10, 'SPECTRAL_NM'],
      [20, 'SPECTRAL_'],
      [5, 'NM_'],
      [10, 'R_'],
    ] as const) {
      const nms = every(step)
      const rows = [0.18, 0.9].map((r) => nms.map(() => r))
      for (const full of [1, 100]) {
        const [grey, white] = labs(
          spectral(
            nms,
            rows.map((r) => r.map((v) => v * full)),
            name,
          ),
        )
        expect(grey?.[0]).toBeCloseTo(49.5, 1)
        expect(white?.[0]).toBeCloseTo(95.99, 1)
        for (const c of [grey?.[1], grey?.[2], white?.[1], white?.[2]]) expect(Math.abs(c ?? 9)).toBeLessThan(0.001)
      }
    }
  })
  it('one that gives back less blue is yellow, less red is cyan', () => {
    const nms = every(10)
    const [yellow, cyan] = labs(
      spectral(nms, [nms.map((nm) => (nm < 500 ? 0.2 : 0.8)), nms.map((nm) => (nm > 600 ? 0.2 : 0.8))]),
    )
    expect((yellow?.[2] ?? 0) > 40 && Math.abs(yellow?.[1] ?? 99) < 15).toBe(true)
    expect((cyan?.[1] ?? 0) < -20 && (cyan?.[2] ?? 0) < 0).toBe(true)
  })
  it('Lab comes before them, they before density', () => {
    const nms = every(10)
    const spectrum = nms.map((nm) => `NM_${nm}`).join(' ')
    const both = (column: string, value: string) =>
      labs(
        `BEGIN_DATA_FORMAT\n${column} ${spectrum}\nEND_DATA_FORMAT\nBEGIN_DATA\n${value} ${nms.map(() => 0.18).join(' ')}\nEND_DATA\n`,
      )[0]?.[0]
    expect(both('LAB_L LAB_A LAB_B', '70 0 0')).toBe(70)
    expect(both('D_VIS', '2')).toBeCloseTo(49.5, 1)
  })
  it('too few of them are none, and what is no number is named', () => {
    const problem = (text: string) => labPatches(only(text))
    const row = (n: number) => [Array.from({ length: n }, () => 0.5)]
    for (const nms of [every(10, 450), every(10, 400, 650), every(30)])
      expect(problem(spectral(nms, row(nms.length)))).toMatchObject({ problem: { code: 'no_lab' } })
    expect(problem(spectral(every(10), [every(10).map((nm) => (nm === 430 ? Number.NaN : 0.5))]))).toMatchObject({
      problem: { code: 'no_number', column: 'SPECTRAL_NM430', text: 'NaN' },
    })
  })
})
