'use client'

import { FormText } from './fields'
import { Form } from './form'
import { useRoomForm } from './use-room-form'

/** Another name for something that has no form of its own. */
export function RenameThing(props: {
  readonly kind: 'group' | 'scanner'
  readonly row: { readonly id: string; readonly revision: number; readonly name: string }
  readonly onDone: () => void
}) {
  const { kind, row } = props
  const form = useRoomForm({
    action: 'thing.rename',
    row,
    values: (r) => ({ name: r?.name ?? row.name }),
    input: (v) => ({ ...v, kind }),
    done: (v) => `It is called ${v.name} now.`,
    then: props.onDone,
  })
  return (
    <Form form={form} submit="Rename">
      <FormText field={form.at('name')} label="Name" first />
    </Form>
  )
}
