import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { useRouter } from 'next/navigation'
import { describe, expect, it } from 'vitest'
import type { PathView, StepView } from '@/contract/views/path'
import { fromMm } from '@/core/length/length'
import { NOTHING_KNOWN, PATH, standing } from '@/core/paper/path'
import { done, hearing, show } from '../../../test/interface'
import { PathPage } from './path'

const id = (n: number): string => `01a00000-0000-7000-8000-00000000000${n}`
const [WAY, P, Q, PRINTER, PICTURE] = [id(1), id(2), id(3), id(4), id(5)]
const STEPS: readonly StepView[] = standing(PATH, NOTHING_KNOWN, {}).map(({ step, state, said }) => ({
  ...{ id: step.id, name: step.name, reason: step.reason, state, said, found: null },
}))
const with_ = (step: StepView['id'], more: Partial<StepView>): readonly StepView[] =>
  STEPS.map((s) => (s.id === step ? { ...s, ...more } : s))
const PATHVIEW: PathView = {
  ...{ id: WAY, revision: 4, paper: { id: P, name: 'Saltmarsh' }, begunAt: 0, by: 'Perrin', steps: STEPS },
  queue: { id: Q, name: 'Otter, photo', printerId: PRINTER, printerName: 'Otter' },
  settings: [
    { id: 'a', name: 'Matte A', tried: 0 },
    { id: 'b', name: 'Matte B', tried: 2 },
  ],
  ...{ spare: 0, version: null },
  sheets: [
    { says: 'A4', choice: { kind: 'size', sizeId: 'iso_a4_210x297mm' } },
    { says: '329 mm roll', choice: { kind: 'cut', width: fromMm(329), length: 'auto' } },
  ],
}
const PAPER = {
  ...{ id: P, number: 1, maker: '', name: 'Saltmarsh', surface: 'textured', weight: 310, thickness: null },
  ...{ white: null, note: '', revision: 1, stocks: [] },
}
const page = (more: Partial<PathView> = {}) =>
  show(
    <PathPage
      path={{ ...PATHVIEW, ...more }}
      paper={PAPER}
      choices={{ queues: [{ id: Q, name: 'Otter, photo', mediaSettings: [] }], screens: [], runs: [] }}
      pictures={[{ id: PICTURE, name: 'fern.tif' }]}
      draft={null}
      now={0}
    />,
  )
const step = (name: string) =>
  within(screen.getByRole('heading', { name: new RegExp(`^${name}`) }).closest('li') as HTMLElement)

describe('a path', () => {
  it('shows each step with its reason, and which is next', () => {
    page({ steps: with_('nozzles', { state: 'done', found: { says: 'checked by Perrin: no gaps', at: 0 } }) })
    expect(screen.getByRole('status').textContent).toMatch(/^7 steps to go.*Next: media settings side by side\.$/)
    expect(screen.getAllByRole('heading', { level: 2 }).map((h) => h.textContent)).toEqual([
      ...['Nozzle check done', 'Media settings side by side next', 'Edge check open', 'Quality compared open'],
      ...['Version sealed open', 'Profile bound open', 'Greys straight open', 'Bench card open'],
    ])
    expect(step('Nozzle check').getByText(/no gaps, 1 Jan/)).toBeTruthy()
    expect(step('Nozzle check').queryByRole('button', { name: 'Leave out' })).toBeNull()
  })
  it('a step is left out with a reason only, over the revision that was seen', async () => {
    const asked = hearing(done({ revision: 5 }))
    page()
    fireEvent.click(step('Edge check').getByRole('button', { name: 'Leave out' }))
    const dialog = within(await screen.findByRole('dialog'))
    fireEvent.change(dialog.getByLabelText('Why it is left out'), { target: { value: 'a thin paper, as before' } })
    fireEvent.click(dialog.getByRole('button', { name: 'Leave it out' }))
    await waitFor(() =>
      expect(asked).toEqual([
        {
          action: 'path.say',
          body: { id: WAY, revision: 4, step: 'edges', state: 'skipped', says: 'a thin paper, as before' },
        },
      ]),
    )
  })
  it('what was said stays readable, and can be taken back', async () => {
    const asked = hearing(done({ revision: 5 }))
    const said = { state: 'skipped', says: 'no meter here', at: 0, by: 'Perrin' } as const
    page({ steps: with_('profile', { state: 'skipped', said }) })
    expect(step('Profile bound').getByText(/Left out: no meter here/)).toBeTruthy()
    fireEvent.click(step('Profile bound').getByRole('button', { name: 'Take back' }))
    await waitFor(() => expect(asked[0]?.body).toMatchObject({ step: 'profile', state: 'open' }))
  })
  it('makes one sheet for each media setting, and says what could not be tried', async () => {
    const asked = hearing(done({ revision: 5, slipId: 's', left: ['Matte B: closed.'] }))
    page()
    fireEvent.click(step('Media settings').getByRole('button', { name: 'Proof sheets' }))
    const dialog = within(await screen.findByRole('dialog'))
    fireEvent.click(dialog.getByRole('combobox', { name: 'Sheet' }))
    fireEvent.click(await dialog.findByRole('option', { name: '329 mm roll', hidden: true }))
    fireEvent.click(dialog.getByRole('button', { name: 'Make the slip' }))
    await waitFor(() =>
      expect(asked[0]?.body).toMatchObject({
        ...{ id: WAY, revision: 4, mediaSettingIds: ['a', 'b'], pictureId: PICTURE },
        sheet: { kind: 'cut', width: 329_000, length: 'auto' },
      }),
    )
    await waitFor(() => expect(useRouter().push).toHaveBeenCalledWith('/slips/s'))
  })
  it.each([
    [{ settings: [] }, /has no media setting for this surface/],
    [{ settings: [{ id: 'a', name: 'Matte A', tried: 0 }] }, /has Matte A alone for this surface/],
    [{ sheets: [] }, /kept in no size yet/],
  ])('says why there can be no proofs yet: %#', async (more, says) => {
    page(more)
    fireEvent.click(step('Media settings').getByRole('button', { name: 'Proof sheets' }))
    const dialog = within(await screen.findByRole('dialog'))
    expect(dialog.getByText(says)).toBeTruthy()
    expect(dialog.getByRole('button', { name: 'Make the slip' }).hasAttribute('disabled')).toBe(true)
  })
  it('notes a nozzle check in the upkeep of its printer', async () => {
    const asked = hearing(done({ id: 'u' }))
    page()
    fireEvent.click(step('Nozzle check').getByRole('button', { name: 'Note a nozzle check' }))
    const dialog = within(await screen.findByRole('dialog'))
    fireEvent.change(dialog.getByLabelText('Result'), { target: { value: 'all fire' } })
    fireEvent.click(dialog.getByRole('button', { name: 'Note it' }))
    await waitFor(() =>
      expect(asked[0]).toMatchObject({
        action: 'upkeep.log',
        body: { printerId: PRINTER, kind: 'nozzle check', result: 'all fire', at: null },
      }),
    )
  })
  it('retires what was only tried, and leads to the preset and its card', async () => {
    const asked = hearing(done({ revision: 5, retired: 2 }))
    page({ spare: 2, version: { id: 'v', presetId: 'x' } })
    expect(step('Bench card').getByRole('link', { name: 'Bench card' }).getAttribute('href')).toBe(
      '/presets/x/card?version=v',
    )
    fireEvent.click(screen.getByRole('button', { name: 'Retire 2 other proofs' }))
    await waitFor(() => expect(asked[0]).toEqual({ action: 'path.tidy', body: { id: WAY, revision: 4 } }))
  })
  it('says when every step is done or left out', () => {
    page({ steps: STEPS.map((s) => ({ ...s, state: 'done' })) })
    expect(screen.getByRole('status').textContent).toBe('Every step is done or left out with a reason.')
  })
})
