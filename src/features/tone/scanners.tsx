'use client'

import type { Scanner } from '@/contract/views/tone'
import { ENCODINGS, type Encoding } from '@/core/tone/encoding'
import { FormSelect, FormText } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { RenameThing } from '@/ui/form/rename-thing'
import { useRoomForm } from '@/ui/form/use-room-form'
import { ActsHead } from '@/ui/parts/acts-head'
import { sayShortDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { useThingActs } from '@/ui/parts/thing-acts'
import { useWays } from '@/ui/unit/unit'

/** The room's scanners, and which of them was checked against a meter. */
export function Scanners({ scanners, now }: { readonly scanners: readonly Scanner[]; readonly now: number }) {
  const { timeZone } = useWays()
  const away = useThingActs()
  return (
    <section className={lists.section} aria-label="Scanners">
      <div className={lists.row}>
        <h2>Scanners</h2>
        <span className="soft">a scanner knows no lightness until one wedge was read by it and by a meter</span>
        <FormButton label="New scanner" title="A scanner">
          {(close) => <ScannerForm onDone={close} />}
        </FormButton>
      </div>
      {scanners.length === 0 ? <p className="soft">None yet. One is named when its first scan is read.</p> : null}
      {scanners.length > 0 ? (
        <table className="ruled">
          <thead>
            <tr>
              <th scope="col">Scanner</th>
              <th scope="col">Its files are in</th>
              <th scope="col">Checked</th>
              <ActsHead />
            </tr>
          </thead>
          <tbody>
            {scanners.map((s) => (
              <tr key={s.id}>
                <th scope="row">{s.name}</th>
                <td>{s.encoding}</td>
                <td>
                  {s.checkedAt === null ? (
                    <span className="soft">never: its lightness is known within 6 L*, for comparing alone</span>
                  ) : (
                    `${sayShortDay(s.checkedAt, timeZone, now)}: its lightness is known within 1 L*`
                  )}
                </td>
                <td>
                  <RowMenu
                    of={s.name}
                    acts={[
                      {
                        ...{ label: 'Rename', title: s.name },
                        form: (close) => <RenameThing kind="scanner" row={s} onDone={close} />,
                      },
                      ...away('scanner', s, s.name),
                    ]}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
    </section>
  )
}

/** A new scanner: its name, and how its files are encoded. */
export function ScannerForm(props: { readonly onDone: (made?: { readonly id: string }) => void }) {
  const form = useRoomForm({
    action: 'scanner.add',
    row: null,
    values: (): { readonly name: string; readonly encoding: Encoding } => ({ name: '', encoding: 'sRGB' }),
    input: (v) => v,
    then: (made) => props.onDone(made),
  })
  return (
    <Form form={form} submit="Add the scanner">
      <FormText field={form.at('name')} label="Name" first placeholder="by the window" />
      <FormSelect
        field={form.at('encoding')}
        label="Its files are in"
        data={ENCODINGS}
        description="as its program says; sRGB if it says nothing"
      />
    </Form>
  )
}
