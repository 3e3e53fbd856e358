import { fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { z } from 'zod'
import { bad, ok } from '@/core/result/result'
import { show } from '../../../test/interface'
import { FormText } from './fields'
import { Form } from './form'
import { useFields } from './use-room-form'

/** A form whose row was changed elsewhere in a field that it does not show. */
function Replacing({ send, replaces }: { readonly send: (revision: number) => void; readonly replaces: boolean }) {
  const form = useFields({
    row: { id: 'q', revision: 1 },
    values: () => ({ name: 'Alder' }),
    input: (values, row) => ({ ...values, revision: row?.revision ?? 0 }),
    schema: z.object({ name: z.string() }),
    replaces,
    send: async ({ revision }) => {
      send(revision)
      return revision === 2
        ? ok({ revision: 3 })
        : bad({ code: 'stale' as const, what: 'This queue', yours: 1, now: 2, current: {} })
    },
  })
  return (
    <Form form={form} submit="Save">
      <FormText field={form.at('name')} label="Name" />
    </Form>
  )
}

function Named({ send }: { readonly send: () => never }) {
  const form = useFields({
    row: null,
    values: () => ({ name: 'Alder' }),
    input: (values) => values,
    schema: z.object({ name: z.string() }),
    send: async () => send(),
  })
  return (
    <Form form={form} submit="Save">
      <FormText field={form.at('name')} label="Name" />
    </Form>
  )
}

describe('a form', () => {
  it('that shows all it writes passes over a change elsewhere in the row', async () => {
    const sent: number[] = []
    show(<Replacing send={(r) => sent.push(r)} replaces={false} />)
    fireEvent.click(screen.getByRole('button', { name: 'Save' }))
    await waitFor(() => expect(sent).toEqual([1, 2]))
  })
  it('that writes over more than it shows says so first, and does it when it is pressed once more', async () => {
    const sent: number[] = []
    show(<Replacing send={(r) => sent.push(r)} replaces />)
    fireEvent.click(screen.getByRole('button', { name: 'Save' }))
    expect((await screen.findByRole('alert')).textContent).toMatch(/This queue was changed elsewhere meanwhile/)
    expect(sent).toEqual([1])
    fireEvent.click(screen.getByRole('button', { name: 'Save' }))
    await waitFor(() => expect(sent).toEqual([1, 2]))
  })
  it('says that its page failed, keeps what is typed, and can be sent again', async () => {
    const logged = vi.spyOn(console, 'error').mockImplementation(() => {})
    show(
      <Named
        send={() => {
          throw new EvalError('no text is run as code')
        }}
      />,
    )
    fireEvent.click(screen.getByRole('button', { name: 'Save' }))
    expect((await screen.findByRole('alert')).textContent).toBe(
      'This page failed at it (EvalError: no text is run as code). Load it again, and look whether it was saved.',
    )
    expect(logged).toHaveBeenCalledOnce()
    expect(screen.getByRole<HTMLInputElement>('textbox', { name: 'Name' }).value).toBe('Alder')
    expect(screen.getByRole('button', { name: 'Save' }).hasAttribute('data-loading')).toBe(false)
    logged.mockRestore()
  })
})
