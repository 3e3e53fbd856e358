/** What is done to a printer, in the trade's words. */
export const UPKEEP_KINDS = [
  'nozzle check',
  'head alignment',
  'cleaning',
  'ink change',
  'driver change',
  'head change',
] as const
