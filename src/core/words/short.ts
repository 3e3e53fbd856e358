import type { Finding } from '@/core/checks/check'

/** What a check is about when it does not hold, by its id, in the few words that a card has room for. */
export const SHORT: Readonly<Record<string, string>> = {
  screen: 'judged on a doubtful screen',
  complete: 'not filled in yet',
  area: 'cut by the margins',
  borderless: 'not borderless here',
  sliver: 'white may show',
  row: 'white at one side',
  enlargement: 'enlarged',
  inks: 'other inks',
  gate: 'preset closed',
  profile: 'profile in doubt',
  colour: 'colour unknown',
  conversion: 'colour in doubt',
  black: 'other black ink',
  darkness: 'darkness not taken',
  tone: 'greys not checked',
  delivery: 'cannot be sent',
  'edge-measured': 'edges not measured',
  ink: 'nothing to print',
  saves: 'turned',
  loaded: 'other paper in',
  says: 'printer says otherwise',
  'left-set': 'set at the printer',
  picture: 'picture in doubt',
  'file-size': 'states no size',
  resolution: 'too few pixels',
  size: 'does not fit',
  offered: 'other size',
  turned: 'fed the other way',
  copies: 'many copies',
  upkeep: 'upkeep due',
  stock: 'paper runs short',
}

/**
 * A finding in a few words, with its figure where that says it all.
 * @example sayShort({ check: 'resolution', level: 'stop', piece: null, code: 'resolution', ppi: 75.9, limit: 90, sharpFromUm: 1150000 }) // 'only 75 ppi'
 */
export function sayShort(f: Finding): string {
  switch (f.code) {
    case 'resolution':
      return `only ${Math.floor(f.ppi)} ppi`
    case 'picture_missing':
      return 'no picture yet'
    case 'preset_missing':
      return 'no preset yet'
    case 'sheet_missing':
      return 'no sheet yet'
    default:
      return SHORT[f.check] ?? f.check
  }
}
