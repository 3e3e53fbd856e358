import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { Run } from '@/contract/views/log'
import { fromMm } from '@/core/length/length'
import { minor } from '@/core/money/money'
import { outcomeOf } from '@/core/slip/outcome'
import { type RunRecord, recordOf } from '@/core/slip/record'
import { done, hearing, show } from '../../../test/interface'
import { facts } from '../../../test/slip-facts'
import { RunPage } from './run'

const recorded = (): RunRecord => {
  const promised = facts({ placing: { mode: 'exact', by: { edge: 'width', um: fromMm(180) } } })
  const record = recordOf(promised, outcomeOf(promised), [
    { check: 'stock', says: 'Only 2 sheets are left.', reason: 'a pack came' },
    { check: 'loaded', says: 'Another paper is in.', reason: null },
  ])
  if (!record) throw new Error('nothing was promised')
  return record
}

const RUN: Run = {
  id: 'r',
  number: 9,
  at: Date.UTC(2026, 10, 24, 15, 5),
  by: 'Perrin',
  slipId: 's',
  slipNumber: 4,
  pictureId: null,
  title: 'Fern',
  memberId: 'i',
  groupId: 'g',
  memberName: 'Iria',
  groupName: 'Herbarium',
  printerName: 'Otter',
  presetName: 'Matte',
  versionNumber: 3,
  seal: 'TPX4X4',
  paperName: 'Fenland Matte',
  outcome: 'good',
  cause: null,
  note: 'second try',
  copy: 2,
  inkMicrolitres: 430,
  cost: minor(123),
  charge: minor(148),
  partId: 'part',
  runId: 'r',
  counted: null,
  position: 0,
  parts: 1,
  others: [],
  printId: 'first',
  chargeTo: 'member',
  record: recorded(),
  logged: { outcome: 'good', cause: null },
  corrections: [],
  asked: true,
  unknown: [],
  corrected: false,
  width: fromMm(257),
  length: fromMm(364),
  roll: false,
}
const page = (patch: Partial<Run> = {}) =>
  show(
    <RunPage
      run={{ ...RUN, ...patch }}
      people={[{ id: 'm2', name: 'Ida' }]}
      measured={null}
      now={Date.UTC(2026, 10, 25)}
    />,
  )
const fact = (name: string): string | null | undefined =>
  screen.getByText(name, { selector: 'dt' }).nextElementSibling?.textContent

describe('a run in the log', () => {
  it('says what it was, from its record', () => {
    page()
    expect(fact('Outcome')).toBe('good')
    expect(fact('Member')).toBe('Iria, Herbarium')
    expect(fact('Sheet')).toBe('257.0 × 364.0 mm, margins')
    expect(fact('Print')).toBe('180.0 × 240.0 mmfern.jpg, 677 ppi, tolerance ± 0.7 mm as declared')
    expect(fact('Preset')).toBe('Matte, version 3seal TPX4X4')
    expect(fact('Cost')).toBe('1.23\u00a0EUR; 1.48\u00a0EUR charged')
    expect(screen.getByText(/Only 2 sheets are left/).textContent).toContain('a pack came')
    expect(screen.queryByText(/Another paper is in/)).toBeNull()
    expect(screen.queryByText('Corrected')).toBeNull()
  })
  it('what it turned out to be is corrected with a cause and a note', async () => {
    const asked = hearing(done({ id: 'r' }))
    page()
    fireEvent.click(screen.getByRole('button', { name: 'Correct this run' }))
    const dialog = within(screen.getByRole('dialog'))
    const submit = dialog.getByRole<HTMLButtonElement>('button', { name: 'It is spoiled' })
    expect(submit.disabled).toBe(true)
    fireEvent.click(dialog.getByPlaceholderText('Choose a cause'))
    fireEvent.click(await dialog.findByRole('option', { name: 'banding', hidden: true }))
    expect(dialog.getByText(/Say how it was found/)).toBeTruthy()
    fireEvent.change(dialog.getByLabelText('Note'), { target: { value: 'seen by daylight' } })
    expect(submit.disabled).toBe(false)
    fireEvent.click(submit)
    await waitFor(() =>
      expect(asked).toEqual([
        {
          action: 'run.correct',
          body: { id: 'r', revision: 0, outcome: 'spoiled', cause: 'banding', note: 'seen by daylight' },
        },
      ]),
    )
  })
  it('whose print it was is set by a correction, with the charge', async () => {
    const asked = hearing(done({ id: 'r' }))
    page({ memberId: null, memberName: null })
    fireEvent.click(screen.getByRole('button', { name: 'Correct this run' }))
    const dialog = within(screen.getByRole('dialog'))
    fireEvent.change(dialog.getByLabelText('Note'), { target: { value: 'it was hers' } })
    expect(dialog.getByText('Change the outcome, or whose print it is.')).toBeTruthy()
    fireEvent.click(dialog.getByPlaceholderText('nobody is named'))
    fireEvent.click(await screen.findByRole('option', { name: 'Ida', hidden: true }))
    fireEvent.click(dialog.getByRole('button', { name: 'It is good' }))
    await waitFor(() =>
      expect(asked).toEqual([
        {
          action: 'run.correct',
          body: { id: 'r', revision: 0, outcome: 'good', cause: null, note: 'it was hers', memberId: 'm2' },
        },
      ]),
    )
  })
  it('corrections stand there, oldest first, with what it was logged as', () => {
    page({
      outcome: 'proof',
      corrections: [
        { at: 2000, by: 'Odalys', outcome: 'proof', cause: null, note: 'kept as a proof', charge: minor(123) },
        { at: 1000, by: 'Iria', outcome: 'spoiled', cause: 'banding', note: 'seen by daylight', charge: minor(0) },
      ],
    })
    const part = screen.getByRole('heading', { name: 'Corrected' }).parentElement
    const lines = [...(part?.querySelectorAll('p') ?? [])].map((p) => p.textContent ?? '')
    expect(lines[0]).toBe('Logged as good by Perrin.')
    expect(lines[1]).toMatch(/spoiled, banding, by Iria\. seen by daylight$/)
    expect(lines[2]).toMatch(/proof, by Odalys\. kept as a proof$/)
  })
  it('one that nobody knows is not corrected here', () => {
    page({ outcome: 'not known' })
    expect(screen.queryByRole('button', { name: 'Correct this run' })).toBeNull()
  })
})
