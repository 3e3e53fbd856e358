import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { describe, expect, it, vi } from 'vitest'
import type { Paper, ScreenView, Stock } from '@/contract/views/paper'
import { fromMm, um } from '@/core/length/length'
import { minor } from '@/core/money/money'
import { done, fromMenu, hearing, show } from '../../test/interface'
import { sums } from '../../test/sums'
import { type GroupRow, Members, type PersonRow } from './members/members'
import { RoomForm } from './members/room-form'
import { Screens } from './members/screens'
import { BuyForm, CountForm, PaperForm, StockForm } from './papers/paper-forms'
import { Papers } from './papers/papers'
import { RollFacts, RollForm } from './papers/roll-forms'

const type = (label: string, value: string): void => {
  const input = screen.getByLabelText(label)
  fireEvent.change(input, { target: { value } })
  fireEvent.blur(input)
}
const press = (name: string | RegExp): void => void fireEvent.click(screen.getByRole('button', { name }))
/** The only thing that is wrong, at which field; the focus is there. */
const wrongAt = async (label: string, says: string): Promise<void> => {
  const field = screen.getByLabelText(label)
  await waitFor(() => expect(document.activeElement).toBe(field))
  expect(field.getAttribute('aria-invalid')).toBe('true')
  expect(field.closest('[data-size]')?.parentElement?.textContent).toContain(says)
}

const STOCK: Stock = {
  id: 's',
  paperId: 'p',
  kind: 'sheet',
  width: fromMm(257),
  length: fromMm(364),
  pack: 50,
  price: minor(4750),
  count: 17,
  rolls: [],
  finished: [],
  moves: 4,
  revision: 2,
}
const PAPER: Paper = {
  id: 'p',
  number: 1,
  maker: 'Harbour Mill',
  name: 'Fenland Matte',
  surface: 'matte',
  weight: 210,
  thickness: um(240),
  white: null,
  note: '',
  revision: 3,
  stocks: [STOCK],
}
const MOVES = [
  { at: 0, kind: 'run', delta: um(-420_000), run: { id: 'n', number: 188 }, note: '' },
  { at: 0, kind: 'loaded', delta: um(26_000_000), run: null, note: 'new' },
] as const
const ROLL: Stock['rolls'][number] = {
  ...{ id: 'r', number: 4, left: um(24_600_000), first: um(26_000_000), core: null, thickness: null },
  ...{ price: minor(8900), inPrinter: 'Heron', moves: 3, revision: 2 },
}

describe('a paper', () => {
  it('wants a name, and goes into the books with its facts', async () => {
    const asked = hearing(done({ id: 'n', number: 7 }))
    const onDone = vi.fn()
    show(<PaperForm paper={null} onDone={onDone} />)
    press('Add paper')
    await wrongAt('Name', 'A name is needed.')
    expect(asked).toEqual([])
    type('Name', 'Estuary Rag')
    expect(screen.queryByText('A name is needed.')).toBeNull()
    type('Weight, g/m²', '310')
    type('Thickness, µm', '480')
    press('Add paper')
    await waitFor(() => expect(onDone).toHaveBeenCalled())
    expect(asked).toEqual([
      {
        action: 'paper.add',
        body: { name: 'Estuary Rag', maker: '', surface: 'matte', weight: 310, thickness: 480, note: '', white: null },
      },
    ])
  })
  it('edited, it is saved with its revision', async () => {
    const asked = hearing(done({ revision: 4 }))
    show(<PaperForm paper={PAPER} onDone={vi.fn()} />)
    type('Note', 'curls when it is dry')
    press('Save')
    await waitFor(() => expect(asked[0]?.body).toMatchObject({ id: 'p', revision: 3, note: 'curls when it is dry' }))
  })
  const stale = (now: number, current: object) => ({
    ok: false,
    problem: { code: 'stale', what: 'This paper', yours: 3, now, current },
  })
  const field = (label: string): string => screen.getByLabelText<HTMLInputElement>(label).value
  it('edited by somebody else meanwhile: what stands there now is beside what was typed, and nothing is overwritten', async () => {
    const asked = hearing(stale(4, { note: 'lies flat', weight: 230 }), done({ revision: 5 }))
    const onDone = vi.fn()
    show(<PaperForm paper={PAPER} onDone={onDone} />)
    type('Note', 'curls')
    press('Save')
    expect(await screen.findByText('lies flat')).toBeTruthy()
    expect([asked.length, onDone.mock.calls.length]).toEqual([1, 0])
    // what was typed stays, what was not touched is as it is there
    expect([field('Note'), field('Weight, g/m²')]).toEqual(['curls', '230'])
    expect(screen.getByText('Changed by somebody else meanwhile.')).toBeTruthy()
    expect(screen.getByRole('alert').textContent).toContain('nothing was overwritten')
    expect(useRouter().refresh).toHaveBeenCalledOnce()
    press('Save')
    await waitFor(() => expect(onDone).toHaveBeenCalled())
    expect(asked[1]?.body).toMatchObject({ revision: 4, note: 'curls', weight: 230, name: 'Fenland Matte' })
  })
  it('what stands there now can be taken instead', async () => {
    const asked = hearing(stale(4, { note: 'lies flat' }), done({ revision: 5 }))
    show(<PaperForm paper={PAPER} onDone={vi.fn()} />)
    type('Note', 'curls')
    press('Save')
    fireEvent.click(await screen.findByRole('button', { name: 'Take it' }))
    expect(field('Note')).toBe('lies flat')
    press('Save')
    await waitFor(() => expect(asked[1]?.body).toMatchObject({ revision: 4, note: 'lies flat' }))
  })
  it('a change that lies outside of the form is no question', async () => {
    const asked = hearing(stale(4, { stocks: 'another' }), done({ revision: 5 }))
    const onDone = vi.fn()
    show(<PaperForm paper={PAPER} onDone={onDone} />)
    type('Note', 'curls')
    press('Save')
    await waitFor(() => expect(onDone).toHaveBeenCalled())
    expect(asked.map((a) => a.body.revision)).toEqual([3, 4])
  })
  it('news of the room change neither what is typed nor the revision that it is saved over', async () => {
    const asked = hearing(done({ revision: 5 }))
    const Two = () => {
      const [paper, setPaper] = useState(PAPER)
      return (
        <>
          <button type="button" onClick={() => setPaper({ ...PAPER, note: 'lies flat', revision: 4 })}>
            news
          </button>
          <PaperForm paper={paper} onDone={vi.fn()} />
        </>
      )
    }
    show(<Two />)
    type('Maker', 'Weir Mill')
    press('news')
    press('Save')
    await waitFor(() => expect(asked[0]?.body).toMatchObject({ revision: 3, maker: 'Weir Mill', note: '' }))
  })
  it('two quick presses save once', async () => {
    const asked = hearing(done({ revision: 4 }))
    show(<PaperForm paper={PAPER} onDone={vi.fn()} />)
    press('Save')
    press('Save')
    await waitFor(() => expect(asked).toHaveLength(1))
    await new Promise((r) => setTimeout(r, 20))
    expect(asked).toHaveLength(1)
  })
  it('what the room finds wrong is said at its field', async () => {
    const issues = [
      { path: 'maker', message: 'at most 3 letters' },
      { path: 'elsewhere', message: 'it is Sunday' },
    ]
    const asked = hearing({ ok: false, problem: { code: 'input', issues } })
    show(<PaperForm paper={PAPER} onDone={vi.fn()} />)
    press('Save')
    await waitFor(() => expect(asked).toHaveLength(1))
    await wrongAt('Maker', 'At most 3 letters.')
    expect(screen.getByRole('alert').textContent).toBe('It is Sunday.')
  })
  it('a weight beyond the limits is not sent', async () => {
    const asked = hearing(done({ revision: 4 }))
    show(<PaperForm paper={PAPER} onDone={vi.fn()} />)
    type('Weight, g/m²', '12')
    press('Save')
    await wrongAt('Weight, g/m²', 'At least 20, not 12.')
    expect(asked).toEqual([])
    type('Weight, g/m²', '120')
    press('Save')
    await waitFor(() => expect(asked[0]?.body).toMatchObject({ weight: 120 }))
  })
})

describe('stock of a paper', () => {
  it('sheets want both edges and a price of a pack', async () => {
    const asked = hearing(done({ id: 'n' }))
    show(<StockForm paperId="p" onDone={vi.fn()} />)
    press('Add')
    await wrongAt('Short edge', 'This is needed.')
    type('Short edge', 'wide')
    press('Add')
    await wrongAt('Short edge', '“wide” is not a length')
    expect(asked).toEqual([])
    type('Short edge', '8 1/2 in')
    type('Long edge', '11 in')
    type('Price of a pack', '19.50')
    type('Sheets here', '40')
    press('Add')
    await waitFor(() => expect(asked).toHaveLength(1))
    expect(asked[0]?.body).toEqual({
      paperId: 'p',
      kind: 'sheet',
      width: 215_900,
      length: 279_400,
      pack: 25,
      price: 1950,
      count: 40,
    })
  })
  it('what cannot be read in a field that is shown no more keeps nothing shut', async () => {
    const asked = hearing(done({ id: 'n' }))
    show(<StockForm paperId="p" onDone={vi.fn()} />)
    type('Sheets in a pack', '0')
    fireEvent.click(screen.getByRole('radio', { name: 'a roll' }))
    type('Width', '610 mm')
    type('Length, for example 30 m', '30 m')
    type('Price of a roll', '88')
    press('Add')
    await waitFor(() => expect(asked).toHaveLength(1))
  })
  it('a roll has no pack, and a width and a length', async () => {
    const asked = hearing(done({ id: 'n' }))
    show(<StockForm paperId="p" onDone={vi.fn()} />)
    fireEvent.click(screen.getByRole('radio', { name: 'a roll' }))
    expect(screen.queryByLabelText('Sheets in a pack')).toBeNull()
    type('Width', '610 mm')
    type('Length, for example 30 m', '30 m')
    type('Price of a roll', '88')
    press('Add')
    await waitFor(() =>
      expect(asked[0]?.body).toMatchObject({ kind: 'roll', width: 610_000, length: 30_000_000, pack: 1, price: 8800 }),
    )
  })
  it('packs bought are counted in sheets', async () => {
    const asked = hearing(done({ id: 's' }))
    show(<BuyForm stock={STOCK} onDone={vi.fn()} />)
    type('Packs of 50', '3')
    press('Put it on the shelf')
    await waitFor(() => expect(asked).toEqual([{ action: 'stock.buy', body: { id: 's', delta: 150 } }]))
  })
  it('a count is noted beside what was noted so far', async () => {
    const asked = hearing(done({ id: 's' }))
    show(<CountForm stock={STOCK} onDone={vi.fn()} />)
    expect(screen.getByText('Noted so far: 17.')).toBeTruthy()
    type('Counted', '15')
    press('Note the count')
    await waitFor(() => expect(asked).toEqual([{ action: 'stock.count', body: { id: 's', seen: 4, counted: 15 } }]))
  })
  it('a piece off a roll is a length; a measured rest is sent with what of the ledger was seen', async () => {
    const asked = hearing(done({ id: 'r' }))
    const { unmount } = show(<RollForm roll={ROLL} thickness={um(250)} moves={MOVES} now={0} onDone={vi.fn()} />)
    expect(screen.getAllByRole('row').map((r) => r.textContent)).toEqual([
      '1 Janrun 188−0.42 m',
      '1 Janloaded+26.00 mnew',
    ])
    press('Log the length')
    await wrongAt('Length taken off', 'This is needed.')
    type('Length taken off', '12 cm')
    press('Log the length')
    await waitFor(() => expect(asked[0]?.body).toMatchObject({ id: 'r', kind: 'trimmed', delta: 120_000 }))
    unmount()
    show(<RollForm roll={ROLL} thickness={um(250)} moves={MOVES} now={0} onDone={vi.fn()} />)
    expect(screen.getByRole('link', { name: 'run 188' }).getAttribute('href')).toBe('/log/n')
    fireEvent.click(screen.getByRole('radio', { name: 'measured' }))
    type('Measured length left', '24 m')
    press('Log the length')
    await waitFor(() => expect(asked[1]?.body).toEqual({ id: 'r', measured: 24_000_000, seen: 3, note: '' }))
  })
  it('a roll is measured by its diameter: a length with how far off it may be, taken over with what it is made of', async () => {
    const asked = hearing(done({ id: 'r' }))
    show(<RollForm roll={ROLL} thickness={um(250)} moves={MOVES} now={0} onDone={vi.fn()} />)
    expect(screen.queryByText(/By its diameter/)).toBeNull()
    fireEvent.click(screen.getByRole('radio', { name: 'measured' }))
    type('Outer diameter', '70')
    expect(await screen.findByText(/^Paper is outside its tube/)).toBeTruthy()
    type('Outer diameter', '100')
    // pi * (100^2 - 76.2^2) / 4 / 0.25 mm
    expect(await screen.findByText(/^13\.17 m, within 0\.\d\d m\./)).toBeTruthy()
    press('Take it')
    press('Log the length')
    await waitFor(() =>
      expect(asked[0]?.body).toMatchObject({
        ...{ measured: 13_170_000, seen: 3 },
        note: expect.stringMatching(/^by diameter 100 mm, core 76\.2 mm, paper 0\.25 mm thick: within 0\.\d\d m$/),
      }),
    )
  })
  it('a roll of its own tube and thickness is measured by them, and says so of itself', async () => {
    const asked = hearing(done({ revision: 3 }))
    const own = { ...ROLL, core: um(50_800), thickness: um(200) }
    const { unmount } = show(<RollForm roll={own} thickness={um(250)} moves={MOVES} now={0} onDone={vi.fn()} />)
    expect(screen.getByText(/left of 26\.00 m, in Heron/)).toBeTruthy()
    fireEvent.click(screen.getByRole('radio', { name: 'measured' }))
    type('Outer diameter', '100')
    // pi * (100^2 - 50.8^2) / 4 / 0.2 mm
    expect(await screen.findByText(/^29\.14 m, within /)).toBeTruthy()
    unmount()
    show(<RollFacts roll={ROLL} onDone={vi.fn()} />)
    type('Core, outer diameter', '50.8')
    press('Save')
    await waitFor(() =>
      expect(asked[0]).toEqual({
        action: 'roll.edit',
        body: { id: 'r', revision: 2, core: 50_800, thickness: null, price: 8900 },
      }),
    )
  })
  it('a roll stands where it is, is finished by its menu, and comes back from there', async () => {
    const asked = hearing(done({ revision: 3 }))
    const roll: Stock = { ...STOCK, id: 't', kind: 'roll', width: fromMm(610), length: fromMm(26_000), count: 0 }
    const over = {
      ...{ id: 'f', number: 2, first: um(26_000_000), price: null, revision: 4, at: 0 },
      printed: um(25_100_000),
      thrown: um(900_000),
    }
    const stocks = [{ ...roll, rolls: [ROLL, { ...ROLL, id: 'r5', number: 5, inPrinter: null }], finished: [over] }]
    show(
      <Papers
        prices={{}}
        ledgers={{}}
        used={{ days: 90, of: {} }}
        now={0}
        papers={[{ ...PAPER, stocks }]}
        open={null}
      />,
    )
    expect(screen.getByText('in Heron')).toBeTruthy()
    expect(screen.getByText('on the shelf')).toBeTruthy()
    expect(
      screen.getByText(/^roll 2, 1 Jan: 25\.10 m of 26\.00 m printed, 0\.90 m cut off or thrown away$/),
    ).toBeTruthy()
    await fromMenu('roll 4', 'It is finished')
    await waitFor(() => expect(asked[0]).toEqual({ action: 'roll.finish', body: { id: 'r', revision: 2 } }))
    await fromMenu('roll 2', 'It is not finished')
    await waitFor(() => expect(asked[1]).toEqual({ action: 'roll.resume', body: { id: 'f', revision: 4 } }))
  })
  const BOOKS = { prices: {}, ledgers: {}, used: { days: 90, of: {} }, now: 0 } as const
  it('what is low is said before all papers: few sheets, or nothing on rolls but a rest', () => {
    const roll: Stock = { ...STOCK, id: 't', kind: 'roll', width: fromMm(610), length: fromMm(26_000), count: 0 }
    const inUse = (of: Readonly<Record<string, number>>, ...stocks: readonly Stock[]): string | null => {
      const { unmount } = show(
        <Papers {...BOOKS} papers={[{ ...PAPER, stocks }]} open={null} used={{ days: 90, of }} />,
      )
      const line = screen.queryByText(/^Low: /)?.textContent ?? null
      unmount()
      return line
    }
    const low = (...stocks: readonly Stock[]) => inUse({}, ...stocks)
    const rest = (left: number): Stock => ({ ...roll, rolls: [{ ...ROLL, number: 1, left: um(left) }] })
    expect(low(STOCK, { ...STOCK, count: 6 })).toBeNull()
    expect(low({ ...STOCK, count: 5 }, rest(1_900_000))).toBe(
      'Low: Fenland Matte B4, 5 sheets; Fenland Matte 610 mm roll, 1.9 m.',
    )
    expect(low(rest(2_000_000), { ...rest(0), count: 1 })).toBeNull()
    expect(low({ ...STOCK, count: -3 })).toBe('Low: Fenland Matte B4, 0 sheets.')
    // 90 sheets in 90 days: twelve days of it are too few, forty are not
    expect(inUse({ s: 90 }, { ...STOCK, count: 12 })).toBe('Low: Fenland Matte B4, 12 sheets, about 12 days.')
    expect(inUse({ s: 90 }, { ...STOCK, count: 40 })).toBeNull()
  })
  it('papers are found by name, maker or surface', () => {
    show(
      <Papers
        papers={[PAPER, { ...PAPER, id: 'q', name: 'Dune Lustre', maker: '', surface: 'lustre' }]}
        open={null}
        {...BOOKS}
      />,
    )
    expect(screen.getAllByRole('heading', { level: 2 })).toHaveLength(2)
    fireEvent.change(screen.getByRole('searchbox'), { target: { value: 'harbour' } })
    expect(screen.getAllByRole('heading', { level: 2 }).map((h) => h.textContent)).toEqual([
      expect.stringContaining('Fenland Matte'),
    ])
    fireEvent.change(screen.getByRole('searchbox'), { target: { value: 'zinc' } })
    expect(screen.getByText('No paper has the name “zinc”.')).toBeTruthy()
  })
})

describe('members', () => {
  const GROUP: GroupRow = { id: 'g', name: 'Herbarium group', owes: minor(1234), members: 2, revision: 1 }
  const IRIA: PersonRow = {
    id: 'i',
    number: 2,
    name: 'Iria Vantongeren',
    role: 'member',
    groupId: 'g',
    groupName: 'Herbarium group',
    note: '',
    owes: minor(560),
    revision: 5,
  }
  const page = (people: readonly PersonRow[] = [IRIA, { ...IRIA, id: 'k', name: 'Perrin', role: 'keeper' }]) =>
    show(<Members people={people} groups={[GROUP]} count={people.length} all={people.length} from={0} page={40} />)
  const rowOf = (name: RegExp) => within(screen.getByRole('row', { name }))

  it('stand with their role, group and what they owe; each leads to their prints', () => {
    page()
    const cells = rowOf(/^Iria/)
      .getAllByRole('cell')
      .map((c) => c.textContent)
    expect(cells.slice(0, 5)).toEqual(['Iria Vantongeren', 'member', 'Herbarium group', '', '5.60'])
    expect(
      rowOf(/^Iria/)
        .getAllByRole('link')
        .map((a) => a.getAttribute('href')),
    ).toEqual(['/members/account?person=i', '/members/account?person=i'])
    expect(
      rowOf(/^Herbarium/)
        .getAllByRole('cell')
        .map((c) => c.textContent)
        .slice(0, 3),
    ).toEqual(['Herbarium group', '2', '12.34'])
  })
  it('a member can be made inactive, a keeper cannot', async () => {
    const asked = hearing(done({ revision: 6 }))
    page()
    expect(await fromMenu('Perrin', null)).toEqual(['Take a payment', 'Edit'])
    await fromMenu('Iria Vantongeren', 'Make inactive')
    await waitFor(() => expect(asked).toEqual([{ action: 'person.retire', body: { id: 'i', revision: 5 } }]))
  })
  it('somebody new needs a name', async () => {
    const asked = hearing(done({ id: 'n', number: 11 }))
    page()
    press('New member')
    press('Add')
    await wrongAt('Name', 'A name is needed.')
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Odalys Merriweather' } })
    fireEvent.click(screen.getByRole('radio', { name: 'helper' }))
    press('Add')
    await waitFor(() =>
      expect(asked[0]).toEqual({
        action: 'person.add',
        body: { name: 'Odalys Merriweather', role: 'helper', groupId: null, note: '' },
      }),
    )
  })
  it('a payment goes to the account of who pays', async () => {
    const asked = hearing(done({ id: 'n' }))
    page()
    await fromMenu('Herbarium group', 'Take a payment')
    const dialog = within(await screen.findByRole('dialog'))
    const amount = dialog.getAllByRole('textbox')[0] as HTMLInputElement
    fireEvent.change(amount, { target: { value: '10' } })
    fireEvent.blur(amount)
    const submit = dialog.getAllByRole<HTMLButtonElement>('button').find((b) => b.type === 'submit')
    if (!submit) throw new Error('no way to take it')
    fireEvent.click(submit)
    await waitFor(() =>
      expect(asked[0]).toMatchObject({ action: 'account.pay', body: { groupId: 'g', personId: null, amount: 1000 } }),
    )
  })
  it('nobody of that name is said', () => {
    page()
    fireEvent.change(screen.getByRole('searchbox'), { target: { value: 'zed' } })
    expect(screen.getByText('Nobody is called “zed”.')).toBeTruthy()
  })
})

describe('the room', () => {
  const totals = (prints: number, cost: number, charge: number) =>
    sums(prints, { cost: minor(cost), charge: minor(charge) })
  const rates = { paperPercent: 100, inkPer100Ml: null, roomShare: minor(25) }
  const page = (good: readonly [cost: number, charge: number]) =>
    show(
      <RoomForm
        room={{
          ...{ name: 'Marsh Street', unit: 'mm', currency: 'EUR', exponent: 2, timeZone: 'Europe/Lisbon', revision: 3 },
          ...{ stopPpi: 90, cautionPpi: 200, usualCopies: 6, edgeCheckDays: 180, surfaces: ['gloss', 'matte'] },
          ...{
            screenDays: 30,
            brightestScreen: 120,
            dryHours: 24,
            planShares: 'own area and waste' as const,
            toneBend: 4,
            toneTint: 2,
          },
        }}
        tariff={{ ...rates, revision: 2 }}
        tariffs={[{ ...rates, id: 't', from: 0 }]}
        month={{
          days: 30,
          good: totals(4, ...good),
          proof: totals(1, 40, 40),
          spoiled: totals(2, 310, 0),
          room: sums(0),
        }}
        screens={[]}
        now={0}
      />,
    )
  it('says whether what was charged covers what was used up', () => {
    page([900, 1250])
    expect(screen.getByText(/cover paper and ink and leave 0\.40\sEUR/)).toBeTruthy()
    expect(
      screen
        .getAllByRole('row')
        .find((r) => r.textContent?.startsWith('Spoiled'))
        ?.textContent?.replace('Spoiled', ''),
    ).toBe('23.100.00')
  })
  it('says what is missing', () => {
    page([1000, 1250])
    expect(screen.getByText(/are 0\.60\sEUR less than paper and ink cost/)).toBeTruthy()
    expect(screen.getByRole('cell', { name: 'not known' })).toBeTruthy()
    expect(screen.getByRole('rowheader', { name: 'the beginning' })).toBeTruthy()
  })
})

describe('screens of the room', () => {
  const DAY = 86_400_000
  const screenOf = (id: string, newest: ScreenView['newest']): ScreenView => ({
    ...{ id, number: 1, name: id, note: '', revision: 4, newest },
  })
  const list = (...screens: readonly ScreenView[]) =>
    show(<Screens screens={screens} limits={{ screenDays: 30, brightestScreen: 120 }} now={100 * DAY} />)
  const says = (name: string): readonly (string | null)[] =>
    within(screen.getByRole('row', { name: new RegExp(`^${name}`) }))
      .getAllByRole('cell')
      .map((c) => c.textContent)
      .slice(0, 2)
  it('say how they were measured, and that it is due or too bright', () => {
    list(
      screenOf('Desk', { brightness: 105, white: 6400, at: 95 * DAY, instrument: '' }),
      screenOf('Laptop', { brightness: 185, white: 7100, at: 60 * DAY, instrument: '' }),
      screenOf('Wall', null),
    )
    expect(says('Desk')).toEqual(['105 cd/m², 6400 K', '6 Apr'])
    expect(says('Laptop')).toEqual(['185 cd/m², 7100 K', '2 Mar, due again, too bright to judge prints by'])
    expect(says('Wall')).toEqual(['', 'never'])
  })
  it('are measured anew, with what was measured with before', async () => {
    const asked = hearing(done({ id: 'r' }))
    list(screenOf('Desk', { brightness: 105, white: 6400, at: 0, instrument: 'the club’s meter' }))
    await fromMenu('Desk', 'Measured')
    const dialog = within(await screen.findByRole('dialog'))
    for (const [label, value] of [
      ['Brightness, cd/m²', '98'],
      ['White, K', '6500'],
    ] as const) {
      fireEvent.change(dialog.getByLabelText(label), { target: { value } })
      fireEvent.blur(dialog.getByLabelText(label))
    }
    fireEvent.click(dialog.getByRole('button', { name: 'Log measurement' }))
    await waitFor(() =>
      expect(asked[0]?.body).toEqual({ id: 'Desk', brightness: 98, white: 6500, instrument: 'the club’s meter' }),
    )
  })
})
