import type { PrintLine } from '@/contract/prints'
import type { EdgeCheck } from '@/contract/views/edge-check'
import type { Um } from '@/core/length/length'
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
  readonly rollWidths: readonly Um[]
  readonly tray: boolean
}
