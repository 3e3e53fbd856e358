import { act, fireEvent, screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { PlanGroup, PlanPrint } from '@/contract/views/plan'
import { fromMm, um } from '@/core/length/length'
import { minor } from '@/core/money/money'
import type { NestAsk } from '@/core/nest/ask'
import { searchFor } from '@/core/nest/search-for'
import { edges } from '@/core/sheet/sheet'
import type { PlanAnswered } from '@/workers/nest-messages'
import { again, done, hearing, show } from '../../../test/interface'
import { RollPlan } from './roll-plan'

/** What was asked of the worker, and how it is made to answer. */
const asked: NestAsk[] = []
let stopped = 0
let forgotten = 0
let answer: (over: boolean, spoil?: boolean) => void = () => {}
vi.mock('@/workers/planner', () => ({
  openPlanner: (hear: (a: PlanAnswered) => void) => ({
    search: (ask: NestAsk) => {
      asked.push(ask)
      const search = searchFor(ask, 1)
      for (let n = 0; n < (ask.pins ? 1 : 12) && search.pass(() => false); n++);
      answer = (over, spoil = false) => {
        const { standing } = search
        const plan = standing.plan && spoil ? { ...standing.plan, laid: standing.plan.laid.slice(1) } : standing.plan
        act(() => hear({ id: asked.length, standing: { ...standing, plan }, over }))
      }
    },
    stop: () => {
      stopped += 1
    },
    forget: () => {
      forgotten += 1
    },
    end: () => {},
  }),
}))
beforeEach(() => {
  asked.length = 0
  stopped = 0
  forgotten = 0
})

const print = (n: number, w: number, h: number, more: Partial<PlanPrint> = {}): PlanPrint => ({
  ...{ slipId: `s${n}`, printId: 'first', number: n, title: `Print ${n}`, memberName: 'Iria', pictureId: null },
  ...{ w: fromMm(w), h: fromMm(h), copies: 1, alone: fromMm(h + 8), ratio: w / h, revision: 1, ...more },
})
const GROUP: PlanGroup = {
  ...{
    key: 'v 610000 0 as they are',
    versionId: 'v',
    queueId: 'q',
    name: 'Heron, roll, version 1',
    printerName: 'Heron',
    feedName: 'roll',
    paperName: 'Dune',
  },
  ...{
    width: fromMm(610),
    margins: edges(4000, 4000, 4000, 4000),
    roll: { id: 'roll', number: 1, left: fromMm(20_000) },
  },
  rolls: [],
  ...{ longest: fromMm(14_000), perMetre: minor(342) },
  prints: [print(126, 290, 200, { copies: 4 }), print(130, 300, 400)],
  others: [{ slipId: 's9', number: 123, title: 'Cumulus', why: 'it goes over the edges of the roll' }],
}
const figure = (name: string): string | null | undefined =>
  screen.getByText(name, { selector: 'dt' }).nextElementSibling?.textContent

describe('a roll plan', () => {
  it('says what it takes, what it saves in length and money, and what lies by itself', async () => {
    show(<RollPlan plans={[]} now={0} groups={[GROUP]} />)
    expect(screen.getByText(/is printed by itself: it goes over the edges of the roll/)).toBeTruthy()
    expect(asked[0]?.items).toHaveLength(5)
    expect([asked[0]?.width, asked[0]?.gap, asked[0]?.margin, asked[0]?.cut]).toEqual([610_000, 5000, 4000, 'straight'])
    answer(true)
    // two and two beside each other, or one beside the tall one: no less than 4 x 205 + 408 alone
    expect(figure('One after the other')).toBe('1240 mm')
    expect(figure('Takes')).toMatch(/^\d+ mm, \d+\.\d\d\sEUR$/)
    expect(figure('Saves')).toMatch(/^\d+ mm, \d+\.\d\d\sEUR$/)
    expect(Number.parseInt(figure('Takes') ?? '', 10)).toBeLessThan(900)
    // the last labels stand in a gap of their own
    const takes = Number.parseInt(figure('Takes') ?? '', 10)
    fireEvent.click(screen.getByLabelText('slip and member below each'))
    expect(Number.parseInt(figure('Takes') ?? '', 10)).toBe(takes - 5)
    fireEvent.click(screen.getByLabelText('slip and member below each'))
    expect(Number.parseInt(figure('No plan is shorter than') ?? '', 10)).toBeLessThanOrEqual(
      Number.parseInt(figure('Takes') ?? '', 10),
    )
  })
  it('searches again with other copies, another gap, and without turning', async () => {
    show(<RollPlan plans={[]} now={0} groups={[GROUP]} />)
    fireEvent.change(screen.getByLabelText('Copies of 126, Print 126, in this plan'), { target: { value: '2' } })
    await waitFor(() => expect(asked.at(-1)?.items).toHaveLength(3))
    fireEvent.click(screen.getByLabelText('130, Print 130, may be turned'))
    await waitFor(() => expect(asked.at(-1)?.items.map((i) => i.mayTurn)).toEqual([true, true, false]))
    fireEvent.click(screen.getByLabelText('straight cuts part it'))
    await waitFor(() => expect(asked.at(-1)?.cut).toBe('any'))
  })
  it('is searched on when the room tells news, and anew when they are of its prints', async () => {
    const page = show(<RollPlan plans={[]} now={0} groups={[GROUP]} />)
    expect(asked).toHaveLength(1)
    again(page, <RollPlan plans={[]} now={5} groups={[structuredClone(GROUP)]} />)
    expect(asked).toHaveLength(1)
    const wider = { ...GROUP, prints: [print(126, 290, 200, { copies: 4 }), print(130, 310, 400)] }
    again(page, <RollPlan plans={[]} now={6} groups={[wider]} />)
    await waitFor(() => expect(asked).toHaveLength(2))
    again(page, <RollPlan plans={[]} now={7} groups={[{ ...wider, margins: edges(9000, 4000, 4000, 4000) }]} />)
    await waitFor(() => expect(asked).toHaveLength(3))
  })
  it('leaves more white at the sides where that is wished, never less than the printer does', async () => {
    show(<RollPlan plans={[]} now={0} groups={[GROUP]} />)
    const field = screen.getByLabelText('White at both sides')
    const type = (value: string): void => {
      fireEvent.change(field, { target: { value } })
      fireEvent.blur(field)
    }
    type('3')
    expect(await screen.findByText(/^At least 4 mm/)).toBeTruthy()
    expect(asked.at(-1)?.margin).toBe(4000)
    type('12')
    await waitFor(() => expect(asked.at(-1)?.margin).toBe(12_000))
  })
  it('stops when it is asked to, and is kept as it stands', async () => {
    const sent = hearing(done({ id: 'plan', number: 3 }))
    show(<RollPlan plans={[]} now={0} groups={[GROUP]} />)
    answer(false)
    fireEvent.click(screen.getByRole('button', { name: 'Stop' }))
    expect(stopped).toBe(1)
    answer(true)
    fireEvent.click(screen.getByLabelText('ticks for the cutter'))
    fireEvent.click(screen.getByRole('button', { name: 'Keep this plan' }))
    await waitFor(() => expect(sent).toHaveLength(1))
    const { group, plan } = (sent[0]?.body ?? {}) as { group: string; plan: Record<string, unknown> }
    expect(group).toBe(GROUP.key)
    expect(plan).toMatchObject({ width: 610_000, gap: 5000, margin: 4000, cut: 'straight', labels: true, ticks: false })
    expect(plan.items).toHaveLength(5)
    expect(plan.laid).toHaveLength(5)
  })
  it('by keys a print is pinned where it is moved to, turned, freed and taken out; the rest is asked for around it', async () => {
    show(<RollPlan plans={[]} now={0} groups={[GROUP]} />)
    answer(true)
    const of = () => screen.getAllByRole('button', { name: /^126 Print 126, / })[0] as HTMLElement
    expect(asked.at(-1)?.pins).toBeUndefined()
    fireEvent.keyDown(of(), { key: 'ArrowRight', shiftKey: true })
    await waitFor(() => expect(asked.at(-1)?.pins).toHaveLength(1))
    const [pin] = asked.at(-1)?.pins ?? []
    expect((pin?.y ?? 1) % 1000).toBe(0)
    expect(pin?.y).toBeGreaterThanOrEqual(10_000)
    expect(screen.getByText(/1 print pinned: the rest is laid around/)).toBeTruthy()
    answer(true)
    fireEvent.keyDown(of(), { key: 't' })
    await waitFor(() => expect(asked.at(-1)?.pins?.[0]?.turned).toBe(!pin?.turned))
    answer(true)
    fireEvent.keyDown(of(), { key: 'Enter' })
    await waitFor(() => expect(asked.at(-1)?.pins).toBeUndefined())
    answer(true)
    fireEvent.keyDown(of(), { key: 'Delete' })
    await waitFor(() => expect(asked.at(-1)?.items).toHaveLength(4))
  })
  it('pins on each other are said with both, and nothing is searched for', async () => {
    show(<RollPlan plans={[]} now={0} groups={[GROUP]} />)
    answer(true)
    const all = () => screen.getAllByRole('button', { name: /from the left edge/ })
    const move = (n: number, key: string, times: number): void => {
      for (let i = 0; i < times; i++) fireEvent.keyDown(all()[n] as HTMLElement, { key, shiftKey: true })
    }
    move(0, 'ArrowLeft', 60)
    move(0, 'ArrowUp', 40)
    move(1, 'ArrowLeft', 60)
    move(1, 'ArrowUp', 40)
    expect((await screen.findByRole('alert')).textContent).toMatch(
      /^\d+ Print \d+ and \d+ Print \d+ lie on each other\. Move one of them\.$/,
    )
    expect(screen.queryByRole('button', { name: 'Keep this plan' })).toBeNull()
    fireEvent.click(screen.getByRole('button', { name: 'Take the pins out' }))
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull())
  })
  it('each member’s together asks for groups; so many across says their sizes and changes the slips', async () => {
    const sent = hearing(done({ slips: 3 }))
    show(<RollPlan plans={[]} now={0} groups={[GROUP]} />)
    fireEvent.click(screen.getByRole('combobox', { name: 'Laid' }))
    fireEvent.click(await screen.findByRole('option', { name: 'slip by slip, as they wait', hidden: true }))
    await waitFor(() => expect(new Set(asked.at(-1)?.items.map((i) => i.group)).size).toBeGreaterThan(1))
    expect(screen.getByText('3 with 5 mm between them are each 197.3 mm wide.')).toBeTruthy()
    fireEvent.click(screen.getByText('Ask for these sizes on the slips'))
    await waitFor(() => expect(sent[0]?.action).toBe('plan.sizes'))
    expect(sent[0]?.body).toMatchObject({ width: 197_300 })
  })
  it('every width of the paper is held against the others, those that are too narrow with how many do not fit', async () => {
    const rolls = [
      {
        width: fromMm(610),
        perMetre: minor(342),
        open: [{ number: 2, left: um(20_000_000) }],
        unopened: 1,
        loaded: true,
      },
      {
        width: fromMm(432),
        perMetre: minor(240),
        open: [{ number: 3, left: um(300_000) }],
        unopened: 0,
        loaded: false,
      },
      { width: fromMm(210), perMetre: null, open: [], unopened: 2, loaded: false },
    ]
    show(<RollPlan plans={[]} now={0} groups={[{ ...GROUP, rolls }]} />)
    const rows = screen.getAllByRole('row').map((r) => r.textContent ?? '')
    expect(rows[1]).toMatch(/^610 mm, loaded\d+ mm[\d.]+ %.*roll 2: 20\.0 m$/)
    expect(rows[2]).toMatch(/^432 mm.*roll 3: 0\.3 m, too short$/)
    expect(rows[3]).toMatch(/^210 mm\d of 5 prints are wider than that2 unopened$/)
    expect(rows.filter((r) => r.includes('least'))).toHaveLength(1)
    // by the gap that is wished
    const takes = (): number =>
      Number.parseInt(/loaded(\d+) mm/.exec(screen.getAllByRole('row')[1]?.textContent ?? '')?.[1] ?? '', 10)
    const was = takes()
    const gap = screen.getByLabelText('Gap between prints')
    fireEvent.change(gap, { target: { value: '12' } })
    fireEvent.blur(gap)
    await waitFor(() => expect(takes()).toBeGreaterThan(was))
  })
  it('a plan that does not hold is not shown', () => {
    show(<RollPlan plans={[]} now={0} groups={[GROUP]} />)
    answer(true, true)
    expect(screen.getByText(/does not hold, and is not shown/)).toBeTruthy()
    expect(screen.queryByText('Takes')).toBeNull()
  })
  it('with nothing left to lay the search is forgotten, and what it still comes to is not heard', async () => {
    show(<RollPlan plans={[]} now={0} groups={[{ ...GROUP, prints: [print(126, 290, 200)] }]} />)
    answer(false)
    fireEvent.change(screen.getByLabelText('Copies of 126, Print 126, in this plan'), { target: { value: '0' } })
    await waitFor(() => expect(forgotten).toBe(1))
    expect(screen.queryByText('Takes')).toBeNull()
    expect(screen.queryByText(/does not hold/)).toBeNull()
  })
  it('names the print that is wider than the roll both ways, and asks for no plan', async () => {
    show(<RollPlan plans={[]} now={0} groups={[{ ...GROUP, prints: [print(7, 700, 650)] }]} />)
    expect(
      screen.getByText(/^Print 7 \(700 × 650 mm\) is wider than the 602 mm that this roll prints, both ways/),
    ).toBeTruthy()
    expect(asked).toEqual([])
  })
  it('one that must not be turned may be too wide where it would fit turned', async () => {
    show(<RollPlan plans={[]} now={0} groups={[{ ...GROUP, prints: [print(7, 700, 500)] }]} />)
    expect(screen.queryByText(/is wider than/)).toBeNull()
    fireEvent.click(screen.getByLabelText('7, Print 7, may be turned'))
    expect(await screen.findByText(/and must not be turned/)).toBeTruthy()
  })
  it('says when more is taken than is left on the roll, or than the feed takes at once', () => {
    show(
      <RollPlan
        plans={[]}
        now={0}
        groups={[{ ...GROUP, roll: { id: 'roll', number: 4, left: um(300_000) }, longest: um(250_000) }]}
      />,
    )
    answer(true)
    expect(screen.getByText(/^Roll 4 has 300 mm left; this plan takes/)).toBeTruthy()
    expect(screen.getByText(/^The roll takes 250 mm at once/)).toBeTruthy()
  })
  it('refuses more prints than a plan has, and of nothing says what would come', () => {
    show(<RollPlan plans={[]} now={0} groups={[{ ...GROUP, prints: [print(7, 100, 100, { copies: 500 })] }]} />)
    expect(screen.getByText(/^A plan has 300 prints at most; these are 500/)).toBeTruthy()
    show(<RollPlan plans={[]} now={0} groups={[]} />)
    expect(screen.getByText(/^Nothing waits for a roll/)).toBeTruthy()
  })
})
