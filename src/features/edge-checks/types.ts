import type { PrintLine } from '@/contract/prints'
import type { Instrument, SheetReading } from '@/core/edge/readings'
import type { RulerLayout } from '@/core/edge/ruler-sheet'
import type { CheckResult } from '@/core/edge/solve'
import type { Um } from '@/core/length/length'
import type { Edges, FedSheet } from '@/core/sheet/sheet'
import type { Size } from '@/core/sizes/sizes'
import type { VersionFacts } from '@/core/slip/facts'

/** An edge check as its screen shows it. */
export type CheckView = {
  readonly id: string
  readonly number: number
  readonly printerId: string
  readonly printerName: string
  readonly queueName: string
  readonly feedName: string
  readonly presetName: string
  readonly versionNumber: number
  readonly seal: string
  readonly edge: 'margins' | 'borderless'
  readonly sizeName: string
  readonly sheet: FedSheet
  readonly layout: RulerLayout
  readonly readings: readonly SheetReading[]
  readonly instrument: Instrument
  readonly declared: { readonly edges: Edges; readonly driftAcross: Um; readonly driftAlong: Um }
  readonly result: CheckResult | null
  readonly state: 'open' | 'solved' | 'withdrawn'
  readonly note: string
  readonly createdAt: number
  readonly by: string
  readonly solvedAt: number | null
  readonly readBy: string | null
  readonly revision: number
}

export type CheckPage = {
  readonly check: CheckView
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
