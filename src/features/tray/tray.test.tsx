import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { useRouter } from 'next/navigation'
import { describe, expect, it } from 'vitest'
import type { TrayPrinter, TraySheet } from '@/contract/tray'
import { done, hearing, show } from '../../../test/interface'
import { Tray } from './tray'

const SHEET: TraySheet = {
  number: 3,
  printer: 'otter',
  queue: 'Otter, photo',
  jobId: 12,
  jobName: 'Libreta slip 128.1 0123456789ab',
  source: 'main',
  width: 257,
  length: 364,
  type: 'matte-b',
  quality: 4,
  borderless: true,
  whole: true,
  ml: 0.4,
  seconds: 60,
  at: 0,
  file: '3.png',
  earlier: [],
}
const OTTER: TrayPrinter = {
  id: 'otter',
  name: 'Otter, photo',
  makeModel: 'desktop pigment printer',
  state: 'idle',
  reasons: [],
  standsBy: true,
  ...{ faults: [], offline: false, copies: 1, grey: { darkness: 0, tint: [0, 2] }, again: null },
  shows: false,
  blackIn: 'matte',
  sources: [
    { keyword: 'main', kind: 'stack', width: 257, length: 364, left: 14, type: 'matte-b' },
    { keyword: 'main-roll', kind: 'roll', width: 610, length: 30_000, left: 24_600, type: 'lustre-a' },
  ],
  types: [],
  inks: [
    { name: 'cyan', colour: '#00a0c0', level: 80 },
    { name: 'yellow', colour: '#f0d020', level: 8 },
  ],
}
const NAMES = { otter: { main: 'rear stack', 'matte-b': 'Matte B' } }
const tray = (
  printers: readonly TrayPrinter[] = [OTTER],
  sheets: readonly TraySheet[] = [SHEET],
  unit: 'mm' | 'in' = 'mm',
) => show(<Tray sheets={sheets} chosen={sheets[0] ?? null} printers={printers} names={NAMES} now={0} />, unit)
const board = (): HTMLElement => screen.getByRole('application')
const fact = (name: string): string | undefined =>
  screen.getByText(name, { selector: 'dt' }).nextElementSibling?.textContent ?? undefined
const key = (name: string, shiftKey = false): void => void fireEvent.keyDown(board(), { key: name, shiftKey })

describe('the output tray', () => {
  it('says what comes there, and that no printer answers', () => {
    tray([], [])
    expect(screen.getByText(/Nothing has come out yet/)).toBeTruthy()
    expect(screen.getByText('No simulated printer answers.')).toBeTruthy()
  })
  it('names sheets by their job, with what they are', () => {
    tray([OTTER], [SHEET, { ...SHEET, number: 2, borderless: false, whole: false }])
    const links = within(screen.getByRole('navigation', { name: 'Sheets' })).getAllByRole('link')
    expect(links[0]?.textContent).toBe('slip 128.1Otter, photo, 257 × 364 mm, borderless, today')
    expect(links[0]?.getAttribute('aria-current')).toBe('page')
    expect(links[1]?.textContent).toContain('margins, broken off')
    expect(links[1]?.getAttribute('href')).toBe('/tray?sheet=otter/2')
  })
  it('arrows move the crosshair by a twentieth of a millimetre, with Shift by one', () => {
    tray()
    expect([fact('From the left edge'), fact('From the trail')]).toEqual(['128.50 mm', '182.00 mm'])
    key('ArrowRight')
    key('ArrowUp', true)
    expect([fact('From the left edge'), fact('From the right'), fact('From the lead edge')]).toEqual([
      '128.55 mm',
      '128.45 mm',
      '181.00 mm',
    ])
    expect(screen.getByAltText(/about the crosshair/).getAttribute('src')).toContain(
      '/api/tray/otter/3/loupe?x=128.55&y=181.00',
    )
  })
  it('the rule measures from where it was begun, and goes with Escape', () => {
    tray()
    key('m')
    for (let i = 0; i < 3; i++) key('ArrowLeft', true)
    for (let i = 0; i < 4; i++) key('ArrowDown', true)
    expect(['across', 'along', 'straight'].map((w) => fact(`Rule, ${w}`))).toEqual(['3.00 mm', '4.00 mm', '5.00 mm'])
    key('Escape')
    expect(screen.queryByText('Rule, across')).toBeNull()
    fireEvent.click(screen.getByRole('button', { name: 'Measure from here' }))
    expect(fact('Rule, straight')).toBe('0.00 mm')
  })
  it('the crosshair goes two millimetres off the sheet and no further', () => {
    tray([OTTER], [{ ...SHEET, width: 10, length: 10 }])
    for (let i = 0; i < 12; i++) key('ArrowLeft', true)
    expect(fact('From the left edge')).toBe('-2.00 mm')
  })
  it('measures in inches in a room of inches', () => {
    tray([OTTER], [SHEET], 'in')
    expect(fact('From the left edge')).toMatch(/ in$/)
  })
})

describe('at the simulated printers', () => {
  const machine = () => within(screen.getByRole('region', { name: 'Otter, photo' }))
  it('says what is in them and what is low', () => {
    tray([{ ...OTTER, state: 'stopped', reasons: ['media-empty-error'] }])
    expect(machine().getByText('stopped').className).toBe('level-caution')
    expect(machine().getByText('its paper is used up')).toBeTruthy()
    expect(machine().getByText('matte black in use. Low: yellow.')).toBeTruthy()
  })
  it('one that was asked to show itself does', () => {
    tray([{ ...OTTER, shows: true }])
    expect(machine().getByText(/It blinks/)).toBeTruthy()
  })
  it('paper is put in by its count, a roll by its metres', async () => {
    const asked = hearing(done())
    tray()
    const sheets = machine().getByLabelText('Otter, photo, rear stack: sheets left')
    fireEvent.change(sheets, { target: { value: '5' } })
    fireEvent.blur(sheets)
    await waitFor(() => expect(asked).toHaveLength(1))
    const metres = machine().getByLabelText('Otter, photo, main roll: metres left')
    await waitFor(() => expect(metres.hasAttribute('disabled')).toBe(false))
    fireEvent.change(metres, { target: { value: '12.5' } })
    fireEvent.blur(metres)
    await waitFor(() => expect(asked).toHaveLength(2))
    expect(asked).toEqual([
      { action: 'tray/switch', body: { printer: 'otter', source: 'main', left: 5 } },
      { action: 'tray/switch', body: { printer: 'otter', source: 'main-roll', left: 12_500 } },
    ])
    expect(useRouter().refresh).toHaveBeenCalled()
  })
  it('what did not arrive can be sent again', async () => {
    const asked = hearing(done())
    tray()
    const field = () => machine().getByLabelText<HTMLInputElement>('Otter, photo, rear stack: sheets left')
    fireEvent.change(field(), { target: { value: '5' } })
    fireEvent.blur(field())
    await waitFor(() => expect(asked).toHaveLength(1))
    await waitFor(() => expect(field().disabled).toBe(false))
    fireEvent.change(field(), { target: { value: '6' } })
    fireEvent.change(field(), { target: { value: '5' } })
    fireEvent.blur(field())
    await waitFor(() => expect(asked.map((a) => a.body.left)).toEqual([5, 5]))
  })
  it('a count that was only looked at asks nothing', () => {
    const asked = hearing(done())
    tray()
    fireEvent.blur(machine().getByLabelText('Otter, photo, rear stack: sheets left'))
    expect(asked).toEqual([])
  })
  it('its black-and-white dialog is set there, and a sheet is put in again and taken out', async () => {
    const asked = hearing(done())
    tray([{ ...OTTER, again: 3 }], [{ ...SHEET, earlier: ['Libreta slip 128.2'] }])
    expect(screen.getByText(/2 times through/)).toBeTruthy()
    const bs = machine().getByLabelText<HTMLInputElement>('Otter, photo: tint b set at the machine')
    expect(bs.value).toBe('2')
    fireEvent.change(bs, { target: { value: '-3' } })
    fireEvent.blur(bs)
    await waitFor(() => expect(asked).toHaveLength(1))
    const out = machine().getByRole('button', { name: 'Take it out' })
    await waitFor(() => expect(out.hasAttribute('disabled')).toBe(false))
    fireEvent.click(out)
    await waitFor(() => expect(asked).toHaveLength(2))
    fireEvent.click(screen.getByRole('button', { name: 'Feed it again' }))
    await waitFor(() =>
      expect(asked.map((a) => a.body)).toEqual([
        { printer: 'otter', tintB: -3 },
        { printer: 'otter', again: null },
        { printer: 'otter', again: 3 },
      ]),
    )
    tray([{ ...OTTER, id: 'wren', name: 'Wren', grey: null }], [])
    expect(screen.queryByLabelText('Wren: darkness set at the machine')).toBeNull()
  })
  it('ink is emptied or filled, and somebody stands by or not', async () => {
    const asked = hearing(done())
    tray()
    fireEvent.click(machine().getByRole('button', { name: 'cyan 80 %, press to empty' }))
    await waitFor(() =>
      expect(
        machine()
          .getByRole('button', { name: /^yellow/ })
          .hasAttribute('disabled'),
      ).toBe(false),
    )
    fireEvent.click(machine().getByRole('button', { name: 'yellow 8 %, press to fill' }))
    await waitFor(() => expect(machine().getByRole('switch').hasAttribute('disabled')).toBe(false))
    fireEvent.click(machine().getByRole('switch'))
    await waitFor(() =>
      expect(asked.map((a) => a.body)).toEqual([
        { printer: 'otter', ink: 'cyan', level: 0 },
        { printer: 'otter', ink: 'yellow', level: 100 },
        { printer: 'otter', standsBy: false },
      ]),
    )
  })
})
