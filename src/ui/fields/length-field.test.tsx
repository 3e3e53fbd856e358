import { fireEvent, screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { fromMm } from '@/core/length/length'
import { show } from '../../../test/interface'
import { LengthField } from './length-field'

function field(unit: 'mm' | 'in' = 'mm') {
  const onChange = vi.fn()
  show(<LengthField label="Width" value={fromMm(210)} min={1000} max={500_000} onChange={onChange} />, unit)
  const input = screen.getByLabelText<HTMLInputElement>('Width')
  const type = (text: string) => {
    fireEvent.change(input, { target: { value: text } })
    fireEvent.blur(input)
  }
  return { onChange, input, type }
}

describe('a length field', () => {
  it('shows the value in the room’s unit and takes any unit', () => {
    const { input, type, onChange } = field()
    expect(input.value).toBe('210')
    type('8 1/2 in')
    expect(onChange).toHaveBeenCalledWith(215_900)
  })
  it('reads a bare number in the room’s unit', () => {
    const { type, onChange } = field('in')
    type('8,5')
    expect(onChange).toHaveBeenCalledWith(215_900)
  })
  it.each([
    ['8,,5', /“8,,5” is not a length/],
    ['-3 in', /below zero/],
    ['1e9 mm', /not a length/],
    ['wide', /“wide” is not a length/],
    ['900 mm', /At most 500 mm/],
    ['0.2 mm', /At least 1 mm/],
  ])('keeps %s as typed and says what is wrong', (text, says) => {
    const { input, type, onChange } = field()
    type(text)
    expect(input.value).toBe(text)
    expect(screen.getByText(says)).toBeTruthy()
    expect(onChange).not.toHaveBeenCalled()
  })
  it('goes back with Escape', () => {
    const { input } = field()
    fireEvent.change(input, { target: { value: 'nonsense' } })
    fireEvent.keyDown(input, { key: 'Escape' })
    expect(input.value).toBe('210')
  })
})
