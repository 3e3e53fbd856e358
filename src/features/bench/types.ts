import type { PrintLine } from '@/contract/prints'
import type { Finding } from '@/core/checks/check'
import type { Um } from '@/core/length/length'
import type { BlackInk } from '@/core/printer/facts'
import type { Needs } from '@/core/slip/needs'

export type BenchSlipLine = {
  readonly id: string
  readonly number: number
  readonly title: string
  readonly memberName: string | null
  readonly pictureId: string | null
  readonly copies: number
  readonly sheet: { readonly width: Um; readonly length: Um; readonly roll: boolean } | null
  readonly level: 'stop' | 'look' | 'fine'
  readonly finding: Finding | null
}

export type BenchLane = {
  readonly printer: {
    readonly id: string
    readonly nickname: string
    readonly blackShared: boolean
    readonly holdsBlack: BlackInk | null
    readonly swapMicrolitres: number
    readonly upkeep: readonly { readonly kind: string; readonly at: number }[]
    readonly feeds: readonly { readonly id: string; readonly name: string; readonly kind: 'stack' | 'sheet' | 'roll' }[]
    readonly loads: readonly {
      readonly feedId: string
      readonly feedName: string
      readonly stockId: string
      readonly paperName: string
      readonly kind: 'sheet' | 'roll'
      readonly width: Um
      readonly length: Um
      readonly left: number
    }[]
  }
  readonly due: readonly { readonly kind: string; readonly days: number | null }[]
  /** on their way, or waiting for an answer */
  readonly prints: readonly PrintLine[]
  readonly groups: readonly { readonly needs: Needs; readonly slips: readonly BenchSlipLine[] }[]
}

export type BenchData = {
  readonly lanes: readonly BenchLane[]
  readonly unplaced: readonly BenchSlipLine[]
  readonly waiting: number
  readonly today: { readonly runs: number; readonly spoiled: number; readonly mm2: number }
}
