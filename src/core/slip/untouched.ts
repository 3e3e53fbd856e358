import type { VersionFacts } from './facts'

/**
 * A version whose prints go out as their numbers stand in the file, whatever it converts to: how an outside target is
 * printed, judged and shown.
 * @example untouched(VERSION).settings.fileColour // { kind: 'untouched' }
 */
export const untouched = (version: VersionFacts): VersionFacts => ({
  ...version,
  settings: { ...version.settings, fileColour: { kind: 'untouched' } },
  profile: null,
})
