import type { PrintSays } from '@/core/preset/dialog'
import type { PrintFacts } from './facts'

/**
 * What a print says at the dialog's steps that are its own.
 * @example printSays(FACTS).copies // '1'
 */
export const printSays = ({ print, size }: Pick<PrintFacts, 'print' | 'size'>): PrintSays => ({
  size: size?.name ?? 'a length cut from the roll',
  edge: print.edge,
  copies: String(print.copies),
  darkness: String(print.darkness),
})
