import { fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { show } from '../../../test/interface'
import { FormModal } from './form-modal'

const opened = () => {
  const onClose = vi.fn()
  show(
    <FormModal opened onClose={onClose} title="A form" closeButtonProps={{ 'aria-label': 'Close' }}>
      <input aria-label="Name" />
      <input type="checkbox" aria-label="Tick" />
      <input aria-label="Search" aria-haspopup="listbox" />
    </FormModal>,
  )
  return onClose
}

describe('a dialog with a form', () => {
  it('closes at once while nothing was typed, whatever was ticked or searched', () => {
    const onClose = opened()
    fireEvent.click(screen.getByLabelText('Tick'))
    fireEvent.input(screen.getByLabelText('Search'), { target: { value: 'a4' } })
    fireEvent.click(screen.getByRole('button', { name: 'Close' }))
    expect(onClose).toHaveBeenCalledOnce()
  })
  it('asks first once something was typed, by Escape as by its cross', async () => {
    const onClose = opened()
    fireEvent.input(screen.getByLabelText('Name'), { target: { value: 'Ann' } })
    fireEvent.keyDown(screen.getByLabelText('Name'), { key: 'Escape' })
    expect(await screen.findByRole('alert')).toBeTruthy()
    expect(onClose).not.toHaveBeenCalled()
    fireEvent.click(screen.getByRole('button', { name: 'Go on typing' }))
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull())
    expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('Ann')
    fireEvent.click(screen.getByRole('button', { name: 'Close' }))
    fireEvent.click(await screen.findByRole('button', { name: 'Close without saving' }))
    expect(onClose).toHaveBeenCalledOnce()
  })
  it('asks before its page is left, once something was typed', () => {
    opened()
    const left = (): boolean => {
      const event = new Event('beforeunload', { cancelable: true })
      window.dispatchEvent(event)
      return !event.defaultPrevented
    }
    expect(left()).toBe(true)
    fireEvent.input(screen.getByLabelText('Name'), { target: { value: 'Ann' } })
    expect(left()).toBe(false)
  })
})
