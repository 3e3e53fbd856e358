import type { PatchRead } from '@/core/tone/reading'

/** One table of CGATS.17 text. */
export type CgatsOut = {
  readonly originator: string
  readonly made: string
  /** more keywords of its own, with their values */
  readonly keywords: Readonly<Record<string, string>>
  readonly patches: readonly PatchRead[]
}

const quoted = (text: string): string => `"${text.replaceAll('"', '""').replace(/[\r\n]+/g, ' ')}"`
const number = (v: number, digits: number): string => v.toFixed(digits)

/**
 * The readings of a wedge as CGATS text: SAMPLE_ID from 1, the black that was asked for as GRAY_K in per cent, lightness,
 * tint where an instrument read it, and the spread of each patch.
 */
export function writeCgats({ originator, made, keywords, patches }: CgatsOut): string {
  const tinted = patches.every((p) => p.ab !== null)
  // without a tint a neutral one stands there, so that what reads Lab reads it; LAB_AB_READ says so
  const columns = ['SAMPLE_ID', 'GRAY_K', 'LAB_L', 'LAB_A', 'LAB_B', 'STDEV_L']
  const own = { ...keywords, LAB_AB_READ: tinted ? 'yes' : 'no' }
  return [
    'CGATS.17',
    `ORIGINATOR\t${quoted(originator)}`,
    `CREATED\t${quoted(made)}`,
    ...Object.entries({ ...own, STDEV_L: '' }).flatMap(([name, value]) => [
      `KEYWORD\t${quoted(name)}`,
      ...(name === 'STDEV_L' ? [] : [`${name}\t${quoted(value)}`]),
    ]),
    `NUMBER_OF_FIELDS\t${columns.length}`,
    'BEGIN_DATA_FORMAT',
    columns.join('\t'),
    'END_DATA_FORMAT',
    `NUMBER_OF_SETS\t${patches.length}`,
    'BEGIN_DATA',
    ...patches.map((p, i) =>
      [
        String(i + 1),
        number(100 * p.d, 3),
        number(p.l, 3),
        number(p.ab?.[0] ?? 0, 3),
        number(p.ab?.[1] ?? 0, 3),
        number(p.spread, 3),
      ].join('\t'),
    ),
    'END_DATA',
    '',
  ].join('\r\n')
}
