'use client'

import { useState } from 'react'
import { um } from '@/core/length/length'
import { tradePair } from '@/core/length/write'
import { customPwgName, SIZE_FAMILIES, type Size } from '@/core/sizes/sizes'
import { FormLength, FormText } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import { ActsHead } from '@/ui/parts/acts-head'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { holdsText, SearchBox } from '@/ui/parts/search-box'
import { ToScale } from '@/ui/parts/to-scale'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'

type Row = Size & { readonly revision: number | null }

/** The sizes that the room can name: its own, and the standards'. */
export function Sizes({ sizes }: { readonly sizes: readonly Row[] }) {
  const { unit } = useWays()
  const [text, setText] = useState('')
  const shown = sizes.filter((s) => holdsText(text, s.name, s.pwg, s.family))
  const families = [...SIZE_FAMILIES].sort((a, b) => (a === 'Custom' ? -1 : b === 'Custom' ? 1 : 0))
  return (
    <>
      <PageHead title="Sizes" sub="short edge × long edge">
        <FormButton label="New size" title="A size of the room’s own" primary>
          {(close) => <SizeForm size={null} onDone={close} />}
        </FormButton>
      </PageHead>
      <div className={lists.page}>
        <SearchBox what="sizes" text={text} onText={setText} />
        {shown.length === 0 ? <p className="soft">No size has the name “{text.trim()}”. “New size” makes it.</p> : null}
        {families.map((family) => {
          const rows = shown.filter((s) => s.family === family)
          if (rows.length === 0) return null
          const largest = um(Math.max(...rows.map((s) => s.long)))
          return (
            <section key={family} className={lists.section}>
              <h2>{family === 'Custom' ? 'The room’s own' : family}</h2>
              <table className="ruled">
                <thead>
                  <tr>
                    <th scope="col" style={{ width: '28%' }}>
                      Name
                    </th>
                    <th scope="col" style={{ width: '26%' }}>
                      Size
                    </th>
                    <th scope="col">IPP name</th>
                    <ActsHead />
                  </tr>
                </thead>
                <tbody>
                  {rows.map((s) => (
                    <tr key={s.id}>
                      <td className="strong">
                        <ToScale width={s.short} length={s.long} of={largest} />
                        {s.name}
                      </td>
                      <td>{tradePair(s.short, s.long, unit)}</td>
                      <td className="soft small">{s.pwg}</td>
                      <td>{s.revision === null ? null : <SizeActs size={s} revision={s.revision} />}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          )
        })}
      </div>
    </>
  )
}

function SizeActs({ size, revision }: { readonly size: Row; readonly revision: number }) {
  const { act } = useDo()
  return (
    <RowMenu
      of={size.name}
      acts={[
        {
          ...{ label: 'Edit', title: size.name },
          form: (close) => <SizeForm size={{ ...size, revision }} onDone={close} />,
        },
        {
          ...{ label: 'Retire', away: true },
          act: () => void act('size.retire', { id: size.id, revision }, `${size.name} is no longer offered.`),
        },
      ]}
    />
  )
}

function SizeForm({
  size,
  onDone,
}: {
  readonly size: (Size & { readonly revision: number }) | null
  readonly onDone: () => void
}) {
  const ways = useWays()
  const unit = size?.unit ?? ways.unit
  const form = useRoomForm({
    action: size ? 'size.edit' : 'size.add',
    row: size,
    values: (s) => ({ name: s?.name ?? '', short: s?.short ?? null, long: s?.long ?? null }),
    input: (v) => ({ ...v, unit }),
    done: (v) => (size ? `${v.name} is saved.` : `${v.name} is a size now.`),
    then: onDone,
  })
  const { name, short: a, long: b } = form.values
  return (
    <Form form={form} submit={size ? 'Save' : 'Add size'}>
      <FormText field={form.at('name')} label="Name" first />
      <div className={lists.fields}>
        <FormLength field={form.at('short')} label="One edge" min={10_000} />
        <FormLength field={form.at('long')} label="Other edge" min={10_000} />
      </div>
      {name.trim() && a !== null && b !== null ? (
        <p className="soft small">
          Printers will know it as {customPwgName(name, um(Math.min(a, b)), um(Math.max(a, b)), unit)}.
        </p>
      ) : null}
    </Form>
  )
}
