import { fireEvent, screen } from '@testing-library/react'
import { useState } from 'react'
import { describe, expect, it, vi } from 'vitest'
import { show } from '../../../test/interface'
import { NumberField } from './number-field'

/** A field whose value follows what it tells, as a form's does. */
function field(start: number | null, more: Partial<Parameters<typeof NumberField>[0]> = {}) {
  const told = vi.fn()
  const unread = vi.fn()
  function Held() {
    const [value, setValue] = useState(start)
    const onChange = (v: number | null): void => {
      told(v)
      setValue(v)
    }
    return <NumberField label="N" optional value={value} onChange={onChange} onUnread={unread} {...(more as object)} />
  }
  const page = show(<Held />)
  const input = screen.getByLabelText<HTMLInputElement>('N')
  input.focus()
  /** one key after the other, as a hand does it: each adds to what stands there */
  const keys = (text: string): void => {
    fireEvent.change(input, { target: { value: '' } })
    for (const key of text) fireEvent.change(input, { target: { value: input.value + key } })
  }
  const paste = (text: string): void => void fireEvent.change(input, { target: { value: text } })
  return { told, unread, input, keys, paste, page, last: () => told.mock.lastCall?.[0] as number | null | undefined }
}

describe('a number field', () => {
  it.each([
    ['12.5', 12.5],
    ['12,5', 12.5],
    ['-0.4', -0.4],
    ['-0,4', -0.4],
    ['−3', -3],
    ['0.05', 0.05],
    ['100', 100],
    ['1 200', 1200],
  ])('takes %s key by key, and pasted', (text, value) => {
    const { keys, paste, input, last, told } = field(5)
    keys(text)
    expect([input.value, last()]).toEqual([text, value])
    fireEvent.blur(input)
    expect([input.value, last()]).toEqual([text, value])
    told.mockClear()
    paste('7')
    paste(text)
    expect([input.value, last()]).toEqual([text, value])
  })
  it('says nothing of half a number while it is typed, and says so when it is left', () => {
    const { keys, input, unread } = field(5)
    keys('-')
    expect(screen.queryByText(/A number, not/)).toBeNull()
    expect(unread).toHaveBeenLastCalledWith(true)
    fireEvent.blur(input)
    expect(screen.getByText('A number, not “-”.')).toBeTruthy()
    expect(input.value).toBe('-')
  })
  it('of nothing is nothing where it may be missing, and goes back where it may not', () => {
    const may = field(5)
    may.paste('')
    expect(may.last()).toBeNull()
    fireEvent.blur(may.input)
    expect(may.input.value).toBe('')
    may.page.unmount()
    const must = field(5, { optional: false } as object)
    must.paste('')
    expect(must.told).not.toHaveBeenCalled()
    fireEvent.blur(must.input)
    expect(must.input.value).toBe('5')
  })
  it('beyond its limits changes nothing, stays as typed and says so', () => {
    const { paste, told, unread, input } = field(5, { min: 1, max: 9, whole: true })
    for (const [text, says] of [
      ['0', 'At least 1, not 0.'],
      ['12', 'At most 9, not 12.'],
      ['2.5', 'A whole number, not 2.5.'],
    ] as const) {
      paste(text)
      expect(screen.getByText(says)).toBeTruthy()
      expect(input.value).toBe(text)
    }
    expect(told).not.toHaveBeenCalled()
    expect(unread).toHaveBeenLastCalledWith(true)
    paste('6')
    expect(unread).toHaveBeenLastCalledWith(false)
  })
  it('goes by steps with the arrows, within its limits', () => {
    const { input, told } = field(4, { max: 6, step: 1 })
    for (const key of ['ArrowUp', 'ArrowUp', 'ArrowUp', 'ArrowDown']) fireEvent.keyDown(input, { key })
    expect(told.mock.calls.flat()).toEqual([5, 6, 5])
  })
  it('that is told when it is left keeps what is typed until then', () => {
    const { keys, told, input } = field(5, { when: 'left' })
    keys('12')
    expect(told).not.toHaveBeenCalled()
    fireEvent.keyDown(input, { key: 'Enter' })
    expect(told).toHaveBeenLastCalledWith(12)
  })
  it('tells once what was typed once, however often it loses its focus before its value comes', () => {
    const onChange = vi.fn()
    show(<NumberField label="N" value={5} when="left" onChange={onChange} />)
    const input = screen.getByLabelText<HTMLInputElement>('N')
    fireEvent.change(input, { target: { value: '7' } })
    fireEvent.blur(input)
    fireEvent.blur(input)
    expect(onChange.mock.calls).toEqual([[7]])
  })
})
