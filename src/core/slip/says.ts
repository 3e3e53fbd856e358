import type { LengthUnit } from '@/core/length/length'
import { tradeLength } from '@/core/length/write'
import type { PrintSays } from '@/core/preset/dialog'
import type { FedSheet } from '@/core/sheet/sheet'
import type { PrintFacts } from './facts'

/**
 * Values of a print that are set at the steps of its dialog.
 * @param fed the sheet as it comes out; null: it cannot be said yet.
 * @example printSays(FACTS, null, 'mm').copies // '1'
 */
export function printSays(
  { print, size }: Pick<PrintFacts, 'print' | 'size'>,
  fed: Pick<FedSheet, 'length'> | null,
  unit: LengthUnit,
): PrintSays {
  const length = fed ? tradeLength(fed.length, unit) : 'as long as the print'
  return {
    size: size?.name ?? (fed ? `${length} cut from the roll` : 'a length cut from the roll'),
    ...{ length, edge: print.edge, copies: String(print.copies), darkness: String(print.darkness) },
  }
}
