import { fireEvent, screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { EMPTY_PRINT } from '@/contract/slip-data'
import type { EarlierPrint } from '@/contract/views/slip'
import { fromMm } from '@/core/length/length'
import { patched } from '@/core/slip/body'
import { show } from '../../../test/interface'
import { Earlier, sayWay, takenFrom } from './earlier'

const print = patched(EMPTY_PRINT, {
  ...{ versionId: 'v', sheet: { kind: 'size', sizeId: 'iso_a4_210x297mm' }, edge: 'borderless', darkness: -2 },
  ...{ copies: 7, pictureId: 'old', crop: { x: 1, y: 2, w: 30, h: 40 }, quarter: 1, placing: { mode: 'fill' } },
})
const EARLIER: EarlierPrint = {
  times: 3,
  ...{ runId: 'r', runNumber: 12, at: 0, outcome: 'spoiled', cause: 'banding', note: 'a pale band' },
  ...{
    versionId: 'v',
    versionNumber: 3,
    presetName: 'Otter, Fenland Matte',
    retired: false,
    paperName: 'Fenland Matte',
  },
  ...{ sizeName: 'A4', width: fromMm(210), length: fromMm(297), print },
}

describe('how a picture was printed before', () => {
  it('is said in a line, with what came of it, and taken over by a press', () => {
    const onTake = vi.fn()
    show(<Earlier earlier={[EARLIER]} now={0} onTake={onTake} />)
    expect(screen.getByRole('listitem').textContent).toMatch(
      /^run 12, 1 Jan, spoiled \(banding\) and 2 more: Otter, Fenland Matte 3, A4, borderless, darkness −2 “a pale band”/,
    )
    fireEvent.click(screen.getByRole('button', { name: 'Take this over' }))
    expect(onTake).toHaveBeenCalledWith(EARLIER)
  })
  it('what was removed is not offered', () => {
    show(<Earlier earlier={[{ ...EARLIER, retired: true }]} now={0} onTake={() => {}} />)
    expect(screen.queryByRole('button')).toBeNull()
    expect(screen.getByText('its preset was removed')).toBeTruthy()
  })
  it('a length from a roll is said by its measures, a paper that the preset does not name by its name', () => {
    expect(sayWay({ ...EARLIER, sizeName: null, paperName: 'Dune', print: null }, 'mm')).toBe(
      'Otter, Fenland Matte 3, 210 × 297 mm, Dune',
    )
    expect(sayWay({ ...EARLIER, print: { ...print, darkness: 4 } }, 'mm')).toMatch(/darkness \+4$/)
  })
  it('all of it is asked for again but the picture and how many', () => {
    const taken = takenFrom(EARLIER)
    expect(taken).toMatchObject({ versionId: 'v', edge: 'borderless', darkness: -2, quarter: 1, crop: { w: 30 } })
    expect(Object.keys(taken)).not.toContain('copies')
    expect(Object.keys(taken)).not.toContain('pictureId')
  })
  it('of a sheet with several pictures only preset and sheet, of what was not kept only the preset', () => {
    const two = { ...print, pieces: [...print.pieces, ...print.pieces] }
    expect(takenFrom({ ...EARLIER, print: two })).toMatchObject({ sheet: print.sheet })
    expect(Object.keys(takenFrom({ ...EARLIER, print: two }))).not.toContain('crop')
    expect(takenFrom({ ...EARLIER, print: null })).toEqual({ versionId: 'v' })
  })
})
