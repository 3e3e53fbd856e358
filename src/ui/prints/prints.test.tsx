import { act, fireEvent, screen, waitFor, within } from '@testing-library/react'
import { useRouter } from 'next/navigation'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { PrintLine } from '@/contract/prints'
import { done, hearing, show } from '../../../test/interface'
import { Prints, sayPrint } from './prints'

const PRINT: PrintLine = {
  id: 'p1',
  state: 'printing',
  printerId: 'otter',
  queueName: 'Otter, photo',
  what: 'Lady fern, copy 1',
  of: 'slip',
  href: '/slips/s',
  printId: 'first',
  copy: 1,
  progress: 1,
  printerSays: 'job 12 printing',
  problem: null,
  cancelAsked: false,
  at: 0,
  sheetHref: null,
}
const print = (patch: Partial<PrintLine>): PrintLine => ({ ...PRINT, ...patch })

describe('where a print is', () => {
  it.each([
    [{ state: 'queued' }, 'waits for the printer'],
    [{ state: 'sending', progress: 0.574 }, 'is being sent, 57 %'],
    [{ state: 'sending', cancelAsked: true }, 'is being cancelled'],
    [{ state: 'printing' }, 'job 12 printing'],
    [{ state: 'printing', printerSays: '' }, 'at the printer'],
    [{ state: 'printing', cancelAsked: true }, 'is being cancelled: job 12 printing'],
    [{ state: 'done' }, 'came out and is in the log'],
    [{ state: 'done', of: 'check' }, 'came out'],
    [{ state: 'failed' }, 'did not come out'],
    [{ state: 'cancelled' }, 'was cancelled'],
    [{ state: 'cancelled', problem: 'copy 1 was not answered' }, 'was not sent: copy 1 was not answered'],
    [{ state: 'not known' }, 'nobody knows whether it came out'],
    [{ state: 'settled' }, 'was answered by hand'],
  ] as const)('%o: %s', (patch, says) => {
    expect(sayPrint(print(patch))).toBe(says)
  })
})

describe('prints on a screen', () => {
  afterEach(() => vi.useRealTimers())

  it('say nothing when there are none', () => {
    show(<Prints prints={[]} label="On the way" />)
    expect(screen.queryByRole('list')).toBeNull()
  })
  it('in a slip’s docket a copy is enough; in a list the slip is named and linked', () => {
    show(<Prints prints={[PRINT]} label="On the way" />)
    expect(screen.getByText('copy 1')).toBeTruthy()
    show(<Prints prints={[PRINT]} label="At Otter" named />)
    expect(screen.getByRole('link', { name: 'Lady fern, copy 1' }).getAttribute('href')).toBe('/slips/s')
  })
  it('one under way can be cancelled, once', async () => {
    const asked = hearing(done())
    show(<Prints prints={[PRINT, print({ id: 'p2', cancelAsked: true })]} label="On the way" />)
    fireEvent.click(screen.getByRole('button', { name: 'Cancel' }))
    await waitFor(() => expect(asked).toEqual([{ action: 'print.cancel', body: { id: 'p1' } }]))
  })
  it('what is over cannot be cancelled; what went wrong is said', () => {
    show(<Prints prints={[print({ state: 'failed', problem: 'The printer refuses: media' })]} label="On the way" />)
    expect(screen.queryByRole('button')).toBeNull()
    expect(screen.getByText('The printer refuses: media')).toBeTruthy()
  })
  it('a sheet in the tray is a link away', () => {
    show(<Prints prints={[print({ state: 'done', sheetHref: '/tray?sheet=otter/3' })]} label="On the way" />)
    expect(screen.getByRole('link', { name: 'see it in the tray' }).getAttribute('href')).toBe('/tray?sheet=otter/3')
  })
  it('looks again while something is under way, and not after', async () => {
    vi.useFakeTimers()
    const { refresh } = useRouter()
    const shown = show(<Prints prints={[PRINT]} label="On the way" />)
    await act(() => vi.advanceTimersByTimeAsync(3100))
    expect(refresh).toHaveBeenCalledTimes(2)
    shown.unmount()
    show(<Prints prints={[print({ state: 'done' })]} label="On the way" />)
    await act(() => vi.advanceTimersByTimeAsync(10_000))
    expect(refresh).toHaveBeenCalledTimes(2)
  })
})

describe('after a break', () => {
  const ask = async (): Promise<HTMLElement> => {
    const lost = print({
      state: 'not known',
      printerSays: 'Libreta was closed while it was sent. The printer knows job 7.',
    })
    show(<Prints prints={[lost]} label="On the way" />)
    fireEvent.click(await screen.findByRole('button', { name: 'Say what came out' }))
    return await screen.findByRole('dialog')
  }
  it('the question says what the printer says, and that nothing is sent again by itself', async () => {
    const dialog = await ask()
    expect(dialog.textContent).toContain('The printer knows job 7.')
    expect(dialog.textContent).toContain('It is not sent again by itself.')
  })
  it('good is logged', async () => {
    const asked = hearing(done())
    const dialog = within(await ask())
    fireEvent.change(dialog.getByLabelText('Note'), { target: { value: 'it lay in the tray' } })
    fireEvent.click(dialog.getByRole('button', { name: 'Log as good' }))
    await waitFor(() => expect(asked).toHaveLength(1))
    expect(asked[0]).toEqual({
      action: 'print.settle',
      body: { id: 'p1', outcome: 'good', cause: null, note: 'it lay in the tray' },
    })
  })
  it('spoiled wants a cause first', async () => {
    const asked = hearing(done())
    const dialog = within(await ask())
    fireEvent.click(dialog.getByRole('radio', { name: 'Spoiled' }))
    fireEvent.click(dialog.getByRole('button', { name: 'Log as spoiled' }))
    expect(await dialog.findByText(/say what spoiled it/)).toBeTruthy()
    expect(asked).toEqual([])
    expect(dialog.getByPlaceholderText('Choose a cause')).toBeTruthy()
  })
  it('nothing came out: that is an answer as well', async () => {
    const asked = hearing(done())
    const dialog = within(await ask())
    fireEvent.click(dialog.getByRole('radio', { name: 'Nothing came out' }))
    fireEvent.click(dialog.getByRole('button', { name: 'Nothing came out' }))
    await waitFor(() => expect(asked[0]?.body).toMatchObject({ outcome: 'not printed', cause: null }))
  })
})
