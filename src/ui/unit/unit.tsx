'use client'

import { createContext, type ReactNode, use, useCallback, useMemo, useState } from 'react'
import type { LengthUnit } from '@/core/length/length'
import type { Currency } from '@/core/money/money'
import { SURFACES, type Surface } from '@/core/printer/facts'
import { UNIT_COOKIE } from './cookie'

/** How this screen writes lengths, money and times. */
export type RoomWays = {
  readonly unit: LengthUnit
  readonly setUnit: (unit: LengthUnit) => void
  readonly currency: Currency
  readonly timeZone: string
  /** the room's own list of paper surfaces */
  readonly surfaces: readonly Surface[]
}

const Ways = createContext<RoomWays | null>(null)

export function RoomWaysProvider(props: {
  readonly unit: LengthUnit
  readonly currency: Currency
  readonly timeZone: string
  readonly surfaces?: readonly Surface[]
  readonly children: ReactNode
}) {
  const { currency, timeZone, surfaces = SURFACES } = props
  const [unit, set] = useState(props.unit)
  const setUnit = useCallback((next: LengthUnit) => {
    set(next)
    // biome-ignore lint/suspicious/noDocumentCookie: the cookie store is not everywhere yet
    document.cookie = `${UNIT_COOKIE}=${next}; path=/; max-age=31536000; samesite=strict`
  }, [])
  const ways = useMemo(
    () => ({ unit, setUnit, currency, timeZone, surfaces }),
    [unit, setUnit, currency, timeZone, surfaces],
  )
  return <Ways value={ways}>{props.children}</Ways>
}

/** @throws outside a room's screens: a bug. */
export function useWays(): RoomWays {
  const ways = use(Ways)
  if (!ways) throw new Error('used outside a room')
  return ways
}
