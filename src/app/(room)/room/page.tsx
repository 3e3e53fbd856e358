import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { RoomForm } from '@/features/members/room-form'
import { room } from '@/server/db/open'
import { totalsOfDays } from '@/server/stores/log'
import { listTariffs, readRoom, tariffAt, tariffsSet } from '@/server/stores/room'
import { listScreens } from '@/server/stores/screens'

export const metadata: Metadata = { title: 'Room' }

/** days that the sums beside the tariff are of */
const DAYS = 90
/** tariffs that are shown */
const SHOWN = 12

export default function Page() {
  const here = readRoom(room())
  if (!here) notFound()
  const now = Date.now()
  const { paperPercent, inkPer100Ml, roomShare } = tariffAt(room(), now)
  return (
    <RoomForm
      room={{
        name: here.name,
        unit: here.unit,
        revision: here.revision,
        edgeCheckDays: here.edgeCheckDays,
        currency: here.currency.code,
        exponent: here.currency.exponent,
        timeZone: here.timeZone,
        surfaces: here.surfaces,
        planShares: here.planShares,
        ...here.facts,
        ...here.judging,
        ...here.tone,
      }}
      tariff={{ paperPercent, inkPer100Ml, roomShare, revision: tariffsSet(room()) }}
      tariffs={listTariffs(room(), SHOWN)}
      month={totalsOfDays(room(), now, DAYS, here.timeZone)}
      screens={listScreens(room())}
      now={now}
    />
  )
}
