'use client'

import { Select } from '@mantine/core'
import { usePathname, useRouter, useSearchParams } from 'next/navigation'
import { useEffect, useRef, useState } from 'react'
import type { DialogWords } from '@/contract/views/sizes'
import { um } from '@/core/length/length'
import { tradePair } from '@/core/length/write'
import { type SizeQueue, verdictsOn } from '@/core/printer/size-verdict'
import { sizeMeant } from '@/core/sizes/shelf'
import { SIZE_FAMILIES } from '@/core/sizes/sizes'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { FormButton } from '@/ui/parts/panel'
import { holdsText, SearchBox } from '@/ui/parts/search-box'
import { ToScale } from '@/ui/parts/to-scale'
import { useWays } from '@/ui/unit/unit'
import { SizeForm } from './size-form'
import { type SizeRow, SizeSeen } from './size-seen'
import css from './sizes.module.css'

/** The sizes that the room can name, its own and the standards', with what takes each. */
export function Sizes(props: {
  readonly sizes: readonly SizeRow[]
  readonly queues: readonly SizeQueue[]
  readonly words: readonly DialogWords[]
}) {
  const { sizes, queues, words } = props
  const { unit } = useWays()
  const router = useRouter()
  const path = usePathname()
  const params = useSearchParams()
  const [text, setText] = useState('')
  const [printerId, setPrinterId] = useState<string | null>(null)
  const choose = (id: string): void => router.replace(`${path}?size=${encodeURIComponent(id)}`, { scroll: false })
  const named = params.get('size')
  const printers = [...new Map(queues.map((q) => [q.printerId, q.printerName]))]
  const asked = printerId === null ? queues : queues.filter((q) => q.printerId === printerId)
  const found = sizes.filter(
    (s) => holdsText(text, s.name, s.pwg, s.family, s.standardName ?? '') || sizeMeant(text, s, unit),
  )
  const shown = printerId === null ? found : found.filter((s) => verdictsOn(s, asked).some((v) => v.taken))
  const hidden = found.length - shown.length
  const last = useRef<SizeRow | null>(null)
  const listed = sizes.find((s) => named !== null && s.versions.includes(named)) ?? null
  // what was looked at stays, when somebody else retires it meanwhile: a dialog of it may be open
  const gone = last.current !== null && !sizes.some((s) => s.versions[0] === last.current?.versions[0])
  const held = gone && (named === null || last.current?.versions.includes(named)) ? last.current : null
  const seen = listed ?? held ?? shown.find((s) => verdictsOn(s, asked).some((v) => v.taken)) ?? shown[0] ?? null
  useEffect(() => {
    last.current = seen
  }, [seen])
  const families = [...SIZE_FAMILIES].sort((a, b) => (a === 'Custom' ? -1 : b === 'Custom' ? 1 : 0))
  return (
    <>
      <PageHead title="Sizes" sub="short edge × long edge">
        <FormButton label="New size" title="A size of the room’s own" primary wide>
          {(close) => (
            <SizeForm
              size={null}
              sizes={sizes}
              queues={queues}
              onDone={(id) => {
                close()
                choose(id)
              }}
            />
          )}
        </FormButton>
      </PageHead>
      <div className={`${lists.page} ${css.two}`}>
        <div>
          <div className={css.head}>
            <SearchBox what="sizes" text={text} onText={setText} />
            {printers.length > 1 ? (
              <Select
                aria-label="Which printer"
                placeholder="for every printer"
                size="xs"
                w={170}
                clearable
                value={printerId}
                data={printers.map(([value, label]) => ({ value, label: `for ${label}` }))}
                onChange={setPrinterId}
              />
            ) : null}
          </div>
          {found.length === 0 ? (
            <p className="soft">No size has the name “{text.trim()}”. “New size” makes it.</p>
          ) : null}
          {hidden > 0 ? (
            <p className="soft small">
              {hidden === 1 ? 'One size does' : `${hidden} sizes do`} not go through{' '}
              {printers.find(([id]) => id === printerId)?.[1]}.
            </p>
          ) : null}
          {families.map((family) => {
            const rows = shown.filter((s) => s.family === family)
            if (rows.length === 0) return null
            const largest = um(Math.max(...rows.map((s) => s.long)))
            return (
              <section key={family} className={lists.section}>
                <h2>{family === 'Custom' ? 'The room’s own' : family}</h2>
                <table className="ruled">
                  <tbody>
                    {rows.map((s) => (
                      <tr
                        key={s.id}
                        className={css.row}
                        data-chosen={s.id === seen?.id || undefined}
                        onClick={() => choose(s.id)}
                      >
                        <td style={{ width: '46%' }}>
                          <ToScale width={s.short} length={s.long} of={largest} />
                          <button type="button" className={css.name} aria-current={s.id === seen?.id || undefined}>
                            {s.name}
                          </button>
                        </td>
                        <td style={{ width: '30%' }}>{tradePair(s.short, s.long, unit)}</td>
                        <td className="soft small">{takenBy(s, asked)}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </section>
            )
          })}
        </div>
        {seen ? (
          <SizeSeen
            key={seen.versions[0]}
            {...{ size: seen, sizes, queues, words }}
            gone={seen === held}
            onChosen={choose}
          />
        ) : null}
      </div>
    </>
  )
}

/** Which printers take a size, in a word each. */
function takenBy(size: SizeRow, queues: readonly SizeQueue[]): string {
  const names = queues.flatMap((q) => (verdictsOn(size, [q]).some((v) => v.taken) ? [q.printerName] : []))
  return names.length === 0 ? 'no printer' : [...new Set(names)].join(', ')
}
