'use client'

import type { Printer, Queue } from '@/contract/views/printer'
import { startFrom } from '@/core/printer/start-from'
import { countOf } from '@/core/words/count'
import { FormSelect } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'

/** A queue of any printer of the room, with the feeds of its printer. */
export type OtherQueue = Pick<Queue, 'id' | 'name' | 'facts'> & { readonly feeds: Printer['feeds'] }

/** A queue that takes over what another one knows: what differs is changed afterwards. */
export function StartFromForm(props: {
  readonly printer: Printer
  readonly queue: Queue
  readonly others: readonly OtherQueue[]
  readonly onDone: () => void
}) {
  const { printer, queue } = props
  const others = props.others.filter((o) => o.id !== queue.id)
  const form = useRoomForm({
    action: 'queue.save',
    row: queue,
    replaces: true,
    values: (): { readonly from: string | null } => ({ from: others[0]?.id ?? null }),
    input: ({ from }, q) => {
      const { facts, ...fields } = q ?? queue
      const other = others.find((o) => o.id === from)
      return { ...fields, facts: other ? startFrom(other, { facts, feeds: printer.feeds }) : facts }
    },
    done: ({ from }) => `${queue.name} knows what ${others.find((o) => o.id === from)?.name ?? 'it knew'} knows.`,
    then: props.onDone,
  })
  const { mediaSettings, qualities, rules, notes, dialog } = queue.facts
  const goes = [
    ...(mediaSettings.length > 0 ? [countOf(mediaSettings.length, 'media setting')] : []),
    ...(qualities.length > 0 ? [countOf(qualities.length, 'quality', 'qualities')] : []),
    ...(rules.length > 0 ? [countOf(rules.length, 'rule')] : []),
    ...(notes.length > 0 ? [countOf(notes.length, 'note')] : []),
    ...(dialog.length > 0 ? [countOf(dialog.length, 'dialog step')] : []),
  ]
  return (
    <Form form={form} submit="Start from it">
      <p className="soft">
        Media settings, qualities, rules, notes and steps are taken over; feeds are matched by their names. Name,
        address and the printer’s own names of its feeds stay.
      </p>
      {goes.length > 0 ? (
        <p className="level-caution" role="status">
          This writes over what {queue.name} has now: {goes.join(', ')}.
        </p>
      ) : null}
      <FormSelect
        field={form.at('from')}
        label="The queue to start from"
        data={others.map((o) => ({ value: o.id, label: o.name }))}
      />
    </Form>
  )
}
