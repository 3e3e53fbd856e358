'use client'

import { Button } from '@mantine/core'
import { useState } from 'react'
import type { PrintLine } from '@/contract/prints'
import type { Cause } from '@/contract/slip-data'
import { FormNote } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { causeOf, OutcomeFields } from '@/ui/form/outcome-fields'
import { useRoomForm } from '@/ui/form/use-room-form'
import { FormModal } from '@/ui/parts/form-modal'

type Said = {
  readonly outcome: 'good' | 'proof' | 'spoiled' | 'not printed'
  readonly cause: Cause | null
  readonly note: string
}
const NOT_SAID: Said = { outcome: 'good', cause: null, note: '' }

/** "What came out?" after a break: somebody has to look at the printer. */
export function Settle({ print }: { readonly print: PrintLine }) {
  const [open, setOpen] = useState(false)
  const form = useRoomForm({
    action: 'print.settle',
    row: null,
    values: () => NOT_SAID,
    input: (v) => ({ id: print.id, ...v, cause: causeOf(v) }),
    done: (v) =>
      v.outcome === 'not printed' ? 'Noted: nothing came out. It can be printed again.' : 'It is in the log.',
    then: () => setOpen(false),
  })
  const { outcome } = form.values
  return (
    <>
      <Button size="compact-xs" onClick={() => setOpen(true)}>
        Say what came out
      </Button>
      <FormModal opened={open} onClose={() => setOpen(false)} title={`What came out: ${print.what}`} size="lg" centered>
        <Form
          form={form}
          focused
          submit={outcome === 'not printed' ? 'Nothing came out' : `Log as ${outcome}`}
          extra={
            <Button variant="default" onClick={() => setOpen(false)}>
              Not yet
            </Button>
          }
        >
          <p>{print.printerSays}</p>
          <p className="soft small">Look into the printer’s tray first. It is not sent again by itself.</p>
          <OutcomeFields
            outcomes={['good', 'proof', 'spoiled', 'not printed']}
            outcome={form.at('outcome')}
            cause={form.at('cause')}
          />
          <FormNote field={form.at('note')} label="Note" />
        </Form>
      </FormModal>
    </>
  )
}
