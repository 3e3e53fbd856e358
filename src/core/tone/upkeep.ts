/** Upkeep that a wedge wants first: a clogged nozzle or heads out of line would be read as tone. */
export const TONE_UPKEEP: readonly string[] = ['nozzle check', 'head alignment']
