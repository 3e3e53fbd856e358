import type { Tariff } from '@/core/charge/charge'
import type { RunSums } from './log'

/** A tariff and when it began to hold. */
export type DatedTariff = Tariff & { readonly from: number }

/** What was logged in the last so many days, by how it came out. */
export type RoomMonth = { readonly days: number } & Readonly<Record<'good' | 'proof' | 'spoiled' | 'room', RunSums>>
