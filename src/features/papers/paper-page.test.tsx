import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { useRouter } from 'next/navigation'
import { describe, expect, it } from 'vitest'
import type { Paper, PaperDeeds, ScreenView, TrialView, WayChosen } from '@/contract/views/paper'
import type { PaperNote } from '@/contract/views/target'
import { fromMm, um } from '@/core/length/length'
import { minor } from '@/core/money/money'
import { done, fromMenu, hearing, show } from '../../../test/interface'
import { PaperPage } from './paper-page'

const DAY = 86_400_000
const id = (n: number): string => `01a00000-0000-7000-8000-00000000000${n}`
const [P, Q, H, R, D] = [id(1), id(2), id(3), id(4), id(5)]
const STOCK = {
  ...{ id: 's', paperId: 'p', kind: 'sheet' as const, width: fromMm(210), length: fromMm(297), pack: 50 },
  ...{ price: minor(2900), count: 30, rolls: [], finished: [], moves: 4, revision: 1 },
}
const PAPER: Paper = {
  ...{ id: P, number: 1, maker: 'Mill at Low Fen', name: 'Fenland Matte', surface: 'matte', weight: 210 },
  ...{ thickness: um(240), white: { l: 95.6, a: 0.5, b: -1.8 }, note: '', revision: 3, stocks: [STOCK] },
}
const trial = (number: number, more: Partial<TrialView>): TrialView => ({
  ...{ id: `t${number}`, number, at: 40 * DAY, by: 'Perrin', revision: 1, queueId: Q, queueName: 'Otter, photo' },
  ...{ mediaSettingId: 'b', mediaSettingName: 'Matte B', run: null, printed: 'moons', light: 'viewing booth' },
  ...{ screenName: null, seen: 'even', kept: 'kept', flaws: [] },
  ...more,
})
const RUN = { id: R, number: 7, at: 39 * DAY, title: 'Fern', outcome: 'good', queueId: Q, mediaSettingId: 'b' }
const DEEDS: PaperDeeds = { days: 90, good: 21, spoiled: 2, mm2: 5e6, used: { s: 90 }, newest: [RUN] }
const QUEUES = [
  {
    id: Q,
    name: 'Otter, photo',
    mediaSettings: [
      { id: 'a', name: 'Matte A' },
      { id: 'b', name: 'Matte B' },
    ],
  },
  { id: H, name: 'Heron', mediaSettings: [{ id: 'roll', name: 'Roll matte' }] },
]
const SCREEN: ScreenView = { id: D, number: 1, name: 'Desk', note: '', revision: 1, newest: null }
const page = (trials: readonly TrialView[], chosen: WayChosen | null = null) =>
  show(
    <PaperPage
      {...{ paper: PAPER, trials, deeds: DEEDS, queues: QUEUES, screens: [SCREEN] }}
      presets={[{ id: 'x', name: 'Otter, Fenland Matte', number: 3 }]}
      paths={[{ id: 'way', queueId: Q, settled: 3, steps: 7 }]}
      notes={NOTES}
      chosen={chosen}
      now={40 * DAY}
    />,
  )
const NOTES: readonly PaperNote[] = [
  {
    ...{ id: 'n2', says: 'Feed one sheet at a time.', source: 'the maker’s leaflet', at: 39 * DAY, by: 'Perrin' },
    ...{ revision: 2, files: [{ id: 'f', name: 'leaflet.pdf', mime: 'application/pdf' }] },
  },
]
const WAY = '3 of 7 steps'
const row = (name: RegExp): readonly (string | null)[] =>
  within(screen.getByRole('row', { name }))
    .getAllByRole('cell')
    .map((c) => c.textContent)

describe('a paper’s page', () => {
  it('says which media setting was kept last on each queue, and what speaks against it', () => {
    page([
      trial(3, { kept: 'not kept', mediaSettingName: 'Matte A' }),
      trial(2, { flaws: [{ code: 'not dry', hours: 2, needs: 24 }] }),
      trial(1, { mediaSettingName: 'Plain' }),
    ])
    expect(row(/^Otter/)).toEqual(['Matte B', expect.stringMatching(/^trial 2: judged 2 hours after printing/), WAY])
    expect(row(/^Heron/)).toEqual(['', 'not tried', 'Begin'])
  })
  it('tried and never kept is said', () => {
    page([trial(1, { kept: 'not decided' }), trial(2, { kept: 'not kept' })])
    expect(row(/^Otter/)).toEqual(['', '2 trials, none kept', WAY])
  })
  it('says how long what is left lasts, its white, and what prints on it', () => {
    page([])
    expect(screen.getByText(/about 4 weeks/).textContent).toMatch(/29\.00\sEUR for 50/)
    expect(screen.getByText(/White: L\* 95\.6, a\* 0\.5, b\* −1\.8/)).toBeTruthy()
    expect(screen.getByRole('link', { name: 'Otter, Fenland Matte 3' }).getAttribute('href')).toBe('/presets/x')
    expect(screen.getByText(/21 good prints, 2 spoiled, 5\.0 m²/)).toBeTruthy()
  })
  it('a way that was chosen on a proof sheet begins the trial; its reason is asked for, and it is asked once', async () => {
    const asked = hearing(done({ id: id(9), number: 4, flaws: 0 }))
    const run = { ...RUN, id: id(6), number: 9 }
    page([], { run, says: '2. Matte B, monochrome, darkness Lifted (−2)' })
    expect(screen.getByText('Chosen: 2. Matte B, monochrome, darkness Lifted (−2)')).toBeTruthy()
    const log = screen.getByRole('button', { name: 'Log trial' })
    fireEvent.click(log)
    await waitFor(() => expect(screen.getByText('Say what was seen.')).toBeTruthy())
    fireEvent.change(screen.getByLabelText(/^Why it was chosen/), { target: { value: 'the veins part' } })
    fireEvent.click(log)
    await waitFor(() => expect(asked).toHaveLength(1))
    expect(asked[0]?.body).toMatchObject({
      ...{ paperId: P, queueId: Q, mediaSettingId: 'b', runId: id(6), kept: 'kept' },
      seen: 'Chosen on a proof sheet, 2. Matte B, monochrome, darkness Lifted (−2): the veins part',
    })
    await waitFor(() => expect(useRouter().replace).toHaveBeenCalledWith(`/papers/${P}`))
  })
  it('whether a trial is kept is decided on its line', async () => {
    const asked = hearing(done({ revision: 2 }))
    page([trial(1, { kept: 'not decided' })])
    fireEvent.click(within(screen.getByRole('radiogroup', { name: 'Trial 1' })).getByRole('radio', { name: 'kept' }))
    await waitFor(() =>
      expect(asked).toEqual([{ action: 'trial.decide', body: { id: 't1', revision: 1, kept: 'kept' } }]),
    )
  })
})

describe('the way from box to card', () => {
  it('is begun for a queue, and gone on with where it was left', async () => {
    const asked = hearing(done({ id: 'new' }))
    page([])
    expect(screen.getByRole('link', { name: WAY }).getAttribute('href')).toBe(`/papers/${P}/path/way`)
    fireEvent.click(screen.getByRole('button', { name: 'Begin the path on Heron' }))
    await waitFor(() => expect(asked).toEqual([{ action: 'path.begin', body: { paperId: P, queueId: H } }]))
    await waitFor(() => expect(useRouter().push).toHaveBeenCalledWith(`/papers/${P}/path/new`))
  })
})

describe('the notes of a paper', () => {
  it('stand with their source, who and when, and their files', async () => {
    const asked = hearing(done({ revision: 3 }))
    page([])
    const note = within(screen.getByText('Feed one sheet at a time.').closest('li') as HTMLElement)
    expect(note.getByText(/^the maker’s leaflet; Perrin, /)).toBeTruthy()
    expect(note.getByRole('link', { name: 'leaflet.pdf' }).getAttribute('href')).toBe('/api/files/f')
    expect(await fromMenu('note 1', 'Remove')).toEqual(['Add a file', 'Remove'])
    await waitFor(() => expect(asked[0]).toEqual({ action: 'note.retire', body: { id: 'n2', revision: 2 } }))
  })
  it('a new one is needed in words, and goes to its paper', async () => {
    const asked = hearing(done({ id: 'n3' }))
    page([])
    fireEvent.click(screen.getByRole('button', { name: 'New note' }))
    const dialog = within(await screen.findByRole('dialog'))
    fireEvent.click(dialog.getByRole('button', { name: 'Note it' }))
    expect(await dialog.findByText('Say something.')).toBeTruthy()
    fireEvent.change(dialog.getByLabelText('What it says'), { target: { value: 'Cockles when wet' } })
    fireEvent.click(dialog.getByRole('button', { name: 'Note it' }))
    await waitFor(() =>
      expect(asked).toEqual([{ action: 'note.add', body: { paperId: P, says: 'Cockles when wet', source: '' } }]),
    )
  })
})

describe('a new trial', () => {
  const open = async () => {
    const asked = hearing(done({ id: 'n', number: 1, flaws: 0 }))
    page([])
    fireEvent.click(screen.getByRole('button', { name: 'Log a trial' }))
    const dialog = within(await screen.findByRole('dialog'))
    const choose = async (list: string, option: RegExp): Promise<void> => {
      fireEvent.click(dialog.getByRole('combobox', { name: list }))
      fireEvent.click(await dialog.findByRole('option', { name: option, hidden: true }))
    }
    const send = (): void => void fireEvent.click(dialog.getByRole('button', { name: 'Log trial' }))
    const seen = (text: string): void =>
      void fireEvent.change(dialog.getByLabelText('What was seen'), { target: { value: text } })
    return { asked, dialog, choose, send, seen }
  }
  it('wants to know what was seen and with which setting', async () => {
    const { asked, dialog, send } = await open()
    send()
    expect(await dialog.findByText('Say what was seen.')).toBeTruthy()
    expect(dialog.getByText('Choose one.')).toBeTruthy()
    expect(asked).toEqual([])
  })
  it('of a run of that queue is sent with its light and screen', async () => {
    const { asked, dialog, choose, send, seen } = await open()
    // what it was printed with is what was tried
    await choose('Print', /^run 7/)
    expect(dialog.queryByLabelText('What was printed')).toBeNull()
    fireEvent.click(dialog.getByRole('radio', { name: 'room lamps' }))
    await choose('Beside the screen', /^Desk/)
    seen('two more steps')
    send()
    await waitFor(() =>
      expect(asked[0]?.body).toMatchObject({
        ...{ paperId: P, queueId: Q, mediaSettingId: 'b', runId: R, light: 'room lamps', screenId: D },
        ...{ seen: 'two more steps', kept: 'not decided', printedAt: null },
      }),
    )
  })
  it('another queue has other settings and runs: what was chosen of the first is gone', async () => {
    const { asked, dialog, choose, send, seen } = await open()
    await choose('Media setting', /^Matte B/)
    await choose('Print', /^run 7/)
    await choose('Queue', /^Heron/)
    expect(dialog.getByLabelText('What was printed')).toBeTruthy()
    seen('flat')
    send()
    expect(await dialog.findByText('Choose one.')).toBeTruthy()
    await choose('Media setting', /^Roll matte/)
    send()
    await waitFor(() => expect(asked[0]?.body).toMatchObject({ queueId: H, mediaSettingId: 'roll', runId: null }))
  })
})
