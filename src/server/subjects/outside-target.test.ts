import { describe, expect, it } from 'vitest'
import { fromMm, um } from '@/core/length/length'
import { outcomeOf } from '@/core/slip/outcome'
import type { Printable } from '@/server/books/printable'
import { facts, VERSION } from '../../../test/slip-facts'
import { asTarget, targetFault, targetTitle } from './outside-target'

/** A print of a target as large as it is asked for, with the printer's colour off. */
function printable(width: number, height: number, settings: Partial<typeof VERSION.settings> = {}): Printable {
  const version = {
    ...VERSION,
    settings: { ...VERSION.settings, colourMode: 'colour' as const, printerColour: 'off' as const, ...settings },
  }
  const by = { edge: 'both', width: fromMm(width), height: fromMm(height) } as const
  const slip = facts({ placing: { mode: 'exact', by }, edge: 'margins' }, { version })
  const outcome = outcomeOf(slip)
  if (!outcome.sheet || !outcome.page) throw new Error('it can be laid')
  return { facts: slip as Printable['facts'], outcome: outcome as Printable['outcome'], printerId: 'p' }
}
const own = (width: number, height: number) => ({ width: fromMm(width), height: fromMm(height) })

describe('an outside target on its sheet', () => {
  it('is right where it is whole, of its own size, and nobody changes its colours', () => {
    expect(targetFault(printable(150, 200), own(150, 200), 'mm')).toBeNull()
    expect(
      targetFault(printable(150, 200, { colourMode: 'monochrome', printerColour: null }), own(150, 200), 'mm'),
    ).toBeNull()
  })
  it('is wrong at another size, told with both', () => {
    expect(targetFault(printable(150, 200), own(150.2, 200.3), 'mm')).toMatch(
      /^It would come out as .* instead of 150\.2 × 200\.3 mm\.$/,
    )
    expect(targetFault(printable(150, 200), { width: um(150_009), height: um(200_000) }, 'mm')).toBeNull()
  })
  it('is wrong where the printer does its own colour, or nobody said', () => {
    expect(targetFault(printable(150, 200, { printerColour: 'own' }), own(150, 200), 'mm')).toMatch(/colour is own in/)
    expect(targetFault(printable(150, 200, { printerColour: null }), own(150, 200), 'mm')).toMatch(
      /colour is not said in/,
    )
  })
  it('is wrong where the sheet is printed to its edges', () => {
    const one = printable(150, 200)
    const borderless = { ...one, outcome: { ...one.outcome, sheet: { ...one.outcome.sheet, borderless: true } } }
    expect(targetFault(borderless, own(150, 200), 'mm')).toMatch(/prints to the edges and enlarges/)
  })
  it('goes out untouched whatever its version converts to', () => {
    const fileColour = { kind: 'profile', profileId: 'x', intent: 'relative', blackPoint: true } as const
    const { version } = asTarget(printable(150, 200, { fileColour })).facts
    expect([version.settings.fileColour, version.profile]).toEqual([{ kind: 'untouched' }, null])
  })
  it('is called by its name and number of sheets', () => {
    expect([targetTitle('Chart', 1), targetTitle('Chart', 3)]).toEqual(['Target Chart', 'Target Chart, 3 sheets'])
  })
})
