'use client'

import Link from 'next/link'
import type { RunSums } from '@/contract/views/log'
import type { ScreenView } from '@/contract/views/paper'
import type { DatedTariff, RoomMonth } from '@/contract/views/room'
import { SHARE_RULES, type ShareRule } from '@/core/charge/shares'
import type { LengthUnit } from '@/core/length/length'
import { type Currency, type Minor, minor, writeAmount, writeMoney } from '@/core/money/money'
import { listed } from '@/core/words/count'
import { FormChoices, FormCount, FormMoney, FormSelect, FormText, itemsOf } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import { sayShortDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { useWays } from '@/ui/unit/unit'
import css from './room-form.module.css'
import { Screens } from './screens'

const SAY_RULE: Readonly<Record<ShareRule, string>> = {
  'own area': 'the area of the print',
  'own area and waste': 'its area and a share of the waste',
}

type RoomFields = {
  readonly name: string
  readonly unit: LengthUnit
  readonly stopPpi: number
  readonly cautionPpi: number
  readonly usualCopies: number
  readonly edgeCheckDays: number
  readonly screenDays: number
  readonly toneBend: number
  readonly toneTint: number
  readonly planShares: ShareRule
  readonly brightestScreen: number
  readonly dryHours: number
  readonly currency: string
  readonly exponent: Currency['exponent']
  readonly timeZone: string
  readonly surfaces: readonly string[]
}

type Rates = { readonly paperPercent: number; readonly inkPer100Ml: Minor | null; readonly roomShare: Minor }

/** The fields as they are typed: surfaces as one text. */
const fieldsOf = (r: RoomFields) => {
  const { name, unit, stopPpi, cautionPpi, usualCopies, edgeCheckDays, currency, exponent, timeZone, surfaces } = r
  const { screenDays, brightestScreen, dryHours, toneBend, toneTint, planShares } = r
  return {
    ...{ name, unit, stopPpi, cautionPpi, usualCopies, edgeCheckDays, currency, exponent, timeZone },
    ...{ screenDays, brightestScreen, dryHours, toneBend, toneTint, planShares },
    surfaces: surfaces.join(', '),
  }
}

const DECIMAL_OF: Readonly<Record<string, Currency['exponent']>> = { 0: 0, 2: 2, 3: 3 }
const DECIMALS = [0, 2, 3].map((n) => ({ value: String(n), label: `${n} decimals` }))

/** The room's own settings and its tariff. */
export function RoomForm(props: {
  readonly room: RoomFields & { readonly revision: number }
  readonly tariff: Rates & { readonly revision: number }
  /** the newest first */
  readonly tariffs: readonly DatedTariff[]
  readonly month: RoomMonth
  readonly screens: readonly ScreenView[]
  readonly now: number
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
      <PageHead title="Room" sub={props.room.name}>
        <Link href="/room/removed" className="small">
          Removed things
        </Link>
      </PageHead>
      <div className={`${lists.page} ${css.beside}`}>
        <Form form={room} submit="Save the room">
          <h2>The room</h2>
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
          <h2>What is checked before a print</h2>
          <p className="soft small">
            A print that falls below the first resolution stops until somebody answers for it; below the second it says
            caution. More copies than usual are asked about once.
          </p>
          <div className={lists.fields}>
            <FormCount field={room.at('stopPpi')} label="Stop below, ppi" width={112} />
            <FormCount field={room.at('cautionPpi')} label="Caution below, ppi" width={128} />
            <FormCount field={room.at('usualCopies')} label="Usual copies" width={104} />
            <FormCount field={room.at('edgeCheckDays')} label="Edge check, days" width={122} />
          </div>
          <h2>Before a print is judged</h2>
          <p className="soft small">
            A trial that was judged too early, or against a screen that is too bright or was measured too long ago, says
            so for ever.
          </p>
          <div className={lists.fields}>
            <FormCount field={room.at('dryHours')} label="Dry after, hours" width={122} />
            <FormCount field={room.at('brightestScreen')} label="Brightest screen, cd/m²" width={160} />
            <FormCount field={room.at('screenDays')} label="Screen good for, days" width={150} />
          </div>
          <h2>What a tone check says aloud</h2>
          <div className={lists.fields}>
            <FormCount field={room.at('toneBend')} label="Bends more than, L*" width={140} />
            <FormCount field={room.at('toneTint')} label="Tint further off than, a* b*" width={176} />
          </div>
          <h2>Prints beside each other on a roll</h2>
          <p className="soft small">
            What no print of a roll plan covers is paper too: either its members pay it, each by area, or the room does.
          </p>
          <div className={lists.fields}>
            <FormSelect
              field={room.at('planShares')}
              label="A member pays"
              data={SHARE_RULES.map((value) => ({ value, label: SAY_RULE[value] }))}
              w={280}
            />
          </div>
          <h2>Surfaces</h2>
          <FormText
            field={room.at('surfaces')}
            label="What papers can be like, with commas between"
            description="media settings, topcoat and mirroring speak of them"
          />
        </Form>
        <div>
          <Form form={rates} submit="Use these rates from now on">
            <h2>Tariff</h2>
            <p className="soft small">A new tariff holds from now on; what was logged keeps the one of its day.</p>
            <div className={lists.fields}>
              <FormCount field={rates.at('paperPercent')} label="Paper, % of its cost" width={150} />
              <FormMoney field={rates.at('inkPer100Ml')} label="100 ml of ink" />
              <FormMoney field={rates.at('roomShare')} label="Room share, a print" />
            </div>
          </Form>
          <Screens screens={props.screens} limits={props.room} now={props.now} />
          <Month month={props.month} />
          <Before tariffs={props.tariffs} now={props.now} />
        </div>
      </div>
    </>
  )
}

/** What the tariff brought in, and what the prints took. */
function Month({ month }: { readonly month: RoomMonth }) {
  const { currency } = useWays()
  const rows: readonly (readonly [what: string, sums: RunSums])[] = [
    ['Good', month.good],
    ['Proofs', month.proof],
    ['Spoiled', month.spoiled],
    ...(month.room.sheets > 0 ? ([['Ruler sheets of the room', month.room]] as const) : []),
  ]
  const sum = (of: 'cost' | 'charge'): Minor => minor(rows.reduce((all, [, sums]) => all + sums[of], 0))
  const left = minor(sum('charge') - sum('cost'))
  const unknown = (['paper', 'ink'] as const).filter((u) => rows.some(([, sums]) => sums.unknown.includes(u)))
  return (
    <section className={lists.section}>
      <h2>The last {month.days} days</h2>
      <table className="ruled">
        <thead>
          <tr>
            <th scope="col">Outcome</th>
            <th scope="col" className="number">
              Prints
            </th>
            <th scope="col" className="number">
              Paper and ink, {currency.code}
            </th>
            <th scope="col" className="number">
              Charged, {currency.code}
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([what, sums]) => (
            <tr key={what}>
              <th scope="row">{what}</th>
              <td className="number">{sums.ofRoom ?? sums.prints}</td>
              <td className="number">
                {sums.unknown.length > 0 ? 'at least ' : ''}
                {writeMoney(sums.cost, currency)}
              </td>
              <td className="number">{writeMoney(sums.charge, currency)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="small">
        {rows.every(([, sums]) => sums.prints === 0)
          ? 'Nothing was printed in these days.'
          : left < 0
            ? `The charges are ${unknown.length > 0 ? 'at least ' : ''}${writeAmount(minor(-left), currency)} less than paper and ink cost.`
            : unknown.length > 0
              ? `The charges are ${writeAmount(left, currency)} more than the part of paper and ink whose cost is known.`
              : `The charges cover paper and ink and leave ${writeAmount(left, currency)}.`}
        {unknown.length > 0
          ? ` The price of ${listed(unknown)} is not known for some prints: enter it under ${unknown.includes('paper') ? 'Papers & rolls' : 'Rates'}.`
          : ''}
      </p>
    </section>
  )
}

/** Every tariff that ever held, the newest first. */
function Before({ tariffs, now }: { readonly tariffs: readonly DatedTariff[]; readonly now: number }) {
  const { currency, timeZone } = useWays()
  return (
    <section className={lists.section}>
      <h2>Rates by date</h2>
      <table className="ruled">
        <thead>
          <tr>
            <th scope="col">From</th>
            <th scope="col" className="number">
              Paper, %
            </th>
            <th scope="col" className="number">
              100 ml of ink, {currency.code}
            </th>
            <th scope="col" className="number">
              Room share, {currency.code}
            </th>
          </tr>
        </thead>
        <tbody>
          {tariffs.map((t) => (
            <tr key={t.id}>
              <th scope="row">{t.from === 0 ? 'the beginning' : sayShortDay(t.from, timeZone, now)}</th>
              <td className="number">{t.paperPercent}</td>
              <td className="number">{t.inkPer100Ml === null ? 'not known' : writeMoney(t.inkPer100Ml, currency)}</td>
              <td className="number">{writeMoney(t.roomShare, currency)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}
