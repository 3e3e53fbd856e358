import { act, fireEvent, screen, waitFor, within } from '@testing-library/react'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { EdgeCheck } from '@/contract/views/edge-check'
import type { SheetReading } from '@/core/edge/readings'
import { UNREAD } from '@/core/edge/readings'
import { solveCheck } from '@/core/edge/solve'
import { fromMm, perMille, um } from '@/core/length/length'
import { type Asked, done, hearing, show } from '../../../test/interface'
import { VERSION } from '../../../test/slip-facts'
import { EDGE_CHECK } from '../../../test/views'
import { EdgeCheckPage } from './edge-check'
import { sayFine } from './fine'
import { StartCheck } from './start'
import type { StartPage } from './types'

const LAYOUT = EDGE_CHECK.layout
const ticks = (left: number, right: number, lead: number, trail: number): SheetReading => ({
  ...UNREAD,
  ticks: { left, right, lead, trail },
})
const page = (patch: Partial<EdgeCheck> = {}) =>
  show(<EdgeCheckPage check={{ ...EDGE_CHECK, ...patch }} prints={[]} addressed={false} />)
const cell = (sheet: number, what: string): HTMLInputElement =>
  screen.getByLabelText<HTMLInputElement>(`Sheet ${sheet}, ${what}`)
const type = (input: HTMLInputElement, text: string, leave: 'blur' | 'Enter' = 'blur'): void => {
  fireEvent.focus(input)
  fireEvent.change(input, { target: { value: text } })
  if (leave === 'blur') fireEvent.blur(input)
  else fireEvent.keyDown(input, { key: 'Enter' })
}
const readRow = (sheet: number, ...values: readonly string[]): void => {
  for (const [i, edge] of ['left', 'right', 'lead', 'trail'].entries()) type(cell(sheet, edge), values[i] ?? '')
}
const lastReadings = (asked: readonly Asked[]): readonly SheetReading[] =>
  asked.at(-1)?.body.readings as readonly SheetReading[]

beforeEach(async () => {
  // a page that was left a moment ago still sends what was typed on it
  await new Promise((r) => setTimeout(r, 0))
  localStorage.clear()
})
afterEach(() => vi.useRealTimers())

const SEALED = { ...VERSION, id: '01935c00-0000-7000-8000-000000000001' }

describe('reading a check', () => {
  it('what is typed is saved a moment later, all of it, with the revision', async () => {
    vi.useFakeTimers()
    const asked = hearing(done({ revision: 4 }))
    page()
    type(cell(1, 'left'), '28')
    type(cell(2, 'A to B'), '230,4')
    await act(() => vi.advanceTimersByTimeAsync(100))
    expect(asked).toHaveLength(0)
    expect(screen.getByText('typed')).toBeTruthy()
    await act(() => vi.advanceTimersByTimeAsync(1000))
    expect(asked).toHaveLength(1)
    expect(asked[0]).toMatchObject({
      action: 'edge-check.read',
      body: { id: 'c', revision: 3, instrument: 'rule and loupe' },
    })
    expect(lastReadings(asked).map((r) => [r.ticks.left, r.lengths['A to B']])).toEqual([
      [28, null],
      [null, 230_400],
      [null, null],
    ])
    expect(screen.getByText('saved')).toBeTruthy()
  })
  it('what could not be saved is said, and stays typed', async () => {
    vi.useFakeTimers()
    hearing({ ok: false, problem: { code: 'unreachable' } })
    page()
    type(cell(1, 'left'), '28')
    await act(() => vi.advanceTimersByTimeAsync(1000))
    expect(screen.getByText('not saved yet: no connection')).toBeTruthy()
    expect(cell(1, 'left').value).toBe('28')
    localStorage.clear()
  })
  it('what was typed without a connection is sent when it is back, and found again after a reload', async () => {
    vi.useFakeTimers()
    const away = { ok: false, problem: { code: 'unreachable' } }
    const asked = hearing(away, away, done({ revision: 4 }))
    const shown = page()
    type(cell(1, 'left'), '28')
    await act(() => vi.advanceTimersByTimeAsync(1000))
    expect(asked).toHaveLength(1)
    shown.unmount()
    await act(() => vi.advanceTimersByTimeAsync(10))
    page()
    await act(() => vi.advanceTimersByTimeAsync(10))
    expect(cell(1, 'left').value).toBe('28')
    expect(lastReadings(asked)[0]?.ticks.left).toBe(28)
    expect(screen.getByText('saved')).toBeTruthy()
    expect(localStorage.length).toBe(0)
  })
  it('tries again after a pause, and at once when the browser is connected again', async () => {
    vi.useFakeTimers()
    const away = { ok: false, problem: { code: 'unreachable' } }
    const asked = hearing(away, away, done({ revision: 4 }))
    page()
    type(cell(1, 'left'), '28')
    await act(() => vi.advanceTimersByTimeAsync(1000))
    await act(() => vi.advanceTimersByTimeAsync(2000))
    expect(asked).toHaveLength(2)
    act(() => void window.dispatchEvent(new Event('online')))
    await act(() => vi.advanceTimersByTimeAsync(10))
    expect(asked).toHaveLength(3)
    expect(screen.getByText('saved')).toBeTruthy()
    await act(() => vi.advanceTimersByTimeAsync(600_000))
    expect(asked).toHaveLength(3)
  })
  it('leaving the page saves at once what was typed last', async () => {
    const asked = hearing(done({ revision: 4 }))
    const shown = page()
    type(cell(1, 'left'), '28')
    shown.unmount()
    await waitFor(() => expect(asked.map((a) => a.action)).toEqual(['edge-check.read']))
  })
  it.each([
    ['left', '2x', /“2x” is no tick/],
    ['left', '2.5', /“2.5” is no tick/],
    ['A to B', '8,,5', /“8,,5” is not a length/],
  ])('%s: %s is kept as typed and says what is wrong', (what, text, says) => {
    hearing(done({ revision: 4 }))
    page()
    type(cell(1, what), text)
    expect(cell(1, what).value).toBe(text)
    expect(cell(1, what).getAttribute('aria-invalid')).toBe('true')
    expect(screen.getByText(says)).toBeTruthy()
  })
  it('Enter goes down a column, the arrow up goes back', () => {
    hearing(done({ revision: 4 }))
    page()
    cell(1, 'left').focus()
    type(cell(1, 'left'), '28', 'Enter')
    expect(document.activeElement).toBe(cell(2, 'left'))
    fireEvent.keyDown(cell(2, 'left'), { key: 'ArrowUp' })
    expect(document.activeElement).toBe(cell(1, 'left'))
  })
  it('rows pasted from a table fill from where they are pasted', async () => {
    vi.useFakeTimers()
    const asked = hearing(done({ revision: 4 }))
    page()
    fireEvent.paste(cell(2, 'right'), { clipboardData: { getData: () => '29\t30\t31\t10,5\n27\t28\tx\t' } })
    await act(() => vi.advanceTimersByTimeAsync(1000))
    expect(lastReadings(asked).map((r) => r.ticks)).toEqual([
      { left: null, right: null, lead: null, trail: null },
      { left: null, right: 29, lead: 30, trail: 31 },
      { left: null, right: 27, lead: 28, trail: null },
    ])
    expect(lastReadings(asked)[1]?.lengths['left to A']).toBe(10_500)
  })
  it('the drawing follows what is being read', () => {
    page()
    fireEvent.focus(cell(2, 'trail'))
    expect(screen.getByText('Sheet 2, trail edge.')).toBeTruthy()
    expect(screen.getByTitle('Ticks at the trail edge; the first that shows is to be read')).toBeTruthy()
    fireEvent.focus(cell(3, 'A to C'))
    expect(screen.getByText('Sheet 3, cross A to cross C.')).toBeTruthy()
    expect(screen.queryByTitle(/^Ticks at/)).toBeNull()
  })
  it('the figures stand there while it is read, and say that they are not in use yet', () => {
    hearing(done({ revision: 4 }))
    page()
    expect(screen.getByText(/The figures stand here once a sheet is read/)).toBeTruthy()
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Calculate and use it' }).disabled).toBe(true)
    readRow(1, '30', '30', '30', '30')
    const left = within(screen.getByRole('row', { name: /^Overspray, left/ }))
    // 2.95 of 257 mm on both sides: 2.95 * 257 / 251.1
    expect(left.getAllByRole('cell').map((c) => c.textContent)).toEqual(['2.9 mm', '3.02 mm', '+0.12 mm'])
    expect(screen.getByText(/It is used once it is calculated/)).toBeTruthy()
    expect(screen.getByText(/Fewer than three sheets/)).toBeTruthy()
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Calculate and use it' }).disabled).toBe(false)
  })
  it('an edge that is still missing is said, with its sheet', () => {
    hearing(done({ revision: 4 }))
    page()
    type(cell(2, 'left'), '28')
    expect(screen.getByText(/Sheet 2: the right .* was not read/)).toBeTruthy()
  })
  it('solving first saves what was typed, then solves that', async () => {
    const asked = hearing(done({ revision: 4 }), done({ revision: 5 }))
    page()
    readRow(1, '30', '30', '30', '30')
    fireEvent.click(screen.getByRole('button', { name: 'Calculate and use it' }))
    await waitFor(() => expect(asked).toHaveLength(2))
    expect(asked.map((a) => [a.action, a.body.revision])).toEqual([
      ['edge-check.read', 3],
      ['edge-check.solve', 4],
    ])
  })
  it('a sheet that fed badly is left out, and another one is added', async () => {
    vi.useFakeTimers()
    const asked = hearing(done({ revision: 4 }))
    page()
    fireEvent.click(screen.getByLabelText('Leave out sheet 2'))
    await act(() => vi.advanceTimersByTimeAsync(1000))
    expect(lastReadings(asked).map((r) => r.leftOut)).toEqual([false, true, false])
    fireEvent.click(screen.getByRole('button', { name: 'One more sheet' }))
    await act(() => vi.advanceTimersByTimeAsync(100))
    expect(asked.at(-1)).toMatchObject({ action: 'edge-check.more', body: { revision: 4, sheets: 1, print: false } })
  })
  it('what somebody else reads meanwhile joins what is typed here, and is saved with it', async () => {
    vi.useFakeTimers()
    const asked = hearing(done({ revision: 5 }))
    const [first = UNREAD, ...others] = EDGE_CHECK.readings
    const theirs = [{ ...first, ticks: { ...first.ticks, right: 41 } }, ...others, UNREAD]
    const Two = () => {
      const [check, setCheck] = useState<EdgeCheck>(EDGE_CHECK)
      return (
        <>
          <button type="button" onClick={() => setCheck({ ...EDGE_CHECK, revision: 4, readings: theirs })}>
            news
          </button>
          <button type="button" onClick={() => setCheck({ ...EDGE_CHECK, revision: 2, readings: [first] })}>
            late
          </button>
          <EdgeCheckPage check={check} prints={[]} addressed />
        </>
      )
    }
    show(<Two />)
    type(cell(1, 'left'), '28')
    fireEvent.click(screen.getByText('news'))
    expect([cell(1, 'left').value, cell(1, 'right').value]).toEqual(['28', '41'])
    expect(cell(4, 'left')).toBeTruthy()
    await act(() => vi.advanceTimersByTimeAsync(1000))
    expect(asked.at(-1)?.body.revision).toBe(4)
    expect(lastReadings(asked).map((r) => [r.ticks.left, r.ticks.right])).toEqual([
      [28, 41],
      [null, null],
      [null, null],
      [null, null],
    ])
    // what was read before it was saved changes nothing
    fireEvent.click(screen.getByText('late'))
    expect([cell(1, 'left').value, cell(1, 'right').value]).toEqual(['28', '41'])
  })
  it('what somebody else saved first joins, and what is typed is saved over that', async () => {
    vi.useFakeTimers()
    const [first = UNREAD, ...others] = EDGE_CHECK.readings
    const current = { readings: [{ ...first, ticks: { ...first.ticks, right: 41 } }, ...others] }
    const stale = { ok: false, problem: { code: 'stale', what: 'This edge check', yours: 3, now: 8, current } }
    const asked = hearing(stale, done({ revision: 9 }))
    page()
    type(cell(1, 'left'), '28')
    await act(() => vi.advanceTimersByTimeAsync(1000))
    expect(asked.map((a) => a.body.revision)).toEqual([3, 8])
    expect(lastReadings(asked)[0]?.ticks).toMatchObject({ left: 28, right: 41 })
    expect([cell(1, 'right').value, screen.getByText('saved').textContent]).toEqual(['41', 'saved'])
  })
  it('what could not be saved is not solved', async () => {
    const asked = hearing({ ok: false, problem: { code: 'unreachable' } })
    page()
    readRow(1, '30', '30', '30', '30')
    fireEvent.click(screen.getByRole('button', { name: 'Calculate and use it' }))
    await waitFor(() => expect(screen.getByText('not saved yet: no connection')).toBeTruthy())
    expect(asked.map((a) => a.action)).toEqual(['edge-check.read'])
    localStorage.clear()
  })
  it('each sheet can be saved as a file of its own', async () => {
    const asked = hearing({ ok: false, problem: { code: 'not_found', what: 'This edge check' } })
    page()
    fireEvent.click(screen.getByRole('button', { name: 'Save sheet 3 as PDF' }))
    await waitFor(() => expect(asked).toEqual([{ action: 'edge-check.file', body: { id: 'c', sheet: 3 } }]))
  })
})

describe('a check that is over', () => {
  const solved = solveCheck(
    LAYOUT,
    [ticks(30, 30, 30, 30), ticks(31, 29, 30, 30), ticks(30, 30, 29, 31)],
    'rule and loupe',
    { driftAcross: um(700), driftAlong: um(800), skew: perMille(0) },
  )
  const result = solved.ok ? solved.value : null
  it('no longer changes, and says since when it is in use', () => {
    page({ state: 'solved', result, solvedAt: 0, readBy: 'Iria' })
    expect(cell(1, 'left').disabled).toBe(true)
    expect(screen.queryByRole('button', { name: 'Calculate and use it' })).toBeNull()
    expect(screen.getByText(/In use for every prediction/)).toBeTruthy()
    expect(screen.getByText(/read and calculated .* by Iria/)).toBeTruthy()
    expect(screen.getByTitle('How each sheet lay against the mean of all')).toBeTruthy()
  })
  it('borderless says that stretch is part of the overspray', () => {
    page({ state: 'solved', result })
    expect(screen.getByRole('row', { name: /^Stretch across/ }).textContent).toContain(
      'a check with margins tells it apart',
    )
  })
  it('can be withdrawn, once', async () => {
    const asked = hearing(done({ revision: 9 }))
    page({ state: 'solved', result })
    fireEvent.click(screen.getByRole('button', { name: 'Withdraw' }))
    await waitFor(() => expect(asked[0]).toEqual({ action: 'edge-check.withdraw', body: { id: 'c', revision: 3 } }))
    page({ state: 'withdrawn', result, number: 5 })
    expect(screen.getAllByRole('button', { name: 'Withdraw' })).toHaveLength(1)
    expect(screen.getByText(/withdrawn, not in use/)).toBeTruthy()
  })
  it('measured lengths are finer than lengths that people set', () => {
    expect([sayFine(3019, 'mm'), sayFine(3019, 'in')]).toEqual(['3.02 mm', '0.119 in'])
  })
})

describe('beginning a check', () => {
  const SIZE = { family: 'ISO B', unit: 'mm', pwg: '' } as const
  const PAGE: StartPage = {
    printerName: 'Otter',
    printerId: 'otter',
    versions: [SEALED],
    addressed: [VERSION.settings.queueId],
    sizes: [
      { ...SIZE, id: 'b4', name: 'B4', short: fromMm(257), long: fromMm(364) },
      { ...SIZE, id: 'huge', name: 'Huge', short: fromMm(900), long: fromMm(1200) },
    ],
    onShelf: [],
    rollWidths: [],
    tray: false,
  }
  const choose = async (label: string, name: string): Promise<void> => {
    fireEvent.click(screen.getByRole('combobox', { name: label }))
    fireEvent.click(await screen.findByRole('option', { name, hidden: true }))
  }
  it('offers sizes first of which the room has sheets', () => {
    const a4 = { ...SIZE, id: 'a4', name: 'A4', short: fromMm(210), long: fromMm(297) }
    show(<StartCheck {...PAGE} sizes={[...PAGE.sizes, a4]} onShelf={['a4']} />)
    fireEvent.click(screen.getByRole('combobox', { name: 'Sheet' }))
    const options = screen.getAllByRole('option', { hidden: true }).map((o) => o.textContent)
    expect(options.indexOf('A4, on the shelf')).toBeGreaterThanOrEqual(0)
    expect(options.indexOf('B4')).toBe(options.indexOf('A4, on the shelf') + 1)
  })
  it('waits for a sheet, offers those that the feed takes, and prints as many as asked', async () => {
    const asked = hearing(done({ id: 'new', number: 5 }))
    show(<StartCheck {...PAGE} />)
    expect(screen.getByText('Choose a sheet.')).toBeTruthy()
    fireEvent.click(screen.getByRole('combobox', { name: 'Sheet' }))
    expect(screen.queryByRole('option', { name: 'Huge', hidden: true })).toBeNull()
    await choose('Sheet', 'B4')
    fireEvent.click(screen.getByRole('button', { name: 'Print 5 ruler sheets' }))
    await waitFor(() => expect(useRouter().push).toHaveBeenCalledWith('/edge-checks/new'))
    expect(asked[0]).toEqual({
      action: 'edge-check.start',
      body: {
        versionId: SEALED.id,
        edge: 'borderless',
        sheet: { kind: 'size', sizeId: 'b4' },
        sheets: 5,
        instrument: 'rule and loupe',
        print: true,
        note: '',
      },
    })
  })
  it('borderless that is not possible says why', async () => {
    const noPads = { ...SEALED, queueFeed: { ...VERSION.queueFeed, borderless: null } }
    show(<StartCheck {...PAGE} versions={[noPads]} />)
    await choose('Sheet', 'B4')
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /ruler sheets/ }).disabled).toBe(true)
    fireEvent.click(screen.getByRole('radio', { name: 'Margins' }))
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /ruler sheets/ }).disabled).toBe(false)
  })
  it('without an address the sheets are laid out and printed by hand', async () => {
    show(<StartCheck {...PAGE} addressed={[]} />)
    expect(screen.getByText(/This queue has no address/)).toBeTruthy()
    expect(screen.getByRole('button', { name: 'Lay out the ruler sheets' })).toBeTruthy()
  })
  it('without a sealed preset it says what to do first', () => {
    show(<StartCheck {...PAGE} versions={[]} />)
    expect(screen.getByText(/no sealed preset yet/)).toBeTruthy()
  })
  it('fewer than three sheets give no drift, and that is said before they are printed', () => {
    show(<StartCheck {...PAGE} />)
    expect(screen.getByText(/5 sheets also give the drift/)).toBeTruthy()
    fireEvent.change(screen.getByLabelText('Sheets'), { target: { value: '2' } })
    fireEvent.blur(screen.getByLabelText('Sheets'))
    expect(screen.getByText(/Fewer than three sheets give means, and no drift/)).toBeTruthy()
  })
})
