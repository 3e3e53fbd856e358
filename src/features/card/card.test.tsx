import { act, fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { BenchCard } from '@/contract/views/card'
import { done, hearing, show } from '../../../test/interface'
import { Card } from './card'

const CARD: BenchCard = {
  ...{ versionId: 'v', presetId: 'p', presetName: 'Otter, Fenland Matte', number: 3, seal: 'XWS60C' },
  ...{ printerName: 'Otter', queueName: 'Otter, photo', paperName: 'Fenland Matte' },
  feed: { name: 'rear stack', loading: ['Fan the sheets.'], message: 'Press the round key', pictureId: null },
  print: { slipId: 's', printId: 'first', slipNumber: 42, title: 'Fern', sheet: 'A4', leads: 'short' },
  steps: [
    { label: 'Kind', value: 'Matte B', after: [], afresh: false, at: 'dialog' },
    { label: 'How many', value: '1', after: ['Kind'], afresh: true, at: 'dialog' },
    { label: 'Topcoat', value: 'None', after: [], afresh: false, at: 'printer' },
  ],
}
const right = (label: string): void => void fireEvent.click(screen.getByLabelText(`${label}: as it says`))
const otherwise = (label: string): void =>
  void fireEvent.click(screen.getByRole('button', { name: `${label}: it stood otherwise` }))
const press = (): HTMLButtonElement => screen.getByRole('button', { name: 'Log read back' })

describe('a bench card on the screen', () => {
  it('leads to the paper it is loaded with, the steps in order, the file and the slip', () => {
    show(<Card card={CARD} />)
    expect(screen.getAllByRole('listitem').map((l) => l.textContent?.slice(0, 12))).toEqual([
      'Fan the shee',
      '1KindMatte B',
      '2How many1af',
      '3TopcoatNone',
    ])
    expect(screen.getByText('Press the round key')).toBeTruthy()
    expect(screen.getByRole('heading', { name: 'Load Fenland Matte, A4, in the rear stack' })).toBeTruthy()
    expect(screen.getByRole('link', { name: 'Slip 42' }).getAttribute('href')).toBe('/slips/s')
    expect(screen.getByRole('link', { name: /A5/ }).getAttribute('href')).toBe('/api/cards/slip/s?print=first')
  })
  it('is logged once every setting was looked at, with what stood there', async () => {
    const asked = hearing(done({ id: 'r' }))
    show(<Card card={CARD} />)
    expect(press().disabled).toBe(true)
    right('Kind')
    right('Topcoat')
    expect(press().disabled).toBe(true)
    expect(screen.getByRole('status').textContent).toBe('2 of 3 looked at')
    otherwise('How many')
    expect(screen.getByRole('status').textContent).toBe('say what stood there')
    expect(press().disabled).toBe(true)
    fireEvent.change(screen.getByLabelText('What stood there instead of 1'), { target: { value: ' 12 ' } })
    fireEvent.click(press())
    await waitFor(() =>
      expect(asked).toEqual([
        {
          action: 'read-back.log',
          body: {
            ...{ versionId: 'v', slipId: 's', printId: 'first' },
            found: [{ label: 'How many', expected: '1', found: '12' }],
          },
        },
      ]),
    )
    // ready for the next one
    await waitFor(() => expect(screen.getByRole('status').textContent).toBe('0 of 3 looked at'))
  })
  it('what was taken for otherwise by mistake is taken back', async () => {
    const asked = hearing(done({ id: 'r' }))
    show(<Card card={CARD} />)
    for (const label of ['Kind', 'How many', 'Topcoat']) right(label)
    otherwise('Kind')
    otherwise('Kind')
    expect(press().disabled).toBe(true)
    right('Kind')
    fireEvent.click(press())
    await waitFor(() => expect(asked[0]?.body.found).toEqual([]))
  })
  it('is logged once, however quickly it is pressed', async () => {
    const asked = hearing(done({ id: 'r' }))
    show(<Card card={CARD} />)
    for (const label of ['Kind', 'How many', 'Topcoat']) right(label)
    const button = press()
    // as fast as a hand can be: before anything is drawn anew
    act(() => {
      button.click()
      button.click()
      button.click()
    })
    await waitFor(() => expect(screen.getByRole('status').textContent).toBe('0 of 3 looked at'))
    expect(asked).toHaveLength(1)
  })
})
