import { fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { patched } from '@/core/slip/body'
import { again, done, hearing, show } from '../../../test/interface'
import { PICTURE, PRINT } from '../../../test/slip-facts'
import { wanted } from '../../../test/wanted'
import { PrintActs, whyShut } from './print-acts'
import { PrintDialog } from './print-dialog'
import { PrintList } from './print-list'
import type { Wanted } from './wanted'

function dialog(more: Partial<Parameters<typeof PrintDialog>[0]> = {}) {
  const onClose = vi.fn()
  show(
    <PrintDialog
      slipId="s"
      open
      onClose={onClose}
      prints={[wanted({ copies: 3 })]}
      whose={{ memberId: 'm', people: [{ id: 'm', name: 'Iria' }], onMember: () => {} }}
      flush={async () => 7}
      {...more}
    />,
  )
  return onClose
}
const submit = (): HTMLButtonElement => screen.getByRole<HTMLButtonElement>('button', { name: /^Print/ })

describe('whose print it is', () => {
  it('is asked where nobody is named, and left alone where somebody is', async () => {
    dialog()
    expect(screen.queryByText('Whose print is it?')).toBeNull()
  })
  it('what is chosen goes to the slip', async () => {
    const onMember = vi.fn()
    dialog({ whose: { memberId: null, people: [{ id: 'm', name: 'Iria' }], onMember } })
    fireEvent.click(screen.getByPlaceholderText('which member?'))
    fireEvent.click(await screen.findByRole('option', { name: 'Iria', hidden: true }))
    expect(onMember).toHaveBeenCalledWith('m', expect.objectContaining({ name: 'Iria' }))
  })
})

describe('the prints of a slip', () => {
  it('of several pictures are told apart by name, and take the preset and sheet of the one that is shown', () => {
    const onSame = vi.fn()
    const other = wanted({ pictureId: 'other', versionId: null, sheet: null })
    const second: Wanted = {
      ...other,
      ...{ number: 2, print: { ...other.print, id: 'second' } },
      facts: { ...other.facts, pictures: [{ ...PICTURE, id: 'other', name: 'kite.jpg' }] },
    }
    const list = (all: readonly Wanted[]) => (
      <PrintList
        {...{ slipId: 's', wanted: all, at: all[0]?.print.id ?? '', editable: true, onSame, onNext: vi.fn() }}
        {...{ onChoose: vi.fn(), onDrop: vi.fn(), onAll: vi.fn() }}
      />
    )
    const page = show(list([wanted({}), second]))
    expect(screen.getByText(/^kite\.jpg, /)).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'This preset and sheet for the other print, too' }))
    expect(onSame).toHaveBeenCalledOnce()
    // what came out already keeps its own
    again(page, list([wanted({}), { ...second, good: 1 }]))
    expect(screen.queryByRole('button', { name: /for the other/ })).toBeNull()
  })
})

describe('print and log', () => {
  it('says where it goes and that the printer does not scale', () => {
    dialog()
    expect(screen.getByRole('dialog').textContent).toMatch(
      /Sent to Otter, photo \(127\.0\.0\.1:4791\/ipp\/print\), at its own size, the printer’s scaling off/,
    )
    expect(screen.getByText('3 good ones are still wanted')).toBeTruthy()
  })
  it('says what cannot be sent and has to be right at the printer', () => {
    const one = wanted({ darkness: 2 })
    const again = { ...one, print: { ...one.print, again: true, label: 'tint 2, 0: set it at the printer' } }
    dialog({ prints: [again] })
    expect(screen.getByRole('dialog').textContent).toMatch(
      /Do it at the printer first, since it cannot be sent: feed the same sheet again, .*darkness \+?2.*, tint 2, 0: set it at the printer\./,
    )
  })
  it('sends the slip as it was last saved, and closes', async () => {
    const asked = hearing(done({ printIds: ['p'] }))
    const onClose = dialog()
    fireEvent.change(screen.getByLabelText('Note'), { target: { value: 'second paper' } })
    fireEvent.click(submit())
    await waitFor(() => expect(onClose).toHaveBeenCalled())
    expect(asked).toEqual([
      {
        action: 'print.start',
        body: {
          ...{ slipId: 's', revision: 7, outcome: 'good', note: 'second paper' },
          prints: [{ printId: 'first', copies: 3, answers: [] }],
        },
      },
    ])
  })
  it('several copies are said on the button and sent as a number', async () => {
    const asked = hearing(done({ printIds: ['p'] }))
    dialog()
    fireEvent.change(screen.getByLabelText('Copies'), { target: { value: '3' } })
    fireEvent.blur(screen.getByLabelText('Copies'))
    expect(submit().textContent).toBe('Print 3 copies')
    fireEvent.click(submit())
    await waitFor(() => expect(asked[0]?.body).toMatchObject({ prints: [{ copies: 3 }] }))
  })
  it('a stop keeps good shut until it has a reason; blanks are none', async () => {
    const asked = hearing(done({ printIds: ['p'] }))
    dialog({ prints: [wanted({ copies: 18 })] })
    expect(submit().disabled).toBe(true)
    expect(screen.getByText('Answer each stop with a reason first.')).toBeTruthy()
    const reason = screen.getByPlaceholderText('Why it is printed all the same')
    fireEvent.change(reason, { target: { value: '   ' } })
    expect(submit().disabled).toBe(true)
    fireEvent.change(reason, { target: { value: 'a pack came today' } })
    fireEvent.click(submit())
    await waitFor(() =>
      expect(asked[0]?.body).toMatchObject({
        prints: [{ answers: [{ check: 'stock', reason: 'a pack came today' }] }],
      }),
    )
  })
  it('a proof needs no reasons', async () => {
    const asked = hearing(done({ printIds: ['p'] }))
    dialog({ prints: [wanted({ copies: 18 })] })
    fireEvent.click(screen.getByRole('radio', { name: 'Proof' }))
    expect(submit().disabled).toBe(false)
    fireEvent.click(submit())
    await waitFor(() => expect(asked[0]?.body).toMatchObject({ outcome: 'proof', prints: [{ answers: [] }] }))
  })
  it('stays open, with what was typed, when the room refuses', async () => {
    const asked = hearing({ ok: false, problem: { code: 'printing', what: 'Slip 4' } })
    const onClose = dialog()
    fireEvent.change(screen.getByLabelText('Note'), { target: { value: 'kept' } })
    fireEvent.click(submit())
    await waitFor(() => expect(asked).toHaveLength(1))
    expect(onClose).not.toHaveBeenCalled()
    expect(screen.getByLabelText<HTMLTextAreaElement>('Note').value).toBe('kept')
  })
})

describe('several prints in turn', () => {
  const both = () => [
    wanted({ copies: 2 }),
    wanted({ copies: 18 }, { print: patched({ ...PRINT, id: 'second' }, { copies: 18 }), number: 2 }),
  ]
  it('are named with their number, and each stop with its print', async () => {
    const asked = hearing(done({ printIds: ['p'] }))
    dialog({ prints: both() })
    expect([...document.querySelectorAll('[role=dialog] li')].map((li) => li.textContent)).toEqual([
      '2 × B4, Otter, photo',
      '18 × B4, Otter, photo',
    ])
    expect(submit().textContent).toBe('Print 20 copies')
    expect(screen.queryByLabelText('Copies')).toBeNull()
    expect(screen.getByText(/Print 2, B4: /)).toBeTruthy()
    fireEvent.change(screen.getByPlaceholderText('Why it is printed all the same'), { target: { value: 'a pack' } })
    fireEvent.click(submit())
    await waitFor(() =>
      expect(asked[0]?.body).toMatchObject({
        prints: [
          { printId: 'first', copies: 2, answers: [] },
          { printId: 'second', copies: 18, answers: [{ check: 'stock', reason: 'a pack' }] },
        ],
      }),
    )
  })
})

describe('what keeps a slip from being printed', () => {
  const slip = {
    state: 'waiting',
    print: 'wanted' as Wanted['state'],
    several: false,
    picture: true,
    preset: true,
    broken: null,
    laid: true,
    target: null as { readonly name: string; readonly where: string } | null,
  } as const
  it.each([
    [{}, null],
    [{ print: 'printing' }, 'It is being printed now.'],
    [{ print: 'asked' }, 'First say whether the last copy came out: the question stands above.'],
    [{ print: 'planned' }, 'All its copies are in a roll plan. Print the plan, or cancel it first.'],
    [{ state: 'done' }, 'This slip is done. Copy it to print again.'],
    [{ print: 'done', several: true }, 'This print is done. Raise its copies to print more.'],
    [
      { target: { name: 'the target Chart 3', where: 'Profiles' }, state: 'done' },
      'It holds the target Chart 3, which goes out untouched: print it again under Profiles.',
    ],
    [{ print: 'done' }, null],
    [{ state: 'withdrawn' }, 'This slip was taken off the bench.'],
    [{ picture: false, preset: false, laid: false }, 'It has no picture yet.'],
    [{ preset: false, laid: false }, 'It has no preset yet.'],
    [{ laid: false }, 'It has no sheet yet.'],
    [{ preset: false, broken: 'its feed is gone', laid: false }, 'Its preset cannot print any more: its feed is gone.'],
  ] as const)('%o: %s', (patch, says) => {
    expect(whyShut({ ...slip, ...patch })).toBe(says)
  })
  const acts = (shut: string | null, address: string | null) =>
    show(
      <PrintActs
        shut={shut}
        ready
        address={address}
        save={{ start: async () => {}, cancel: () => {}, job: null }}
        onPrint={vi.fn()}
        onLog={vi.fn()}
      />,
    )
  const shutButtons = (): readonly (string | null)[] =>
    screen
      .getAllByRole<HTMLButtonElement>('button')
      .filter((b) => b.disabled)
      .map((b) => b.textContent)
  it('a queue without an address is printed by hand and logged', () => {
    acts(null, null)
    expect(shutButtons()).toEqual(['Print and log'])
    expect(screen.getByText(/no address: save the file and print it by hand/)).toBeTruthy()
  })
  it('a slip that is done can still be saved', () => {
    acts('This slip is done. Copy it to print again.', 'ipp://otter')
    expect(shutButtons()).toEqual(['Print and log', 'Log run'])
  })
  it('nothing is said when nothing is shut', () => {
    acts(null, 'ipp://otter')
    expect(shutButtons()).toEqual([])
  })
})
