import { type Check, found } from './check'

/** What the gate says of the version today: facts, rules and parts that have changed since it was sealed. */
export const versionAllowed: Check = {
  id: 'gate',
  about: 'the rules and parts of the queue allow what the preset says',
  of: 'print',
  run: ({ version }) => {
    if (!version?.closed) return null
    return version.closed.length === 0
      ? found('fine', { code: 'allowed' })
      : found('stop', { code: 'closed', preset: version.presetName, by: version.closed })
  },
}
