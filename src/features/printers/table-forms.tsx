'use client'

import { z } from 'zod'
import { mediaSettingSchema, qualitySchema } from '@/contract/printer'
import type { Queue } from '@/contract/views/printer'
import { readMediaTable, readQualityTable } from '@/core/printer/table'
import { sayRate } from '@/core/words/paper'
import { FormCheck, FormNote } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useWays } from '@/ui/unit/unit'
import { keyFrom } from './key-from'
import { useQueuePart, withItem } from './use-queue-save'

type Props = { readonly queue: Queue; readonly onDone: () => void }
const NOTHING = { text: '', replace: false }

/** Lines that could not be read, one each. */
function Wrong({ says }: { readonly says: readonly string[] }) {
  if (says.length === 0) return null
  return (
    <ul className="level-stop small">
      {says.map((s) => (
        <li key={s}>{s}</li>
      ))}
    </ul>
  )
}

const LINES = 'one line is needed at least, and every line has to be read'

/** Several qualities at once, typed or pasted. */
export function QualityTableForm({ queue, onDone }: Props) {
  const read = (text: string, facts = queue.facts) => readQualityTable(text, facts, keyFrom)
  const form = useQueuePart({
    queue,
    values: () => NOTHING,
    schema: z.array(qualitySchema).min(1, LINES),
    part: (v, facts) => {
      const { items, wrong } = read(v.text, v.replace ? { ...facts, qualities: [] } : facts)
      return wrong.length > 0 ? [] : items
    },
    put: ({ qualities }, list, { replace }) => ({
      qualities: replace ? list : list.reduce<typeof qualities>((all, q) => withItem(all, q), qualities),
    }),
    done: (v) => `${read(v.text).items.length} qualities are saved.`,
    then: onDone,
  })
  const { items, wrong } = read(form.values.text)
  return (
    <Form form={form} submit={items.length > 0 ? `Save ${items.length}` : 'Save'}>
      <p className="soft small">A line each, the coarsest first: name, ppi. Lines of a spreadsheet can be pasted.</p>
      <FormNote field={form.at('text')} label="Qualities" minRows={4} />
      <Wrong says={wrong} />
      <FormCheck field={form.at('replace')} label="These are all: others of this queue go" />
    </Form>
  )
}

/** Several media settings at once, typed or pasted; what each takes can follow later. */
export function MediaTableForm({ queue, onDone }: Props) {
  const { surfaces, unit } = useWays()
  const read = (text: string, facts = queue.facts) => readMediaTable(text, facts, surfaces, unit, keyFrom)
  const form = useQueuePart({
    queue,
    values: () => NOTHING,
    schema: z.array(mediaSettingSchema).min(1, LINES),
    part: (v, facts) => {
      const { items, wrong } = read(v.text, v.replace ? { ...facts, mediaSettings: [] } : facts)
      return wrong.length > 0 ? [] : items
    },
    put: ({ mediaSettings }, list, { replace }) => ({
      mediaSettings: replace ? list : list.reduce<typeof mediaSettings>((all, m) => withItem(all, m), mediaSettings),
    }),
    done: (v) => `${read(v.text).items.length} media settings are saved.`,
    then: onDone,
  })
  const { items, wrong } = read(form.values.text)
  return (
    <Form form={form} submit={items.length > 0 ? `Save ${items.length}` : 'Save'}>
      <p className="soft small">
        A line each: name, surfaces, blacks, qualities, longest print, group, with slashes inside a cell. Empty means
        every surface, no black to choose, every quality, no end. Lines of a spreadsheet can be pasted.
      </p>
      <FormNote field={form.at('text')} label="Media settings" minRows={6} />
      <Wrong says={wrong} />
      {items.length > 0 ? (
        <table className="ruled small">
          <tbody>
            {items.map((m) => (
              <tr key={m.id}>
                <th scope="row">{m.name}</th>
                <td>{m.surfaces.join(', ')}</td>
                <td>{m.blacks.join(', ') || 'no black'}</td>
                <td>
                  {Object.entries(m.rates)
                    .map(([id, rate]) => `${queue.facts.qualities.find((q) => q.id === id)?.name}: ${sayRate(rate)}`)
                    .join('; ')}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
      <FormCheck field={form.at('replace')} label="These are all: others of this queue go" />
    </Form>
  )
}
