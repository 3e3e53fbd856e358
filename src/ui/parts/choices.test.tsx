import { fireEvent, screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { show } from '../../../test/interface'
import { Choices } from './choices'

function chips(value: 'a' | 'b' | 'c') {
  const onChange = vi.fn()
  const onClosed = vi.fn()
  show(
    <Choices
      label="Edge"
      value={value}
      choices={[
        { value: 'a', label: 'A' },
        { value: 'b', label: 'B', closed: 'because' },
        { value: 'c', label: 'C' },
      ]}
      onChange={onChange}
      onClosed={onClosed}
    />,
  )
  return { onChange, onClosed }
}

describe('a row of choices', () => {
  it('is one stop for the keyboard, and arrows move through it', () => {
    const { onChange } = chips('c')
    const [a, b, c] = screen.getAllByRole('radio')
    expect([a, b, c].map((x) => x?.tabIndex)).toEqual([-1, -1, 0])
    if (c) fireEvent.keyDown(c, { key: 'ArrowRight' })
    expect(onChange).toHaveBeenCalledWith('a')
    expect(document.activeElement).toBe(a)
  })
  it('a closed choice is reached but not taken, and says why', () => {
    const { onChange, onClosed } = chips('a')
    const [a, b] = screen.getAllByRole('radio')
    if (a) fireEvent.keyDown(a, { key: 'ArrowRight' })
    expect(document.activeElement).toBe(b)
    expect(onChange).not.toHaveBeenCalled()
    if (b) fireEvent.click(b)
    expect(onClosed).toHaveBeenCalledWith(expect.objectContaining({ closed: 'because' }))
    expect(b?.getAttribute('aria-disabled')).toBe('true')
    expect(b?.title).toBe('because')
  })
})
