import { fireEvent, screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { show } from '../../../test/interface'
import { ScreenField } from './lines/small-fields'

const SCREENS = [
  { id: 'a', name: 'Desk by the door' },
  { id: 'b', name: 'Laptop' },
]

describe('the screen that a slip was judged on', () => {
  it('is one of the room’s, and none where it has none', async () => {
    const chosen = vi.fn()
    const { unmount } = show(<ScreenField screens={SCREENS} screenId="gone" onScreen={chosen} />)
    const list = screen.getByRole<HTMLInputElement>('combobox', { name: 'Judged on the screen' })
    expect(list.value).toBe('')
    fireEvent.click(list)
    fireEvent.click(await screen.findByRole('option', { name: 'Laptop', hidden: true }))
    expect(chosen).toHaveBeenCalledWith('b', expect.anything())
    unmount()
    show(<ScreenField screens={[]} screenId={null} onScreen={chosen} />)
    expect(screen.queryByRole('combobox')).toBeNull()
  })
})
