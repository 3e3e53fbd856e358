import { countOf } from '@/core/words/count'
import type { Db } from '@/server/db/open'
import type { Referring } from '@/server/db/referring'
import { presetsWithVersions } from './presets'

/** What rows of a table are called where they use something. */
const CALLED: Readonly<Record<string, string>> = {
  people: 'member',
  runs: 'run',
  run_parts: 'print',
  run_corrections: 'correction',
  account_entries: 'entry',
  edge_checks: 'edge check',
  print_jobs: 'print job',
  preset_versions: 'preset version',
  paper_paths: 'path of a new paper',
  paper_notes: 'note',
  trials: 'trial',
  stocks: 'size or roll',
  stock_moves: 'line of its ledger',
  stock_prices: 'price',
  rolls: 'roll',
  roll_moves: 'line of its ledger',
  roll_plans: 'plan',
  run_measures: 'measurement',
  screen_readings: 'measurement',
  loads: 'feed that holds it',
  tone_readings: 'reading',
}

/** What uses something, a phrase for each kind. */
export const sayReferring = (found: readonly Referring[]): readonly string[] =>
  found.map(({ table, rows }) => {
    const called = CALLED[table] ?? 'other row'
    return countOf(rows, called, called === 'feed that holds it' ? 'feeds that hold it' : undefined)
  })

/** Presets whose draft or versions name something. */
export const presetsNaming = (
  db: Db,
  names: (settings: { readonly queueId: string; readonly feedId: string; readonly paperId: string }) => boolean,
): readonly string[] =>
  presetsWithVersions(db)
    .filter((p) => (p.draft && names(p.draft)) || p.versions.some((v) => names(v.settings)))
    .map((p) => `preset ${p.name}`)
