import type { Instrument, SheetReading } from '@/core/edge/readings'
import type { RulerLayout } from '@/core/edge/ruler-sheet'
import type { CheckResult } from '@/core/edge/solve'
import type { Um } from '@/core/length/length'
import type { Edges, FedSheet } from '@/core/sheet/sheet'

export type CheckState = 'open' | 'solved' | 'withdrawn'

/** What was declared for the check's queue, feed and size when it was made. */
export type Declared = { readonly edges: Edges; readonly driftAcross: Um; readonly driftAlong: Um }

export type EdgeCheck = {
  readonly id: string
  readonly number: number
  readonly printerId: string
  readonly printerName: string
  readonly queueId: string
  readonly queueName: string
  readonly feedId: string
  readonly feedName: string
  readonly versionId: string
  readonly presetName: string
  readonly versionNumber: number
  readonly seal: string
  readonly edge: 'margins' | 'borderless'
  readonly sizeName: string
  readonly sheet: FedSheet
  readonly layout: RulerLayout
  readonly readings: readonly SheetReading[]
  readonly instrument: Instrument
  readonly declared: Declared
  readonly result: CheckResult | null
  readonly state: CheckState
  readonly note: string
  readonly createdAt: number
  readonly by: string
  readonly solvedAt: number | null
  readonly readBy: string | null
  readonly revision: number
}
