import { type LengthUnit, um } from '@/core/length/length'
import { borderlessClosed } from '@/core/printer/closed'
import { declaredMargins } from '@/core/printer/facts'
import type { PrintBody } from '@/core/slip/body'
import type { Catalogue } from '@/core/slip/catalogue'
import { stockFor } from '@/core/slip/catalogue'
import { closedAt } from '@/core/slip/closed-at'
import { fed } from '@/core/slip/fed'
import { sayBorderlessClosed, saySizeProblem } from '@/core/words/checks'
import { sayGate } from '@/core/words/gate'

/**
 * Why presets cannot make a print on its sheet and with its edge, by version id; a preset that can is not in it. What the
 * rules of its queue close today is closed whatever the sheet; without a sheet nothing else is.
 * @example [...closedVersions(CATALOGUE, { sheet: { kind: 'size', sizeId: 'iso_a2_420x594mm' }, edge: 'margins' }, 'mm').keys()] // ['v']
 */
export function closedVersions(
  catalogue: Catalogue,
  print: Pick<PrintBody, 'sheet' | 'edge'>,
  unit: LengthUnit,
): ReadonlyMap<string, string> {
  const found = new Map<string, string>()
  const { sheet } = print
  for (const v of catalogue.versions)
    if (v.closed) {
      const by = [...v.closed, ...closedAt(v, sheet)]
      if (by.length > 0) found.set(v.id, by.map(sayGate).join(' '))
    }
  if (!sheet) return found
  const size = sheet.kind === 'size' ? (catalogue.sizes.find((s) => s.id === sheet.sizeId) ?? null) : null
  for (const v of catalogue.versions) {
    if (found.has(v.id)) continue
    const roll = v.feed.kind === 'roll'
    if (roll !== (sheet.kind === 'cut')) {
      found.set(
        v.id,
        roll
          ? 'It prints from a roll; this slip asks for a sheet.'
          : 'It prints on sheets; this slip asks for a length from a roll.',
      )
      continue
    }
    const width = sheet.kind === 'cut' ? sheet.width : (size?.short ?? 0)
    const laid = fed(sheet, size, v, [], declaredMargins(v.queueFeed, um(width)))
    const [problem] = laid?.fit.problems ?? []
    if (problem) {
      found.set(v.id, saySizeProblem(problem, v.feed.name, unit))
      continue
    }
    if (print.edge === 'margins' && v.queueFeed.borderless?.always) {
      found.set(v.id, 'It always prints borderless.')
      continue
    }
    if (print.edge === 'borderless') {
      if (v.settings.edgeAllowed === 'margins') {
        found.set(v.id, 'It is for margins only.')
        continue
      }
      const closed = laid ? borderlessClosed(v.queueFeed, laid.sheet.width, v.mediaSetting) : null
      if (closed) {
        found.set(v.id, sayBorderlessClosed(closed, v.feed.name, unit))
        continue
      }
    }
    const form =
      sheet.kind === 'cut'
        ? ({ kind: 'roll', width: sheet.width } as const)
        : size && ({ kind: 'sheet', short: size.short, long: size.long } as const)
    if (form && !stockFor(catalogue, v.paper.id, form)) found.set(v.id, `${v.paper.name} is not kept in this size.`)
  }
  return found
}
