import type { RunSums } from '@/contract/views/log'
import { minor } from '@/core/money/money'

/** What prints add up to, as a screen of a test is given it: as many runs and sheets as prints. */
export const sums = (prints: number, more: Partial<RunSums> = {}): RunSums => ({
  ...{ prints, runs: prints, sheets: prints, good: prints, proof: 0, spoiled: 0, notKnown: 0, notPrinted: 0 },
  ...{ mm2: 0, microlitres: 0, cost: minor(0), charge: minor(0), unknown: [] },
  ...more,
})
