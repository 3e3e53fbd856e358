import type { Minor } from '@/core/money/money'

/** A line of an account: plus is owed to the room, minus was paid or given back. */
export type AccountEntry = {
  readonly id: string
  readonly at: number
  readonly kind: 'charge' | 'payment' | 'correction'
  readonly amount: Minor
  readonly note: string
  readonly by: string
  /** what was printed, where it is of a run: its number and the slip's title */
  readonly run: { readonly id: string; readonly number: number; readonly title: string } | null
  /** this entry takes back a payment */
  readonly reverses: boolean
  /** a payment that was taken back by a later entry */
  readonly reversed: boolean
}

export type AccountView = {
  readonly name: string
  readonly owes: Minor
  readonly count: number
  /** the newest first */
  readonly entries: readonly AccountEntry[]
}
