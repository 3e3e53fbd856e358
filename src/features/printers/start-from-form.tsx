'use client'

import type { Printer, Queue } from '@/contract/views/printer'
import { startFrom } from '@/core/printer/start-from'
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
    values: (): { readonly from: string | null } => ({ from: others[0]?.id ?? null }),
    input: ({ from }, q) => {
      const { facts, ...fields } = q ?? queue
      const other = others.find((o) => o.id === from)
      return { ...fields, facts: other ? startFrom(other, { facts, feeds: printer.feeds }) : facts }
    },
    done: ({ from }) => `${queue.name} knows what ${others.find((o) => o.id === from)?.name ?? 'it knew'} knows.`,
    then: props.onDone,
  })
  return (
    <Form form={form} submit="Start from it">
      <p className="soft">
        Media settings, qualities, rules, notes and steps are taken over; feeds are matched by their names. Name,
        address and what this printer calls its feeds stay.
      </p>
      <FormSelect
        field={form.at('from')}
        label="The queue to start from"
        data={others.map((o) => ({ value: o.id, label: o.name }))}
      />
    </Form>
  )
}
