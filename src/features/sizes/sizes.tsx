'use client'

import { Button, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { Um } from '@/core/length/length'
import { tradePair } from '@/core/length/write'
import { customPwgName, SIZE_FAMILIES, type Size } from '@/core/sizes/sizes'
import { LengthField } from '@/ui/fields/length-field'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { Form, FormButton } from '@/ui/parts/panel'
import { holdsText, SearchBox } from '@/ui/parts/search-box'
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
        {shown.length === 0 ? <p className="soft">No size is called “{text.trim()}”. “New size” makes it.</p> : null}
        {families.map((family) => {
          const rows = shown.filter((s) => s.family === family)
          if (rows.length === 0) return null
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
                    <th scope="col">Name on the wire</th>
                    <th scope="col">
                      <span className="unseen">Acts</span>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {rows.map((s) => (
                    <tr key={s.id}>
                      <td className="strong">{s.name}</td>
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
    <div className={lists.acts}>
      <FormButton label="Edit" title={size.name}>
        {(close) => <SizeForm size={{ ...size, revision }} onDone={close} />}
      </FormButton>
      <Button
        size="compact-xs"
        variant="default"
        onClick={() => void act('size.retire', { id: size.id, revision }, `${size.name} is no longer offered.`)}
      >
        Retire
      </Button>
    </div>
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
  const { act, busy, seen } = useDo(size && { id: size.id, revision: size.revision })
  const [name, setName] = useState(size?.name ?? '')
  const [a, setA] = useState<Um | null>(size?.short ?? null)
  const [b, setB] = useState<Um | null>(size?.long ?? null)
  const unit = size?.unit ?? ways.unit
  const ready = name.trim() !== '' && a !== null && b !== null
  const save = async (): Promise<void> => {
    if (a === null || b === null) return
    const fields = { name, short: a, long: b, unit }
    const done = seen
      ? await act('size.edit', { ...seen, ...fields }, `${name} is saved.`)
      : await act('size.add', fields, `${name} is a size now.`)
    if (done) onDone()
  }
  return (
    <Form
      submit={size ? 'Save' : 'Add size'}
      busy={busy}
      shut={ready ? null : 'A name and two edges are needed.'}
      onSubmit={() => void save()}
    >
      <TextInput label="Name" value={name} onChange={(e) => setName(e.currentTarget.value)} data-autofocus />
      <div className={lists.row}>
        <LengthField label="One edge" value={a} min={10_000} onChange={setA} />
        <LengthField label="Other edge" value={b} min={10_000} onChange={setB} />
      </div>
      {ready ? (
        <p className="soft small">
          Printers will know it as {customPwgName(name, Math.min(a, b) as Um, Math.max(a, b) as Um, unit)}.
        </p>
      ) : null}
    </Form>
  )
}
