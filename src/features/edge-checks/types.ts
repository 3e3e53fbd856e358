import type { PrintLine } from '@/contract/prints'
import type { EdgeCheck } from '@/contract/views/edge-check'
import type { LengthName } from '@/core/edge/readings'
import type { Um } from '@/core/length/length'
import type { EdgeName } from '@/core/sheet/sheet'
import type { Size } from '@/core/sizes/sizes'
import type { VersionFacts } from '@/core/slip/facts'

export type CheckPage = {
  readonly check: EdgeCheck
  readonly prints: readonly PrintLine[]
  readonly addressed: boolean
}

/** What a new check can be made with. */
export type StartPage = {
  readonly printerName: string
  readonly printerId: string
  readonly versions: readonly VersionFacts[]
  /** queues that have an address */
  readonly addressed: readonly string[]
  readonly sizes: readonly Size[]
  /** sizes of which the room has sheets, by their ids */
  readonly onShelf: readonly string[]
  readonly rollWidths: readonly Um[]
  readonly tray: boolean
}

/** What is being read: an edge's staircase, or a length. */
export type Focus =
  | { readonly kind: 'tick'; readonly edge: EdgeName; readonly sheet: number }
  | { readonly kind: 'length'; readonly name: LengthName; readonly sheet: number }
