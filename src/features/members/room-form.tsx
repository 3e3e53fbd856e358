'use client'

import { TextInput } from '@mantine/core'
import { useState } from 'react'
import type { LengthUnit } from '@/core/length/length'
import type { Minor } from '@/core/money/money'
import { CountField } from '@/ui/fields/count-field'
import { MoneyField } from '@/ui/fields/money-field'
import { Choices } from '@/ui/parts/choices'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { Form } from '@/ui/parts/panel'
import { useDo } from '@/ui/parts/use-do'

/** The room's own settings and its tariff. */
export function RoomForm(props: {
  readonly room: {
    readonly name: string
    readonly unit: LengthUnit
    readonly revision: number
    readonly stopPpi: number
    readonly cautionPpi: number
    readonly usualCopies: number
    readonly edgeCheckDays: number
  }
  readonly tariff: { readonly paperPercent: number; readonly inkPer100Ml: Minor; readonly roomShare: Minor }
}) {
  const { room, tariff } = props
  const { act, busy, seen } = useDo({ revision: room.revision })
  const [values, setValues] = useState(room)
  const [rates, setRates] = useState(tariff)
  return (
    <>
      <PageHead title="Room" sub="name, unit, thresholds and rates" />
      <div className={lists.page} style={{ maxWidth: 560 }}>
        <Form
          submit="Save the room"
          busy={busy}
          shut={values.name.trim() ? null : 'A name is needed.'}
          onSubmit={() => void act('room.edit', { ...values, ...seen }, 'The room is saved.')}
        >
          <TextInput
            label="Name"
            value={values.name}
            onChange={(e) => setValues({ ...values, name: e.currentTarget.value })}
          />
          <div>
            <span className="soft">Lengths are typed and shown in </span>
            <Choices
              label="Unit"
              value={values.unit}
              choices={[
                { value: 'mm', label: 'millimetres' },
                { value: 'in', label: 'inches' },
              ]}
              onChange={(unit) => setValues({ ...values, unit })}
            />
          </div>
          <div className={lists.row}>
            <CountField
              label="Stop below, ppi"
              value={values.stopPpi}
              min={1}
              max={2000}
              onChange={(stopPpi) => setValues({ ...values, stopPpi })}
            />
            <CountField
              label="Look below, ppi"
              value={values.cautionPpi}
              min={1}
              max={2000}
              onChange={(cautionPpi) => setValues({ ...values, cautionPpi })}
            />
            <CountField
              label="Usual copies, at most"
              width={150}
              value={values.usualCopies}
              min={1}
              max={500}
              onChange={(usualCopies) => setValues({ ...values, usualCopies })}
            />
            <CountField
              label="Edge check good for, days"
              width={170}
              value={values.edgeCheckDays}
              min={1}
              max={3650}
              onChange={(edgeCheckDays) => setValues({ ...values, edgeCheckDays })}
            />
          </div>
        </Form>
        <section className={lists.section}>
          <h2>Tariff</h2>
          <p className="soft small">A new tariff holds from now on; what was logged keeps the one of its day.</p>
          <Form
            submit="Use these rates from now on"
            busy={busy}
            onSubmit={() => void act('tariff.set', rates, 'The tariff holds from now on.')}
          >
            <div className={lists.row}>
              <CountField
                label="Paper, % of its cost"
                width={150}
                value={rates.paperPercent}
                min={0}
                max={1000}
                onChange={(paperPercent) => setRates({ ...rates, paperPercent })}
              />
              <MoneyField
                label="100 ml of ink"
                value={rates.inkPer100Ml}
                onChange={(inkPer100Ml) => setRates({ ...rates, inkPer100Ml })}
              />
              <MoneyField
                label="Room share, a print"
                value={rates.roomShare}
                onChange={(roomShare) => setRates({ ...rates, roomShare })}
              />
            </div>
          </Form>
        </section>
      </div>
    </>
  )
}
