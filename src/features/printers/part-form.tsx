'use client'

import { Checkbox } from '@mantine/core'
import type { ReactNode } from 'react'
import type { Queue } from '@/contract/views/printer'
import { Form } from '@/ui/form/form'
import type { Field, FormState } from '@/ui/form/use-room-form'
import { useOtherQueues } from './use-queue-save'

/** A form over a part of a queue's facts: printers' other queues that have the same are offered the same change. */
export function PartForm(props: {
  readonly form: FormState & { readonly at: (path: 'also') => Field<readonly string[]> }
  readonly queue: Queue | null
  readonly submit: string
  readonly children: ReactNode
}) {
  const others = useOtherQueues(props.queue)
  const also = props.form.at('also')
  return (
    <Form form={props.form} submit={props.submit}>
      {props.children}
      {others.map((q) => (
        <Checkbox
          key={q.id}
          label={`Also on ${q.name}, where it is the same`}
          checked={also.value.includes(q.id)}
          onChange={(e) =>
            also.set(e.currentTarget.checked ? [...also.value, q.id] : also.value.filter((id) => id !== q.id))
          }
        />
      ))}
    </Form>
  )
}
