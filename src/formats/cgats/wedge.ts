import { bad, ok, type Result } from '@/core/result/result'
import type { PatchRead, Reading } from '@/core/tone/reading'
import { type LabPatch, type LabProblem, labPatches } from './lab'
import { type CgatsProblem, readCgats } from './read'

export type WedgeFileProblem =
  | CgatsProblem
  | LabProblem
  | { readonly code: 'wrong_count'; readonly found: readonly number[]; readonly steps: number }
  | { readonly code: 'same_sample'; readonly id: string; readonly line: number }

/** How far a meter’s lightness may be off the truth, 95 %, in L*. */
const METER_WITHIN = 0.3
/** What a meter’s patch differs by from one reading to the next, in L*. */
const METER_SPREAD = 0.08

export type WedgeFile = {
  readonly reading: Reading
  readonly instrument: string
  /** how the patches were put in order */
  readonly order: 'by SAMPLE_ID' | 'as in the file' | 'by lightness'
}

/**
 * The patches of a wedge from a file of an instrument: of several tables the one with so many sets of data that have Lab
 * or XYZ. Put in order by SAMPLE_ID where those are numbers, else as they stand; a file that begins with full black is
 * turned, and one that is in no order is put in order by its lightness, which is said.
 */
export function wedgeFromCgats(bytes: Uint8Array, steps: number): Result<WedgeFile, WedgeFileProblem> {
  const tables = readCgats(bytes)
  if (!tables.ok) return tables
  const right = tables.value.filter((t) => t.rows.length === steps).map((t) => ({ table: t, read: labPatches(t) }))
  const chosen = right.find(({ read }) => read.ok) ?? right[0]
  if (!chosen) {
    // a single table whose numbers are wrong says so first
    const [only] = tables.value
    const first = only && tables.value.length === 1 ? labPatches(only) : null
    return first && !first.ok && first.problem.code !== 'no_lab'
      ? first
      : bad({ code: 'wrong_count', found: tables.value.map((t) => t.rows.length), steps })
  }
  const { table, read } = chosen
  if (!read.ok) return read
  const ids = new Set<string>()
  for (const p of read.value) {
    if (ids.has(p.id)) return bad({ code: 'same_sample', id: p.id, line: p.line })
    ids.add(p.id)
  }
  const { patches, order } = inOrder(read.value)
  const tinted = !table.columns.includes('D_VIS') || table.columns.includes('LAB_A') || table.columns.includes('XYZ_X')
  return ok({
    reading: {
      patches: patches.map(
        ({ lab: [l, a, b] }, i): PatchRead => ({
          d: i / (steps - 1),
          l,
          spread: METER_SPREAD,
          ab: tinted ? [a, b] : null,
        }),
      ),
      within: METER_WITHIN,
    },
    instrument: table.keywords.INSTRUMENTATION ?? table.keywords.ORIGINATOR ?? '',
    order,
  })
}

function inOrder(patches: readonly LabPatch[]): {
  readonly patches: readonly LabPatch[]
  readonly order: WedgeFile['order']
} {
  const numbers = patches.map((p) => /\d+/.exec(p.id)?.[0])
  const numbered = numbers.every((n) => n !== undefined) && new Set(numbers).size === patches.length
  const sorted = numbered
    ? patches
        .map((p, i) => ({ p, n: Number(numbers[i]) }))
        .sort((a, b) => a.n - b.n)
        .map(({ p }) => p)
    : patches
  const turned = (sorted[0]?.lab[0] ?? 0) < (sorted.at(-1)?.lab[0] ?? 0) ? [...sorted].reverse() : sorted
  // patches that were read in any order rise as often as they fall; a reversal or two does not make that
  const rises = turned.slice(1).filter((p, i) => p.lab[0] > (turned[i]?.lab[0] ?? 0) + 1).length
  if (rises > patches.length / 4)
    return { patches: [...patches].sort((a, b) => b.lab[0] - a.lab[0]), order: 'by lightness' }
  return { patches: turned, order: numbered ? 'by SAMPLE_ID' : 'as in the file' }
}
