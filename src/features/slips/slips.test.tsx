import { screen } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { show } from '../../../test/interface'
import { type SlipRow, Slips } from './slips'

const row = (number: number, more: Partial<SlipRow> = {}): SlipRow => ({
  ...{ id: `s${number}`, number, title: `Print ${number}`, state: 'waiting', printing: false },
  ...{ memberName: 'Iria', pictureId: null, pictureName: null, updatedAt: 0 },
  ...more,
})

describe('the list of slips', () => {
  it('says how many there are, leads on and back, and names what is at a printer', () => {
    show(
      <Slips
        rows={[row(201, { printing: true }), row(200)]}
        {...{ from: 100, page: 100, count: 500, show: 'all', now: 0 }}
      />,
    )
    expect(screen.getByText(/^500 slips/)).toBeTruthy()
    expect(screen.getByText('101 to 200 of 500')).toBeTruthy()
    expect(screen.getByRole('link', { name: 'On' }).getAttribute('href')).toMatch(/from=200/)
    expect(screen.getByRole('link', { name: 'Back' })).toBeTruthy()
    expect(screen.getAllByRole('row').map((r) => r.textContent?.match(/printing|on the bench/)?.[0])).toEqual([
      undefined,
      'printing',
      'on the bench',
    ])
  })
})
