import { screen } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { ReadBack } from '@/contract/views/card'
import { show } from '../../../test/interface'
import { ReadBacks } from './read-backs'

const BACK: ReadBack = {
  ...{ id: 'r', at: 0, by: 'Cosima', presetId: 'p', versionId: 'v', presetName: 'Matte', versionNumber: 2 },
  ...{ queueName: 'Otter, photo', found: [{ label: 'Copies', expected: '1', found: '12' }], settled: null },
}
const list = (newest: readonly ReadBack[], times: number, card: string | null = '/card') =>
  show(<ReadBacks readBacks={{ times, labels: ['Copies'], newest }} card={card} now={0} />)

describe('what was found at the printer, on the preset', () => {
  it('says how often and what, with who put it right', () => {
    list([BACK, { ...BACK, id: 's', found: [] }, { ...BACK, id: 't', settled: { at: 5, by: 'Perrin' } }], 2)
    expect(screen.getByText('Found changed 2 times: Copies.')).toBeTruthy()
    expect(screen.getAllByRole('listitem').map((l) => l.textContent)).toEqual([
      '1 Jan, Cosima, version 2: Copies 12, open',
      '1 Jan, Cosima, version 2: as it says',
      '1 Jan, Cosima, version 2: Copies 12, put right by Perrin',
    ])
  })
  it('never read back, and always right, are said apart', () => {
    const { unmount } = list([], 0)
    expect(screen.getByText('Never read back yet.')).toBeTruthy()
    unmount()
    list([{ ...BACK, found: [] }], 0)
    expect(screen.getByText('Always found as it says.')).toBeTruthy()
  })
  it('of a preset without a version there is nothing to say', () => {
    list([], 0, null)
    expect(screen.queryByRole('heading')).toBeNull()
  })
})
