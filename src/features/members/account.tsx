'use client'

import Link from 'next/link'
import type { AccountEntry, AccountView } from '@/contract/views/account'
import type { RunLine } from '@/contract/views/log'
import type { SlipInLine } from '@/contract/views/slip'
import { writeAmount, writeMoney } from '@/core/money/money'
import { FormText } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import { ActsHead } from '@/ui/parts/acts-head'
import { sayDay, sayShortDay, sayTime } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { Pages } from '@/ui/parts/pages'
import { FormButton } from '@/ui/parts/panel'
import { Thumb } from '@/ui/parts/thumb'
import { useWays } from '@/ui/unit/unit'
import css from './account.module.css'

/** Every entry of a member's or group's account; nothing is ever taken out of it, a payment is taken back by another. */
export function Account(props: {
  readonly account: AccountView
  /** the newest of a member; none for a group */
  readonly slips: readonly SlipInLine[]
  readonly runs: readonly RunLine[]
  /** where all their runs stand */
  readonly log: string | null
  readonly from: number
  readonly page: number
  readonly now: number
}) {
  const { account } = props
  const { currency, timeZone } = useWays()
  return (
    <>
      <PageHead title={account.name} sub={`owes ${writeAmount(account.owes, currency)}`}>
        <Link href="/members" className="small">
          Members
        </Link>
      </PageHead>
      <div className={lists.page}>
        {props.slips.length > 0 || props.runs.length > 0 ? (
          <div className={css.beside}>
            <section>
              <h2>Slips</h2>
              <table className="ruled">
                <tbody>
                  {props.slips.map((s) => (
                    <tr key={s.id}>
                      <td className={css.picture}>
                        <Thumb pictureId={s.pictureId} />
                      </td>
                      <td className="strong">
                        <Link href={`/slips/${s.id}`}>
                          {s.number}, {s.title || 'without a title'}
                        </Link>
                      </td>
                      <td className="soft">{s.state}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
            <section>
              <h2>
                Runs{' '}
                {props.log ? (
                  <Link href={props.log} className="small">
                    all of them
                  </Link>
                ) : null}
              </h2>
              <table className="ruled">
                <tbody>
                  {props.runs.map((r) => (
                    <tr key={r.id}>
                      <td className={css.picture}>
                        <Thumb pictureId={r.pictureId} />
                      </td>
                      <td className="strong">
                        <Link href={`/log/${r.id}`}>
                          {r.number}, {r.title}
                        </Link>
                      </td>
                      <td className="soft">{sayShortDay(r.at, timeZone, props.now)}</td>
                      <td>{r.outcome}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          </div>
        ) : null}
        <h2>Account</h2>
        {account.entries.length === 0 ? <p className="soft">Nothing was booked yet.</p> : null}
        {account.entries.length > 0 ? (
          <table className="ruled">
            <thead>
              <tr>
                <th scope="col">When</th>
                <th scope="col">What</th>
                <th scope="col">Note</th>
                <th scope="col">By</th>
                <th scope="col" className="number">
                  {currency.code}
                </th>
                <ActsHead />
              </tr>
            </thead>
            <tbody>
              {account.entries.map((e) => (
                <tr key={e.id}>
                  <td>
                    {sayDay(e.at, timeZone, props.now)}, {sayTime(e.at, timeZone)}
                  </td>
                  <td className="strong">
                    {e.run ? (
                      <Link href={`/log/${e.run.id}`}>
                        {e.kind}, run {e.run.number} {e.run.title}
                      </Link>
                    ) : (
                      sayKind(e)
                    )}
                  </td>
                  <td className="soft">{e.note}</td>
                  <td className="soft">{e.by}</td>
                  <td className="number">{writeMoney(e.amount, currency)}</td>
                  <td>
                    {e.kind === 'payment' && !e.reverses && !e.reversed ? (
                      <FormButton label="Take back" title="Take this payment back">
                        {(close) => <ReverseForm entry={e} onDone={close} />}
                      </FormButton>
                    ) : null}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        ) : null}
        <Pages from={props.from} page={props.page} count={account.count} />
      </div>
    </>
  )
}

const sayKind = (e: AccountEntry): string =>
  e.reverses ? 'payment taken back' : e.reversed ? `${e.kind}, taken back later` : e.kind

function ReverseForm({ entry, onDone }: { readonly entry: AccountEntry; readonly onDone: () => void }) {
  const { currency } = useWays()
  const form = useRoomForm({
    action: 'account.reverse',
    row: null,
    values: () => ({ note: '' }),
    input: (v) => ({ id: entry.id, ...v }),
    done: 'The payment is taken back by an entry of its own.',
    then: onDone,
  })
  return (
    <Form form={form} submit="Take it back">
      <p className="soft">{writeAmount(entry.amount, currency)} is booked back; both entries stay.</p>
      <FormText field={form.at('note')} label="Why" first />
    </Form>
  )
}
