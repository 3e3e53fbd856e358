'use client'

import { FormCheck, FormNote, FormText } from './fields'
import { Form } from './form'
import { type Field, useRoomForm } from './use-room-form'

/** How a nozzle check came out: whether all nozzles fire, and what was seen. */
export function NozzleResult(props: {
  readonly gaps: Field<boolean>
  readonly result: Field<string>
  readonly first?: boolean
}) {
  const { gaps, result, first = false } = props
  return (
    <>
      <FormCheck field={gaps} label="Some nozzles do not fire" />
      <FormText
        field={result}
        label="Result"
        placeholder={gaps.value ? 'two gaps in the grey' : 'all nozzles fire'}
        first={first}
      />
    </>
  )
}

/** A nozzle check that was just made at a printer. */
export function NozzleForm(props: {
  readonly printerId: string
  readonly printerName: string
  readonly onDone: () => void
}) {
  const form = useRoomForm({
    action: 'upkeep.log',
    row: null,
    values: () => ({ gaps: false, result: '', note: '' }),
    input: (v) => ({ printerId: props.printerId, kind: 'nozzle check' as const, at: null, ...v }),
    done: `Noted: nozzle check of ${props.printerName}.`,
    then: props.onDone,
  })
  return (
    <Form form={form} submit="Note it">
      <NozzleResult gaps={form.at('gaps')} result={form.at('result')} first />
      <FormNote field={form.at('note')} label="Note" />
    </Form>
  )
}
