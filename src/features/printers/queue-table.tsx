'use client'
import type { Printer, Queue } from '@/contract/views/printer'
import type { LengthUnit } from '@/core/length/length'
import { tradeNumber } from '@/core/length/write'
import css from './printer.module.css'

/** The feeds from which a queue prints borderless, by their names. */
const borderlessFeeds = (q: Queue, feeds: Printer['feeds']): readonly string[] =>
  feeds.filter((f) => q.facts.feeds.some((x) => x.feedId === f.id && x.borderless)).map((f) => f.name)

/** From which feed and at which widths a printer prints borderless through any of its queues, in words. */
export function sayBorderless({ queues, feeds }: Pick<Printer, 'queues' | 'feeds'>, unit: LengthUnit): string {
  const says = feeds.flatMap((f) => {
    const allowed = queues.flatMap((q) => q.facts.feeds.find((x) => x.feedId === f.id)?.borderless ?? [])
    if (allowed.length === 0) return []
    if (allowed.some((b) => b.widths.length === 0)) return [`${f.name}, every width`]
    const widths = [...new Set(allowed.flatMap((b) => b.widths))].sort((a, b) => a - b)
    return [`${f.name}, ${widths.map((w) => tradeNumber(w, unit)).join(', ')} ${unit} across`]
  })
  return says.join('; ') || 'not allowed'
}

type Row = { readonly name: string; readonly of: (q: Queue, feeds: Printer['feeds']) => string }

const ROWS: readonly Row[] = [
  { name: 'Address', of: (q) => q.address || 'none given' },
  { name: 'Language', of: (q) => q.language || 'not known' },
  {
    name: 'Default, shared',
    of: (q) => `${q.isDefault ? 'default' : 'not the default'}, ${q.shared ? 'shared' : 'not shared'}`,
  },
  { name: 'Media settings', of: (q) => q.facts.mediaSettings.map((m) => m.name).join(', ') },
  { name: 'Qualities', of: (q) => q.facts.qualities.map((x) => `${x.name} ${x.ppi} ppi`).join(', ') },
  { name: 'Colour mode', of: (q) => q.facts.colourModes.join(', ') },
  { name: 'Printer colour', of: (q) => q.facts.printerColours.join(', ') || 'none' },
  { name: 'Topcoat', of: (q) => q.facts.topcoats.join(', ') || 'none' },
  { name: 'Borderless', of: (q, feeds) => borderlessFeeds(q, feeds).join(', ') || 'not allowed' },
  { name: 'Native resolution', of: (q) => `${q.facts.nativePpi} ppi` },
]

/** Queues side by side; what differs between them is marked. */
export function QueueTable({ printer }: { readonly printer: Printer }) {
  return (
    <table className="ruled">
      <thead>
        <tr>
          <th scope="col" style={{ width: 150 }}>
            <span className="unseen">What</span>
          </th>
          {printer.queues.map((q) => (
            <th key={q.id} scope="col">
              {q.name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {ROWS.map((row) => {
          const values = printer.queues.map((q) => row.of(q, printer.feeds))
          const differs = new Set(values).size > 1
          return (
            <tr key={row.name}>
              <th scope="row">{row.name}</th>
              {printer.queues.map((q, i) => (
                <td key={q.id} className={differs ? css.differs : undefined}>
                  {values[i]}
                </td>
              ))}
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}
