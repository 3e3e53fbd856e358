'use client'

import Link from 'next/link'
import type { LengthUnit } from '@/core/length/length'
import type { Currency, Minor } from '@/core/money/money'
import { FormChoices, FormCount, FormMoney, FormSelect, FormText, itemsOf } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'

type RoomFields = {
  readonly name: string
  readonly unit: LengthUnit
  readonly stopPpi: number
  readonly cautionPpi: number
  readonly usualCopies: number
  readonly edgeCheckDays: number
  readonly currency: string
  readonly exponent: Currency['exponent']
  readonly timeZone: string
  readonly surfaces: readonly string[]
}

type Rates = { readonly paperPercent: number; readonly inkPer100Ml: Minor | null; readonly roomShare: Minor }

/** The fields as they are typed: surfaces as one text. */
const fieldsOf = (r: RoomFields) => {
  const { name, unit, stopPpi, cautionPpi, usualCopies, edgeCheckDays, currency, exponent, timeZone, surfaces } = r
  return {
    ...{ name, unit, stopPpi, cautionPpi, usualCopies, edgeCheckDays, currency, exponent, timeZone },
    surfaces: surfaces.join(', '),
  }
}

const DECIMAL_OF: Readonly<Record<string, Currency['exponent']>> = { 0: 0, 2: 2, 3: 3 }
const DECIMALS = [0, 2, 3].map((n) => ({ value: String(n), label: `${n} decimals` }))

/** The room's own settings and its tariff. */
export function RoomForm(props: {
  readonly room: RoomFields & { readonly revision: number }
  readonly tariff: Rates & { readonly revision: number }
}) {
  const { tariff } = props
  const room = useRoomForm({
    action: 'room.edit',
    row: props.room,
    values: (r) => fieldsOf(r ?? props.room),
    input: (v) => ({ ...v, surfaces: itemsOf(v.surfaces, ',') }),
    done: 'The room is saved.',
  })
  const rates = useRoomForm({
    action: 'tariff.set',
    row: tariff,
    values: (t): Rates => {
      const { paperPercent, inkPer100Ml, roomShare } = t ?? tariff
      return { paperPercent, inkPer100Ml, roomShare }
    },
    done: 'The tariff holds from now on.',
  })
  return (
    <>
      <PageHead title="Room" sub="name, unit, thresholds and rates">
        <Link href="/room/removed" className="small">
          Removed things
        </Link>
      </PageHead>
      <div className={lists.page} style={{ maxWidth: 560 }}>
        <Form form={room} submit="Save the room">
          <FormText field={room.at('name')} label="Name" />
          <div>
            <span className="soft">Lengths are typed and shown in </span>
            <FormChoices
              field={room.at('unit')}
              label="Unit"
              choices={[
                { value: 'mm', label: 'millimetres' },
                { value: 'in', label: 'inches' },
              ]}
            />
          </div>
          <div className={lists.fields}>
            <FormText field={room.at('currency')} label="Currency, ISO 4217" />
            <FormSelect
              field={{
                ...room.at('exponent'),
                value: String(room.values.exponent),
                set: (v) => room.set({ exponent: DECIMAL_OF[v ?? '2'] ?? 2 }),
                there: null,
              }}
              label="Its decimals"
              data={DECIMALS}
            />
            <FormText field={room.at('timeZone')} label="Time zone" />
          </div>
          <FormText
            field={room.at('surfaces')}
            label="Surfaces that papers can have, with commas between"
            description="media settings, topcoat and mirroring speak of them"
          />
          <div className={lists.fields}>
            <FormCount field={room.at('stopPpi')} label="Stop below, ppi" />
            <FormCount field={room.at('cautionPpi')} label="Caution below, ppi" />
            <FormCount field={room.at('usualCopies')} label="Usual copies, at most" width={150} />
            <FormCount field={room.at('edgeCheckDays')} label="Edge check good for, days" width={170} />
          </div>
        </Form>
        <section className={lists.section}>
          <h2>Tariff</h2>
          <p className="soft small">A new tariff holds from now on; what was logged keeps the one of its day.</p>
          <Form form={rates} submit="Use these rates from now on">
            <div className={lists.fields}>
              <FormCount field={rates.at('paperPercent')} label="Paper, % of its cost" width={150} />
              <FormMoney field={rates.at('inkPer100Ml')} label="100 ml of ink" />
              <FormMoney field={rates.at('roomShare')} label="Room share, a print" />
            </div>
          </Form>
        </section>
      </div>
    </>
  )
}
