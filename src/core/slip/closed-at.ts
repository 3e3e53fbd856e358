import type { GateFinding } from '@/core/gate/gate'
import type { SheetChoice } from './body'
import type { VersionFacts } from './facts'

/**
 * What closes a version at the size that a print asks for, beyond what closes it always.
 * @example closedAt(VERSION, { kind: 'size', sizeId: 's' }) // []
 */
export const closedAt = (
  version: Pick<VersionFacts, 'closedSizes'>,
  sheet: SheetChoice | null,
): readonly GateFinding[] => (sheet?.kind === 'size' ? (version.closedSizes?.[sheet.sizeId] ?? []) : [])
