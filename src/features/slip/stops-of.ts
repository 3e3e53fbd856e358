import { sayFinding } from '@/core/words/checks'
import type { Stop } from '@/ui/parts/stop-answers'
import { saySheet } from './print-list'
import type { Wanted } from './wanted'

/** The stops of prints, one for each check; with their print's sheet where there are several prints. */
export function stopsOf(prints: readonly Wanted[], unit: 'mm' | 'in'): readonly Stop[] {
  return prints.flatMap((w) =>
    w.stops
      .filter((f, i) => w.stops.findIndex((g) => g.check === f.check) === i)
      .map((finding) => ({
        ...{ printId: w.print.id, check: finding.check },
        says: `${prints.length > 1 ? `Print ${w.number}, ${saySheet(w, unit)}: ` : ''}${sayFinding(finding, unit)}`,
      })),
  )
}
