import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { useRouter } from 'next/navigation'
import { describe, expect, it } from 'vitest'
import type { Target, TargetVersion } from '@/contract/views/target'
import { fromMm } from '@/core/length/length'
import { done, fromMenu, hearing, show } from '../../../test/interface'
import { Targets } from './targets'

const id = (n: number): string => `01a00000-0000-7000-8000-00000000000${n}`
const [T, V, W] = [id(1), id(2), id(3)]
const TARGET: Target = {
  ...{ id: T, number: 1, name: 'Chart 3', service: 'Tidewater Profiles', instructions: 'Dry for a day.' },
  ...{ pictureId: 'p', pictureName: 'chart.tif', width: fromMm(150), height: fromMm(200), revision: 2 },
  files: [{ id: 'f', name: 'leaflet.pdf', mime: 'application/pdf' }],
  prints: [{ slipId: 's', slipNumber: 9, at: 0, version: 'Otter, Fenland, version 2', seal: 'ABC123' }],
}
const A4 = { says: 'A4', choice: { kind: 'size', sizeId: 'iso_a4_210x297mm' } } as const
const VERSIONS: readonly TargetVersion[] = [
  { id: V, name: 'Otter, Fenland, version 2', addressed: true, sheets: [A4] },
  { id: W, name: 'Heron, Roll, version 1', addressed: false, sheets: [A4] },
]
const page = (targets: readonly Target[] = [TARGET], versions = VERSIONS) =>
  show(<Targets targets={targets} versions={versions} presets={[]} now={0} />)

describe('outside targets', () => {
  it('stand with their size, their instructions, their files, and where they were printed', () => {
    page()
    const row = within(screen.getByRole('row', { name: /^Chart 3/ }))
    expect(row.getByText(/^Tidewater Profiles, chart\.tif$/)).toBeTruthy()
    expect(row.getAllByRole('cell').map((c) => c.textContent)).toEqual([
      ...['150 × 200 mm', 'Dry for a day.leaflet.pdf', 'Otter, Fenland, version 2, 1 Jan, slip 9', expect.anything()],
    ])
    expect(row.getByRole('link', { name: 'slip 9' }).getAttribute('href')).toBe('/slips/s')
  })
  it('is printed with a version and a sheet, and its slip is gone to', async () => {
    const asked = hearing(done({ slipId: 'new' }))
    page()
    await fromMenu('Chart 3', 'Print')
    const dialog = within(await screen.findByRole('dialog'))
    expect(dialog.getByText(/It goes out as the file has it, 150 × 200 mm: not converted, never scaled/)).toBeTruthy()
    fireEvent.click(dialog.getByRole('button', { name: 'Print it' }))
    await waitFor(() =>
      expect(asked).toEqual([{ action: 'target.print', body: { id: T, versionId: V, sheet: A4.choice, copies: 1 } }]),
    )
    await waitFor(() => expect(useRouter().push).toHaveBeenCalledWith('/slips/new'))
  })
  it('is not sent to a queue without an address', async () => {
    page()
    await fromMenu('Chart 3', 'Print')
    const dialog = within(await screen.findByRole('dialog'))
    fireEvent.click(dialog.getByRole('combobox', { name: 'With the seal of' }))
    fireEvent.click(await dialog.findByRole('option', { name: /^Heron/, hidden: true }))
    expect(dialog.getByText(/has no address/)).toBeTruthy()
    expect(dialog.getByRole('button', { name: 'Print it' }).hasAttribute('disabled')).toBe(true)
  })
  it('without a version that leaves colour alone says which one to make', async () => {
    page([TARGET], [])
    await fromMenu('Chart 3', 'Print')
    expect(await screen.findByText(/seal one in which the printer’s colour is off/)).toBeTruthy()
  })
  it('its profile comes back to the seal that it was printed with', async () => {
    page()
    expect(await fromMenu('Chart 3', 'Its profile came back')).toEqual([
      ...['Print', 'Its profile came back', 'Add a file', 'Retire'],
    ])
    const dialog = within(await screen.findByRole('dialog'))
    expect(dialog.getByLabelText('Profile files')).toBeTruthy()
  })
  it('a new one wants a name and its file', async () => {
    const asked = hearing(done({ id: 'n' }))
    page([])
    expect(screen.getByText(/^None yet\./)).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'New target' }))
    const dialog = within(await screen.findByRole('dialog'))
    fireEvent.click(dialog.getByRole('button', { name: 'Keep it' }))
    expect(await dialog.findByText('Choose the target’s file.')).toBeTruthy()
    expect(asked).toEqual([])
  })
})
