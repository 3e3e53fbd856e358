import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import type { PlanPiece, PlanView } from '@/contract/views/plan'
import { fromMm, um } from '@/core/length/length'
import { minor } from '@/core/money/money'
import { again, done, hearing, show } from '../../../test/interface'
import { KeptPlan } from './kept-plan'

const piece = (i: number, member: string, charge: number): PlanPiece => ({
  ...{ slipId: `s${i}`, number: 120 + i, title: `Print ${i}`, memberName: member, groupName: null },
  ...{ pictureId: null, partId: null, charge: minor(charge), payer: { id: member, name: member } },
  laid: { i, x: 4000, y: 4000 + i * 105_000, w: 200_000, h: 100_000, turned: false },
})
const PLAN: PlanView = {
  ...{
    id: 'p',
    number: 3,
    name: 'Heron, roll, version 1',
    queueId: 'q',
    printerName: 'Heron',
    by: 'Perrin',
    at: 0,
    state: 'kept',
  },
  ...{
    count: 3,
    length: fromMm(310),
    revision: 2,
    feedName: 'roll',
    paperName: 'Dune',
    cutsMade: 0,
    offcutsKept: [],
    counted: null,
    runId: null,
  },
  sheet: { width: fromMm(610), length: fromMm(323) },
  ...{ gap: fromMm(5), straight: true, trouble: null, reachable: true, prints: [] },
  pieces: [piece(0, 'Iria', 310), piece(1, 'Tomé', 290), piece(2, 'Iria', 310)],
  promise: {
    findings: [
      { check: 'resolution', level: 'stop', says: 'Piece 1 has 60 ppi.' },
      { check: 'resolution', level: 'stop', says: 'Piece 2 has 61 ppi.' },
      { check: 'stock', level: 'fine', says: 'Enough.' },
    ],
    miss: { across: um(900), along: um(1400) },
    ...{ rule: 'own area', cost: minor(900), room: minor(120), unknown: [], inkMl: 3.2, seconds: 600 },
  },
}

describe('a kept plan', () => {
  it('says what it takes, what each member pays and by which rule', () => {
    show(<KeptPlan plan={PLAN} />)
    const pays = within(screen.getByRole('region', { name: 'Who pays' }))
    const rows = pays.getAllByRole('row').map((r) => r.textContent?.replace(/\s/g, ' '))
    expect(rows).toEqual(['AccountPrintsCharge', 'Iria26.20 EUR', 'Tomé12.90 EUR'])
    expect(pays.getByText(/1\.20\sEUR of paper between them is the room’s/)).toBeTruthy()
    expect(screen.getByText('323 mm of 610 mm Dune')).toBeTruthy()
    expect(screen.getByText('0.9 mm across, 1.4 mm along')).toBeTruthy()
  })
  it('says what each account pays: a group for its member, and two of one name apart', () => {
    const [first, second, third] = PLAN.pieces as readonly [PlanPiece, PlanPiece, PlanPiece]
    const pieces = [
      first,
      { ...second, memberName: first.memberName, payer: { id: 'g', name: 'Night class' } },
      { ...third, memberName: first.memberName, payer: { id: 'another', name: first.memberName ?? '' } },
    ]
    show(<KeptPlan plan={{ ...PLAN, pieces }} />)
    const rows = within(screen.getByRole('region', { name: 'Who pays' })).getAllByRole('row')
    expect(rows.slice(1).map((r) => r.textContent?.replace(/[\d.\s]+EUR$/, ''))).toEqual(
      [first.memberName, 'Night class', first.memberName].map((name) => `${name}1`.slice(0, -1)),
    )
  })
  it('is cut by a list that is ticked off, kept for whoever looks, and goes on from what the room says', async () => {
    const asked = hearing(done({ id: 'p' }))
    const page = show(<KeptPlan plan={PLAN} />)
    const cuts = within(screen.getByRole('region', { name: 'Cuts' }))
    const first = cuts.getAllByRole('listitem')[0]
    expect(first?.textContent).toMatch(/^Across the roll, 104\.0 mm from its lead edge: A comes off; B is left\.$/)
    expect(first?.getAttribute('aria-current')).toBe('step')
    fireEvent.click(cuts.getByRole('button', { name: 'Cut 1 is made' }))
    fireEvent.click(cuts.getByRole('button', { name: 'Cut 2 is made' }))
    expect(cuts.getByText(/^2 of \d+ cuts made$/)).toBeTruthy()
    await waitFor(() =>
      expect(asked.map((a) => a.body)).toEqual([
        { id: 'p', was: 0, made: 1 },
        { id: 'p', was: 1, made: 2 },
      ]),
    )
    again(page, <KeptPlan plan={{ ...PLAN, cutsMade: 2 }} />)
    again(page, <KeptPlan plan={{ ...PLAN, cutsMade: 5 }} />)
    expect(cuts.getByText(/^5 of \d+ cuts made$/)).toBeTruthy()
    fireEvent.click(cuts.getByRole('button', { name: 'One back' }))
    expect(cuts.getByText(/^4 of \d+ cuts made$/)).toBeTruthy()
  })
  it('a tick that the room did not take is taken back', async () => {
    hearing({ ok: false, problem: { code: 'not_found', what: 'This plan' } })
    show(<KeptPlan plan={PLAN} />)
    fireEvent.click(screen.getByRole('button', { name: 'Cut 1 is made' }))
    expect(screen.getByText(/^1 of \d+ cuts made$/)).toBeTruthy()
    await waitFor(() => expect(screen.getByText(/^0 of \d+ cuts made$/)).toBeTruthy())
  })
  it('prints share their cuts where there is no gap: what drift does is said', () => {
    show(<KeptPlan plan={{ ...PLAN, gap: um(0) }} />)
    expect(
      screen.getByText(
        /lies 1\.4 mm from true, a cut by measure takes that from one print and leaves it white on the other/,
      ),
    ).toBeTruthy()
  })
  it('is printed with its stops answered, each check once', async () => {
    const asked = hearing(done({ printIds: ['j'] }))
    show(<KeptPlan plan={PLAN} />)
    fireEvent.click(screen.getByRole('button', { name: 'Print as one and log' }))
    const dialog = within(await screen.findByRole('dialog'))
    const press = await dialog.findByRole('button', { name: 'Print it' })
    expect(press.hasAttribute('disabled')).toBe(true)
    fireEvent.change(dialog.getByPlaceholderText('Why it is printed all the same'), {
      target: { value: 'seen from afar' },
    })
    await waitFor(() => expect(press.hasAttribute('disabled')).toBe(false))
    fireEvent.click(press)
    await waitFor(() => expect(asked).toHaveLength(1))
    expect(asked[0]).toEqual({
      action: 'plan.print',
      body: {
        id: 'p',
        revision: 2,
        outcome: 'good',
        note: '',
        answers: [{ check: 'resolution', reason: 'seen from afar' }],
      },
    })
  })
  it('what was printed from its file is logged, a spoiled one with its cause', async () => {
    const asked = hearing(done({ runId: 'r' }))
    show(<KeptPlan plan={{ ...PLAN, promise: PLAN.promise && { ...PLAN.promise, findings: [] } }} />)
    fireEvent.click(screen.getByRole('button', { name: 'Log run' }))
    const dialog = within(await screen.findByRole('dialog'))
    fireEvent.click(await dialog.findByRole('button', { name: 'Log as good' }))
    await waitFor(() => expect(asked[0]?.body).toMatchObject({ outcome: 'good', cause: null, answers: [] }))
  })
  it('one that cannot be printed as it was laid says why, and can be put away', async () => {
    const asked = hearing(done({ revision: 3 }))
    show(<KeptPlan plan={{ ...PLAN, promise: null, trouble: 'Slip 120 was taken off the bench.' }} />)
    expect(screen.getByText(/Slip 120 was taken off the bench/)).toBeTruthy()
    for (const name of ['Print as one and log', 'Log run', 'Save file'])
      expect(screen.getByRole('button', { name }).hasAttribute('disabled')).toBe(true)
    fireEvent.click(screen.getByRole('button', { name: 'Put away' }))
    await waitFor(() => expect(asked[0]).toEqual({ action: 'plan.put-away', body: { id: 'p', revision: 2 } }))
  })
  it('a queue without an address, a plan at the printer, one that is printed: what is shut says why', () => {
    vi.stubGlobal('fetch', vi.fn())
    const page = show(<KeptPlan plan={{ ...PLAN, reachable: false }} />)
    expect(screen.getByText(/This queue has no address: save the file/)).toBeTruthy()
    const printing = { ...PLAN, prints: [{ id: 'j', state: 'printing' as const }] } as unknown as PlanView
    again(
      page,
      <KeptPlan
        plan={{
          ...printing,
          prints: printing.prints.map((p) => ({
            ...p,
            what: 'Plan 3, 3 prints',
            href: '',
            of: 'slip',
            printerSays: '',
            problem: null,
            cancelAsked: false,
            progress: 0,
            sheetHref: null,
            queueName: '',
            printerId: '',
            printId: null,
            copy: 1,
            at: 0,
          })),
        }}
      />,
    )
    expect(screen.getByText('It is being printed now.')).toBeTruthy()
    again(page, <KeptPlan plan={{ ...PLAN, state: 'printed', runId: 'r', promise: null }} />)
    expect(screen.queryByRole('button', { name: 'Print as one and log' })).toBeNull()
    expect(screen.getByRole('link', { name: 'log as one run' }).getAttribute('href')).toBe('/log/r')
    again(page, <KeptPlan plan={{ ...PLAN, state: 'put away', promise: null }} />)
    expect(screen.queryByRole('region', { name: 'Cuts' })).toBeNull()
  })
})
