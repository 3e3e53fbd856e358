import { fireEvent, screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { z } from 'zod'
import { show } from '../../../test/interface'
import { FormText } from './fields'
import { Form } from './form'
import { useFields } from './use-room-form'

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
