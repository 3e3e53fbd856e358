import type { Due } from '@/contract/views/bench'
import type { Printer, UpkeepEntry } from '@/contract/views/printer'
import type { Um } from '@/core/length/length'
import type { BlackInk } from '@/core/printer/facts'
import type { Db } from '@/server/db/open'
import { awaySince, printersSay } from './heard'
import { listPrinters } from './printers'

const DAY = 86_400_000

type Noted = Pick<UpkeepEntry, 'kind' | 'at'> & Partial<Pick<UpkeepEntry, 'gaps' | 'result'>>

/** What new heads make due. */
const AFTER_HEADS: readonly string[] = ['nozzle check', 'head alignment']

/** What of a printer's upkeep is due: the kind and its age in days, one that found gaps first, then what was never noted, then the oldest. */
export function dueUpkeep(
  {
    upkeep: entries,
    goodFor,
  }: {
    readonly upkeep: readonly Noted[]
    readonly goodFor: Readonly<Record<string, number>>
  },
  now: number,
): readonly Due[] {
  const newest = (kind: string): Noted | undefined =>
    entries.filter((e) => e.kind === kind).reduce<Noted | undefined>((a, b) => (a && a.at >= b.at ? a : b), undefined)
  const heads = newest('head change')
  const gaps = entries.flatMap((e) => (e.gaps ? [e.kind] : []))
  const kinds = [...new Set([...Object.keys(goodFor), ...(heads ? AFTER_HEADS : []), ...gaps])]
  const due = kinds.flatMap((kind): readonly Due[] => {
    const last = newest(kind)
    const days = last ? Math.floor((now - last.at) / DAY) : null
    if (heads && AFTER_HEADS.includes(kind) && (!last || last.at < heads.at))
      return [{ kind, days, since: 'head change' }]
    if (last?.gaps) return [{ kind, days, gaps: last.result || 'gaps' }]
    const good = goodFor[kind]
    if (good === undefined) return []
    return days === null || days > good ? [{ kind, days }] : []
  })
  const rank = (d: Due): number => (d.gaps ? Number.POSITIVE_INFINITY : (d.days ?? Number.MAX_SAFE_INTEGER))
  return due.toSorted((a, b) => (rank(a) === rank(b) ? 0 : rank(b) - rank(a)))
}

export type RailLoad = {
  readonly feedName: string
  readonly paperName: string
  readonly kind: 'sheet' | 'roll'
  readonly width: Um
  readonly length: Um
  readonly left: number
  /** the printer says that something else is in this feed */
  readonly otherwise: boolean
}

const saysUnnoted = (feeds: readonly string[]): string | null =>
  feeds.length === 0 ? null : `says what is in its ${feeds.join(' and ')}`

/** What each printer holds now, in a few words. */
export function railPrinters(
  db: Db,
  now: number,
): readonly {
  readonly id: string
  readonly nickname: string
  readonly loads: readonly RailLoad[]
  readonly black: BlackInk | null
  readonly due: string | null
  readonly says: string | null
}[] {
  const said = printersSay(db)
  return listPrinters(db).map((p: Printer) => {
    const [due] = dueUpkeep(p, now)
    const queueIds = p.queues.map((q) => q.id)
    const says = said.get(p.id) ?? []
    return {
      id: p.id,
      nickname: p.nickname,
      loads: p.loads.map((l) => ({ ...l, otherwise: says.some((s) => s.feedId === l.feedId) })),
      black: p.blackShared ? p.holdsBlack : null,
      due: due ? (due.gaps ?? `${due.kind} due`) : null,
      says:
        awaySince(db, queueIds) === null
          ? saysUnnoted(
              p.feeds.flatMap((f) => (says.some((s) => s.feedId === f.id && s.noted === null) ? [f.name] : [])),
            )
          : 'does not answer',
    }
  })
}
