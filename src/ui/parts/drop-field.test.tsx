import { MantineProvider } from '@mantine/core'
import { act, fireEvent, render, waitFor } from '@testing-library/react'
import { useLayoutEffect, useRef } from 'react'
import { hydrateRoot } from 'react-dom/client'
import { renderToString } from 'react-dom/server'
import { expect, test, vi } from 'vitest'
import { DropField } from './drop-field'

test('a file that was chosen before the page listened is taken once it does', async () => {
  const onDrop = vi.fn()
  const field = (
    <MantineProvider env="test">
      <DropField onDrop={onDrop} inputProps={{ 'aria-label': 'Picture file' }}>
        Drop it here
      </DropField>
    </MantineProvider>
  )
  const page = document.createElement('div')
  page.innerHTML = renderToString(field)
  document.body.append(page)
  const input = page.querySelector('input')
  const file = new File(['x'], 'early.png', { type: 'image/png' })
  Object.defineProperty(input, 'files', { value: [file], configurable: true })
  const root = await act(async () => hydrateRoot(page, field))
  await waitFor(() => expect(onDrop).toHaveBeenCalledTimes(1))
  expect(onDrop.mock.calls[0]?.[0][0].name).toBe('early.png')
  act(() => root.unmount())
})

test('a file that comes the moment the field stands there is taken once', async () => {
  const onDrop = vi.fn()
  function Hasty() {
    const here = useRef<HTMLSpanElement>(null)
    useLayoutEffect(() => {
      const input = here.current?.closest('div[style]')?.querySelector('input') as HTMLInputElement
      Object.defineProperty(input, 'files', { value: [new File(['x'], 'hasty.png', { type: 'image/png' })] })
      input.dispatchEvent(new Event('change', { bubbles: true }))
    }, [])
    return <span ref={here}>Drop it here</span>
  }
  render(
    <MantineProvider env="test">
      <DropField onDrop={onDrop}>
        <Hasty />
      </DropField>
    </MantineProvider>,
  )
  await waitFor(() => expect(onDrop).toHaveBeenCalled())
  await new Promise((r) => setTimeout(r, 100))
  expect(onDrop).toHaveBeenCalledTimes(1)
})

test('an empty field says nothing by itself', async () => {
  const onDrop = vi.fn()
  const field = (
    <MantineProvider env="test">
      <DropField onDrop={onDrop}>Drop it here</DropField>
    </MantineProvider>
  )
  const page = document.createElement('div')
  page.innerHTML = renderToString(field)
  const root = await act(async () => hydrateRoot(page, field))
  await new Promise((r) => setTimeout(r, 50))
  expect(onDrop).not.toHaveBeenCalled()
  act(() => root.unmount())
})

test('its key opens the choice of a file', async () => {
  const page = render(
    <MantineProvider env="test">
      <DropField onDrop={() => {}} inputProps={{ 'aria-label': 'Picture file' }}>
        Drop it here
      </DropField>
    </MantineProvider>,
  )
  const input = page.getByLabelText('Picture file') as HTMLInputElement
  const opened = vi.spyOn(input, 'click').mockImplementation(() => {})
  const root = page.container.querySelector('.mantine-Dropzone-root') as HTMLElement
  fireEvent.keyDown(root, { key: 'Enter' })
  await waitFor(() => expect(opened).toHaveBeenCalledTimes(1))
})
