import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { useRouter } from 'next/navigation'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { done, fromMenu, hearing, show } from '../../../test/interface'
import { VERSION } from '../../../test/slip-facts'
import { type ProfileLine, Profiles } from './profiles'
import type { PresetView } from './types'

const to = (profileId: string) => ({
  ...VERSION.settings,
  fileColour: { kind: 'profile', profileId, intent: 'relative', blackPoint: true } as const,
})
const version = (number: number, seal: string, settings = VERSION.settings) => ({
  id: `v${number}`,
  number,
  settings,
  seal,
  formerSeal: null,
  at: 0,
  by: 'Perrin',
  ...{ why: '', despite: null, words: null },
})
const MATTE: PresetView = {
  id: 'p1',
  number: 1,
  name: 'Matte',
  draft: to('fen'),
  retired: false,
  revision: 1,
  versions: [version(3, 'TPX4X4', to('fen')), version(2, 'ABC123', to('fen')), version(1, 'ABC123')],
}
const FEN: ProfileLine = {
  id: 'fen',
  name: 'fen, 2026',
  grey: false,
  seals: ['ABC123'],
  stale: [],
  missing: false,
  about: ['Of a printer.'],
  unfit: null,
  at: 0,
}
const page = (profiles: readonly ProfileLine[] = [FEN]) =>
  show(<Profiles profiles={profiles} presets={[MATTE]} now={0} />)
const cells = (name: RegExp): readonly (string | null)[] =>
  within(screen.getByRole('row', { name }))
    .getAllByRole('cell')
    .map((c) => c.textContent)

/** Stands in for sending a file: keeps where and what, answers with `answer`. */
class Sent {
  static all: { to: string; name: string }[] = []
  static answer: unknown
  upload = {}
  onload: () => void = () => {}
  responseText = ''
  private to = ''
  private name = ''
  open(_method: string, to: string): void {
    this.to = to
  }
  setRequestHeader(header: string, value: string): void {
    if (header === 'x-file-name') this.name = decodeURIComponent(value)
  }
  send(): void {
    Sent.all.push({ to: this.to, name: this.name })
    this.responseText = JSON.stringify(Sent.answer)
    this.onload()
  }
}
beforeEach(() => {
  Sent.all = []
  vi.stubGlobal('XMLHttpRequest', Sent)
})

describe('the room’s profiles', () => {
  it('say what they are for, what they were made with, and who uses them', () => {
    page([FEN, { ...FEN, id: 'g', name: 'grey one', grey: true, seals: [] }])
    expect(cells(/^fen/).slice(0, 3)).toEqual(['colour', 'Matte, version 2', 'Matte, version 2, 3 and draft'])
    expect(cells(/^grey/).slice(0, 3)).toEqual(['grey', 'not said', ''])
    expect(screen.getByRole('link', { name: /^Matte/ }).getAttribute('href')).toBe('/presets/p1')
  })
  it('one made with a seal that the room has not says so', () => {
    page([{ ...FEN, seals: ['ZZZZZZ'] }])
    expect(cells(/^fen/)[1]).toBe('seal ZZZZZZ, not in this room')
  })
  it('one that cannot be chosen says why, and is bound to nothing', async () => {
    page([{ ...FEN, seals: [], unfit: 'It describes a screen.' }])
    expect(cells(/^fen/)[0]).toBe('cannot be chosen')
    expect(screen.getByRole('rowheader').textContent).toBe('fen, 2026It describes a screen. Of a printer.')
    expect(await fromMenu('fen, 2026', null)).toEqual(['Retire'])
  })
  it('is bound to one more seal, and taken off one', async () => {
    const asked = hearing(done({ id: 'fen' }))
    page()
    expect(await fromMenu('fen, 2026', 'Not with Matte, version 2')).toEqual([
      ...['Made with', 'Not with Matte, version 2', 'Retire'],
    ])
    await waitFor(() => expect(asked[0]?.body).toEqual({ id: 'fen', seal: 'ABC123', made: false }))
    await fromMenu('fen, 2026', 'Made with')
    const dialog = within(await screen.findByRole('dialog'))
    fireEvent.click(dialog.getByRole('combobox', { name: 'Version' }))
    fireEvent.click(await dialog.findByRole('option', { name: /TPX4X4/, hidden: true }))
    fireEvent.click(dialog.getByRole('button', { name: 'It was made with it' }))
    await waitFor(() => expect(asked[1]?.body).toEqual({ id: 'fen', seal: 'TPX4X4', made: true }))
  })
  it('whose file is gone, or whose printer changed since, says so and what to do', () => {
    page([{ ...FEN, missing: true, stale: [{ printer: 'Otter', since: 'ink change' }] }])
    expect(screen.getByText(/^Its file is not in the room’s folder.*Add the file again/)).toBeTruthy()
    expect(screen.getByText('stale: ink change of Otter since')).toBeTruthy()
  })
  it('none yet: what belongs there', () => {
    page([])
    expect(screen.getByText(/No profile yet: files go untouched/)).toBeTruthy()
  })
  it('is retired by one press', async () => {
    const asked = hearing(done({ id: 'fen' }))
    page()
    await fromMenu('fen, 2026', 'Retire')
    await waitFor(() => expect(asked).toEqual([{ action: 'profile.retire', body: { id: 'fen' } }]))
  })
  const add = async (seal: string | null): Promise<void> => {
    page([])
    fireEvent.click(screen.getByRole('button', { name: 'Add profile' }))
    const dialog = within(screen.getByRole('dialog'))
    fireEvent.click(dialog.getByRole('button', { name: 'Add it' }))
    expect(await dialog.findByText('Choose the file of a printer’s profile.')).toBeTruthy()
    expect(Sent.all).toEqual([])
    const input = document.querySelector<HTMLInputElement>('input[type=file]')
    if (!input) throw new Error('no field for a file')
    fireEvent.change(input, { target: { files: [new File(['x'], 'fen, 2026.icc')] } })
    await dialog.findByText('fen, 2026.icc')
    if (seal) {
      fireEvent.click(dialog.getByPlaceholderText('Nobody knows'))
      fireEvent.click(await dialog.findByRole('option', { name: new RegExp(seal), hidden: true }))
    }
    fireEvent.click(dialog.getByRole('button', { name: 'Add it' }))
  }
  it('a file is sent with its name and the seal it was made with', async () => {
    Sent.answer = done({ id: 'n', name: 'fen, 2026', already: false, bound: true, unfit: null })
    await add('TPX4X4')
    await waitFor(() => expect(Sent.all).toEqual([{ to: '/api/profiles?seal=TPX4X4', name: 'fen, 2026.icc' }]))
    await waitFor(() => expect(useRouter().refresh).toHaveBeenCalled())
  })
  it('what is no profile leaves the form open', async () => {
    Sent.answer = { ok: false, problem: { code: 'profile_bad', name: 'fen, 2026.icc', why: 'it is none.' } }
    await add(null)
    await waitFor(() => expect(Sent.all).toEqual([{ to: '/api/profiles', name: 'fen, 2026.icc' }]))
    expect(screen.getByRole('dialog')).toBeTruthy()
    expect(useRouter().refresh).not.toHaveBeenCalled()
  })
})
