'use client'

import Link from 'next/link'
import { useState } from 'react'
import type { Printer } from '@/contract/views/printer'
import { tradeLength } from '@/core/length/write'
import { sayAgo } from '@/ui/parts/dates'
import { ImportButton } from '@/ui/parts/import-button'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { FormButton } from '@/ui/parts/panel'
import { holdsText, SearchBox } from '@/ui/parts/search-box'
import { tell } from '@/ui/parts/tell'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import { ByAddressForm } from './by-address'
import { PrinterForm } from './printer-forms'

/** The room's printers, a line each. */
export function Printers({ printers, now }: { readonly printers: readonly Printer[]; readonly now: number }) {
  const { unit, timeZone } = useWays()
  const { act } = useDo()
  const [text, setText] = useState('')
  const take = async (json: string): Promise<void> => {
    const made = await act('printer.import', { text: json })
    if (!made) return
    tell(
      made.already
        ? 'This printer is here already, and the file says the very same.'
        : ['The printer is added.', ...made.left].join(' '),
    )
  }
  const shown = printers.filter((p) => holdsText(text, `${p.nickname} ${p.makeModel}`))
  return (
    <>
      <PageHead title="Printers">
        <ImportButton label="From JSON" onText={(text) => void take(text)} />
        <FormButton label="By its address" title="A printer by its address" primary>
          {(close) => <ByAddressForm onDone={close} />}
        </FormButton>
        <FormButton label="New printer" title="A printer" primary>
          {(close) => <PrinterForm printer={null} onDone={close} />}
        </FormButton>
      </PageHead>
      <div className={lists.page}>
        <SearchBox what="printers" text={text} onText={setText} />
        <table className="ruled">
          <thead>
            <tr>
              <th scope="col">Printer</th>
              <th scope="col">Make and model</th>
              <th scope="col">Carriage</th>
              <th scope="col">Queues</th>
              <th scope="col">Feeds</th>
              <th scope="col">Last nozzle check</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((p) => {
              const nozzle = p.upkeep.find((u) => u.kind === 'nozzle check')
              return (
                <tr key={p.id} data-link>
                  <td className="strong">
                    <Link href={`/printers/${p.id}`}>{p.nickname}</Link>
                  </td>
                  <td>{p.makeModel}</td>
                  <td>{tradeLength(p.carriage, unit)}</td>
                  <td>{p.queues.map((q) => q.name).join('; ')}</td>
                  <td>{p.feeds.map((f) => f.name).join(', ')}</td>
                  <td>
                    {nozzle ? sayAgo(nozzle.at, now, timeZone) : 'never'}
                    {nozzle?.gaps ? <span className="level-caution">, {nozzle.result || 'gaps'}</span> : null}
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
        {shown.length === 0 ? (
          <p className="soft">
            {text ? `No printer is called “${text.trim()}”.` : 'No printer yet. “New printer” adds one.'}
          </p>
        ) : null}
      </div>
    </>
  )
}
