import type { Um } from '@/core/length/length'
import type { BlackInk, Feed, QueueFacts } from '@/core/printer/facts'
import type { Loaded } from '@/core/printer/ready'

export type QueueView = {
  readonly id: string
  readonly printerId: string
  readonly name: string
  readonly address: string
  readonly language: string
  readonly isDefault: boolean
  readonly shared: boolean
  readonly facts: QueueFacts
  readonly revision: number
}

export type PrinterView = {
  readonly id: string
  readonly number: number
  readonly nickname: string
  readonly makeModel: string
  readonly carriage: Um
  readonly inkSet: string
  readonly blackShared: boolean
  readonly swapSeconds: number
  readonly swapMicrolitres: number
  readonly holdsBlack: BlackInk | null
  readonly goodFor: Readonly<Record<string, number>>
  readonly revision: number
  readonly feeds: readonly (Feed & { readonly revision: number })[]
  readonly queues: readonly QueueView[]
  readonly loads: readonly (Loaded & {
    readonly feedName: string
    readonly paperName: string
  })[]
  readonly upkeep: readonly { readonly kind: string; readonly at: number; readonly note: string }[]
}
