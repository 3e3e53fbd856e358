import { closedAt } from '@/core/slip/closed-at'
import { type Check, found } from './check'

/** What was measured with other inks does not hold: shown until a version names those that are in. */
export const inksHeld: Check = {
  id: 'inks',
  about: 'the printer holds the ink set that the preset names',
  of: 'print',
  run: ({ version }) => {
    if (!version || version.holdsInkSet === undefined) return null
    const { holdsInkSet: holds, settings, printerName: printer } = version
    return holds === settings.inkSet
      ? found('fine', { code: 'inks_held' })
      : found('caution', { code: 'other_inks', printer, holds, named: settings.inkSet })
  },
}

/** What the gate says of the version today: facts, rules and parts that have changed since it was sealed. */
export const versionAllowed: Check = {
  id: 'gate',
  about: 'the rules and parts of the queue allow what the preset says',
  of: 'print',
  run: ({ version, print }) => {
    if (!version?.closed) return null
    const by = [...version.closed, ...closedAt(version, print.sheet)]
    return by.length === 0
      ? found('fine', { code: 'allowed' })
      : found('stop', { code: 'closed', preset: version.presetName, by })
  },
}
