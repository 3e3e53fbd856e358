import { screen } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { fromMm } from '@/core/length/length'
import { show } from '../../../test/interface'
import { InPrinters, type RailPrinter } from './rail'

const PRINTER: RailPrinter = {
  ...{ id: 'p', nickname: 'Heron', black: 'matte', due: null, says: null },
  loads: [
    {
      ...{ feedName: 'rear stack', paperName: 'Fenland Matte', kind: 'sheet', otherwise: false },
      ...{ width: fromMm(210), length: fromMm(297), left: 17 },
    },
    {
      ...{ feedName: 'roll', paperName: 'Dune Lustre', kind: 'roll', otherwise: true },
      ...{ width: fromMm(610), length: fromMm(26_000), left: 21_300_000 },
    },
  ],
}
const text = (): string => screen.getByRole('link').textContent ?? ''

describe('the foot of every screen', () => {
  it('shows every loaded feed, and says at the right one that the printer says another paper', () => {
    show(<InPrinters printers={[PRINTER]} />)
    expect(text()).toMatch(/Fenland Matte, A417 sheets/)
    expect(text()).toMatch(/Dune Lustre, 610 mm rollthe printer says another paper21\.3 m/)
    expect(text().match(/says another paper/g)).toHaveLength(1)
  })
  it('says what is due and what the printer says where nothing is noted', () => {
    show(
      <InPrinters printers={[{ ...PRINTER, loads: [], says: 'says what is in its roll', due: 'gaps in the grey' }]} />,
    )
    expect(text()).toMatch(/Nothing loaded.*says what is in its roll, gaps in the grey/)
  })
})
