import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { useRouter } from 'next/navigation'
import { describe, expect, it, vi } from 'vitest'
import type { ReadingBody } from '@/contract/tone'
import type { ToneCheck } from '@/contract/views/tone'
import { um } from '@/core/length/length'
import { ok } from '@/core/result/result'
import type { Corners } from '@/core/tone/plane'
import { stepOf } from '@/core/tone/wedge'
import { openReader } from '@/workers/reader'
import { done, fromMenu, hearing, show } from '../../../test/interface'
import { EyeForm } from './eye-form'
import { SetView } from './set-view'
import { StartTone } from './start'
import { ToneCheckPage } from './tone-check'
import { ToneList } from './tone-list'
import { WaysForm } from './ways-form'

vi.mock('@/workers/reader', () => ({ openReader: vi.fn() }))
vi.mock('react-chartjs-2', () => ({
  Line: (props: { readonly 'aria-label': string }) => <div role="img" aria-label={props['aria-label']} />,
}))

const ID = (n: number): string => `01935c00-0000-7000-8000-00000000000${n}`
const NOW = 1_000_000_000_000
const DAY = 86_400_000

const metered = (answer: (d: number) => number, tint: readonly [number, number] = [0.2, 0.4]): ReadingBody => ({
  ...{ kind: 'instrument', within: 0.3, instrument: 'a meter', fileName: 'wedge.txt' },
  patches: Array.from({ length: 21 }, (_, i) => {
    const d = stepOf(i, 21)
    return { d, l: answer(d), spread: 0.08, ab: [tint[0] * 4 * d * (1 - d), tint[1] * 4 * d * (1 - d)] as const }
  }),
})
const read = (n: number, body: ReadingBody) => ({ id: ID(n), at: NOW - DAY, by: 'Perrin', body })

const CHECK: ToneCheck = {
  ...{ id: ID(1), number: 1, code: '4K7', printerId: 'p', printerName: 'Otter', queueName: 'Otter, photo' },
  ...{ presetId: 'x', presetName: 'Neutral grey', versionId: 'v1', versionNumber: 1, seal: 'F2KQQM' },
  ...{ paperId: 'f', paperName: 'Fenland Matte', surface: 'matte', paperWhite: null, mediaSetting: 'Matte A' },
  ...{ colourMode: 'monochrome', blackInk: 'matte', tint: [0, 0], darkness: 0, darknessName: 'darkness 0' },
  layout: {
    ...{ code: 4711, steps: 21, columns: 11, sheet: { width: um(200_000), length: um(280_000) } },
    ...{ x: 30_000, y: 30_000, headerY: 10_000, aidsY: 80_000, place: 1, of: 1 },
  },
  ...{ through: null, pictureId: 'w', slipId: 's', slipNumber: 12, prints: [], byHand: false },
  ...{ printedAt: NOW - 3 * DAY, dryAt: NOW - 2 * DAY, note: '', at: NOW - 3 * DAY, by: 'Perrin' },
  ...{
    readings: [
      read(
        8,
        metered((d) => 95 - 78 * d ** 0.7),
      ),
    ],
    curves: [],
    since: null,
    revision: 2,
    retired: false,
  },
}
const STRAIGHT: ToneCheck = {
  ...CHECK,
  ...{ id: ID(2), number: 2, code: 'BHH', mediaSetting: 'Matte B', versionNumber: 3 },
  readings: [
    read(
      9,
      metered((d) => 95 - 78.5 * d ** 0.9),
    ),
  ],
}
const page = (check: ToneCheck, others: readonly ToneCheck[] = [], more: object = {}) =>
  show(
    <ToneCheckPage
      {...{ check, others, scanners: [], addressed: false, sheet: null, now: NOW, tint: null, tints: [] }}
      limits={{ toneBend: 4, toneTint: 2 }}
      {...more}
    />,
  )
const docket = () => within(screen.getByLabelText('What the wedges say'))

describe('a tone check', () => {
  it('says which of two is straighter and why, with what each reading says', () => {
    page(CHECK, [STRAIGHT])
    expect(docket().getByText('Matte B')).toBeTruthy()
    expect(docket().getByText(/^Matte B needs .* of the correction of Matte A and is as black/)).toBeTruthy()
    expect(docket().getByText(/L\* at \d+ %/).className).toBe('level-caution')
    expect(docket().getByText('all 21 steps part')).toBeTruthy()
    expect(screen.getByRole('img', { name: /wedge 4K7, Matte A; wedge BHH, Matte B/ })).toBeTruthy()
    const rows = screen.getAllByRole('row').map((r) => r.textContent)
    expect(rows.slice(1, 3).map((r) => r?.slice(0, 16))).toEqual(['1. Matte B BHH16', '2. Matte A 4K717'])
  })
  it('of three says why each comes before the next', () => {
    const bent = { ...CHECK, id: ID(3), number: 3, code: 'C9X', mediaSetting: 'Cotton' }
    page(CHECK, [
      STRAIGHT,
      {
        ...bent,
        readings: [
          read(
            10,
            metered((d) => 95 - 78 * d ** 0.5),
          ),
        ],
      },
    ])
    expect(docket().getByText(/^Matte B needs .* of the correction of Matte A/)).toBeTruthy()
    expect(docket().getByText(/^Matte A needs .* of the correction of Cotton/)).toBeTruthy()
  })
  it('tells checks of one media setting apart by their version', () => {
    page(CHECK, [{ ...STRAIGHT, mediaSetting: 'Matte A' }])
    expect(docket().getByText('Matte A, version 3')).toBeTruthy()
  })
  it('shows the price of the strength as it is moved, and binds just that', async () => {
    const asked = hearing(done({ id: ID(5), number: 1 }))
    page(CHECK)
    expect(docket().getByText('100 %')).toBeTruthy()
    expect(docket().getByText('0.0 L* at worst')).toBeTruthy()
    fireEvent.keyDown(screen.getByRole('slider'), { key: 'ArrowLeft' })
    expect(docket().getByText('95 %')).toBeTruthy()
    expect(docket().queryByText('0.0 L* at worst')).toBeNull()
    fireEvent.click(screen.getByRole('button', { name: 'Bind curve to preset' }))
    await waitFor(() => expect(asked).toHaveLength(1))
    expect(asked[0]).toEqual({ action: 'tone.bind', body: { readingId: ID(8), strength: 950 } })
  })
  it('that was printed through a curve says what is left, and binds nothing', () => {
    page({ ...CHECK, through: { id: 'c', number: 1, strength: 0.8, readingId: 'r', at: 0 } })
    expect(screen.queryByRole('button', { name: /Bind/ })).toBeNull()
    expect(docket().getByText(/a curve at 80 %: what bends still is what is left/)).toBeTruthy()
  })
  it('says where its shadows close up, that its ink is not dry, and what was done to its printer since', () => {
    page({
      ...CHECK,
      readings: [
        read(
          8,
          metered((d) => Math.max(17, 95 - 90 * d)),
        ),
      ],
      dryAt: NOW + DAY,
      since: 'head change',
    })
    expect(docket().getByText(/90 % to 100 % cannot be told apart/).className).toBe('level-caution')
    expect(screen.getByRole('status').textContent).toMatch(/^The print is not dry yet/)
    expect(docket().getByText('head change: print it again')).toBeTruthy()
  })
  it('says which tint to try, learned from other checks, by the room’s own limit', () => {
    const seen = { set: [0, 0], is: [1, -2] } as const
    page(CHECK, [], { tint: seen, tints: [{ set: [2, 5], is: [2, 0] }] })
    expect(
      docket().getByText(/^Tint −2, 5 instead of 0, 0 would come to a\* 0\.0, b\* 0\.0: learned from 1 other/),
    ).toBeTruthy()
  })
  it('that nobody read yet offers its file, and is logged once somebody says that it came out', async () => {
    const asked = hearing(done({ revision: 3 }))
    page({ ...CHECK, readings: [], printedAt: null, dryAt: null, byHand: true })
    expect(screen.getByRole('link', { name: 'TIFF' }).getAttribute('href')).toBe(`/api/tone/${ID(1)}/wedge.tif`)
    fireEvent.click(screen.getByRole('button', { name: 'It came out' }))
    await waitFor(() => expect(asked).toHaveLength(1))
    expect(asked[0]).toMatchObject({ action: 'tone.printed', body: { id: ID(1), revision: 2 } })
  })
  it('what an eye saw begins with nothing chosen, and is not kept before it is said', async () => {
    const asked = hearing(done({ id: 'r' }))
    show(<EyeForm check={CHECK} onDone={() => undefined} />)
    expect(screen.getByRole<HTMLInputElement>('combobox', { name: 'In the lights' }).value).toBe('')
    fireEvent.click(screen.getByRole('button', { name: 'Keep what I see' }))
    expect((await screen.findAllByText('Say which patch.')).length).toBe(2)
    expect(screen.getByText('Say in which light.')).toBeTruthy()
    expect(screen.queryByText(/body/)).toBeNull()
    expect(asked).toEqual([])
  })
  it('read by eye alone ranks by how many steps part, and says that this measures nothing', () => {
    const eye = (lightest: number, deepest: number): ReadingBody => ({
      ...{ kind: 'eye', lightest, deepest, light: 'viewing booth', tint: null },
    })
    page({ ...CHECK, readings: [read(8, eye(1, 14))] }, [{ ...STRAIGHT, readings: [read(9, eye(1, 19))] }])
    const said = docket()
      .getAllByText(/of 21 steps part/)
      .map((e) => e.textContent)
    expect(said).toEqual(['Matte B: 19 of 21 steps part', 'Matte A: 14 of 21 steps part'])
    expect(docket().getByText(/An eye measures no lightness/)).toBeTruthy()
  })
})

describe('a scan', () => {
  const corners = [0, 1, 2, 3].map((n) => ({ x: n, y: n })) as unknown as Corners
  const seen = (wedges: object[]) => ({
    is: 'seen',
    result: ok({
      ...{ width: 100, height: 80, stated: 'sRGB', preview: new Blob(['x']) },
      found: { wedges, cutAt: null, unread: 0, aslant: false, bilevel: false },
    }),
  })
  const sampled = () => ({
    is: 'sampled',
    patches: Array.from({ length: 21 }, (_, i) => ({
      ...{ d: i / 20, light: 0.9 - 0.044 * i, spread: 0.001, rgb: null, corners, fault: null },
    })),
  })
  it('that is chosen anew says nothing of the one before, however late that was read', async () => {
    const asked: { does: string; file?: File; answer: (a: unknown) => void }[] = []
    vi.mocked(openReader).mockReturnValue({
      ask: (what: object) => new Promise((answer) => asked.push({ ...(what as { does: string }), answer })) as never,
      end: () => {},
    })
    URL.createObjectURL = () => 'blob:x'
    URL.revokeObjectURL = () => {}
    page({ ...CHECK, readings: [] }, [], {
      scanners: [
        { id: ID(8), number: 1, name: 'Flatbed', encoding: 'sRGB', curve: null, checkedAt: null, revision: 1 },
      ],
    })
    fireEvent.click(screen.getByRole('button', { name: 'Read a scan' }))
    const field = await screen.findByLabelText('The scan')
    const choose = async (name: string) => {
      const before = asked.length
      fireEvent.change(field, { target: { files: [new File([name], name, { type: 'image/png' })] } })
      await waitFor(() => expect(asked.length).toBe(before + 1))
    }
    await choose('first.png')
    asked[0]?.answer(seen([]))
    fireEvent.click(await screen.findByRole('button', { name: 'Set its four corners by hand' }))
    await waitFor(() => expect(asked[1]?.does).toBe('sample'))
    await choose('second.png')
    asked[1]?.answer(sampled())
    await new Promise((r) => setTimeout(r, 20))
    expect(screen.queryByRole('button', { name: 'Keep this reading' })).toBeNull()
    asked[2]?.answer(seen([{ code: 4711, corners }]))
    await waitFor(() => expect(asked[3]?.does).toBe('sample'))
    asked[3]?.answer(sampled())
    expect(await screen.findByRole('button', { name: 'Keep this reading' })).toBeTruthy()
    expect(screen.getByText('second.png')).toBeTruthy()
  })
})

describe('a reading that is typed', () => {
  const open = async () => {
    page({ ...CHECK, readings: [] })
    fireEvent.click(screen.getByRole('button', { name: 'Meter’s file, or type it' }))
    return screen.findByLabelText(/type or paste 21 lines/)
  }
  it('says line by line what is wrong, and is kept once it is whole', async () => {
    const asked = hearing(done({ id: ID(6) }))
    const field = await open()
    fireEvent.change(field, { target: { value: '95\npaper' } })
    expect(screen.getByRole('alert').textContent).toBe('Line 2: “paper” is no number.')
    expect(screen.getByRole('button', { name: 'Keep this reading' })).toHaveProperty('disabled', true)
    const lines = Array.from({ length: 21 }, (_, i) => String(95 - 3.9 * i)).join('\n')
    fireEvent.change(field, { target: { value: lines } })
    expect(screen.queryByRole('alert')).toBeNull()
    expect(screen.getByText(/full black 17\.0, worst bend 0\.0 L\*/)).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'Keep this reading' }))
    await waitFor(() => expect(asked).toHaveLength(1))
    expect(asked[0]).toMatchObject({ action: 'tone.read', body: { id: ID(1), body: { kind: 'typed', within: 0.5 } } })
  })
})

describe('the list of tone checks', () => {
  it('compares what is ticked, and retires one by its menu', async () => {
    const asked = hearing(done({ revision: 3 }))
    show(
      <ToneList
        checks={[STRAIGHT, CHECK, { ...CHECK, id: ID(3), code: 'NEW', readings: [] }]}
        scanners={[]}
        versions={[]}
        pictures={[]}
        now={NOW}
      />,
    )
    expect(screen.getByLabelText('Compare wedge NEW')).toHaveProperty('disabled', true)
    fireEvent.click(screen.getByLabelText('Compare wedge BHH'))
    expect(screen.queryByRole('button', { name: /^Compare/ })).toBeNull()
    fireEvent.click(screen.getByLabelText('Compare wedge 4K7'))
    fireEvent.click(screen.getByRole('button', { name: 'Compare 2' }))
    expect(useRouter().push).toHaveBeenCalledWith(`/tone/${ID(2)}?with=${ID(1)}`)
    await fromMenu('wedge 4K7', 'Retire')
    await waitFor(() => expect(asked).toHaveLength(1))
    expect(asked[0]).toEqual({ action: 'tone.retire', body: { id: ID(1), revision: 2 } })
  })
  it('begins with what it is for', () => {
    show(<ToneList checks={[]} scanners={[]} versions={[]} pictures={[]} now={NOW} />)
    expect(screen.getByText(/A wedge is a strip of greys in even steps/)).toBeTruthy()
  })
})

describe('a proof sheet of ways', () => {
  const version = (n: number, more: object = {}) => ({
    ...{ id: ID(n), name: `Way ${n}`, mono: true, addressed: true, paperId: 'f', feedId: 'r', due: [] },
    sheets: [{ says: 'A4', choice: { kind: 'size', sizeId: 'iso_a4_210x297mm' } as const }],
    darkness: { least: -4, most: 4, step: 2 },
    ...more,
  })
  it('offers ways of one paper and feed, and asks for the picture in each that was ticked', async () => {
    const asked = hearing(done({ id: ID(9), number: 140 }))
    show(
      <WaysForm
        versions={[version(1), version(2, { mono: false }), version(3, { paperId: 'other' })]}
        pictures={[{ id: ID(6), name: 'moon.jpg' }]}
      />,
    )
    expect(screen.getByRole('button', { name: 'Make the slip' })).toHaveProperty('disabled', true)
    fireEvent.click(screen.getByLabelText('Way 1, darkness 0'))
    expect(screen.queryByLabelText(/^Way 3/)).toBeNull()
    fireEvent.click(screen.getByLabelText('Way 1, darkness −2'))
    fireEvent.click(screen.getByLabelText('Way 2, colour inks'))
    fireEvent.click(screen.getByRole('button', { name: 'Make the slip' }))
    await waitFor(() => expect(asked).toHaveLength(1))
    expect(asked[0]).toMatchObject({
      action: 'tone.ways',
      body: {
        pictureId: ID(6),
        sheet: { sizeId: 'iso_a4_210x297mm' },
        ways: [
          { versionId: ID(1), darkness: 0 },
          { versionId: ID(1), darkness: -2 },
          { versionId: ID(2), darkness: 0 },
        ],
      },
    })
    await waitFor(() => expect(useRouter().push).toHaveBeenCalledWith(`/slips/${ID(9)}`))
  })
})

describe('a new wedge', () => {
  const VERSION = {
    ...{
      id: ID(4),
      name: 'Neutral grey, version 3',
      mono: true,
      addressed: true,
      paperId: 'f',
      feedId: 'r',
      due: ['nozzle check'],
    },
    sheets: [{ says: 'A4', choice: { kind: 'size', sizeId: 'iso_a4_210x297mm' } as const }],
    darkness: { least: -4, most: 4, step: 2 },
  }
  it('asks for the upkeep that it wants first, and is sent as it was chosen', async () => {
    const asked = hearing(done({ id: ID(7), number: 3, code: 'ABC', slipId: 's' }))
    show(<StartTone versions={[VERSION]} versionId={null} darkness={2} through={null} />)
    expect(screen.getByRole('status').textContent).toMatch(/^First: nozzle check\./)
    fireEvent.click(screen.getByRole('radio', { name: '51 steps' }))
    fireEvent.click(screen.getByRole('button', { name: 'Print the wedge' }))
    await waitFor(() => expect(asked).toHaveLength(1))
    expect(asked[0]).toMatchObject({
      action: 'tone.start',
      body: {
        versionId: ID(4),
        sheet: { sizeId: 'iso_a4_210x297mm' },
        steps: 51,
        darkness: 2,
        curveId: null,
        print: true,
      },
    })
    await waitFor(() => expect(useRouter().push).toHaveBeenCalledWith(`/tone/${ID(7)}`))
  })
  it('says what is missing where nothing can print one', () => {
    show(<StartTone versions={[]} versionId={null} darkness={0} through={null} />)
    expect(screen.getByText(/No version prints a wedge untouched/)).toBeTruthy()
    expect(screen.getByRole('button', { name: 'Make the wedge' })).toHaveProperty('disabled', true)
  })
})

describe('a set over several slips', () => {
  const print = (name: string, more: object = {}) => ({
    ...{ id: 'one', pictureId: `p-${name}`, preset: 'Neutral grey', version: 3, darkness: 'Plain (0)' },
    of: {
      ...{ name, paper: 'Fenland', mediaSetting: 'Matte B', tint: [0, -2] as const, darkness: 0, curve: 0.8 },
      ...more,
    },
  })
  const slip = (n: number, title: string, ...prints: ReturnType<typeof print>[]) => ({
    ...{ id: ID(n), number: n, title, state: 'open' as const, memberName: 'Iria', prints },
  })
  const SLIPS = [slip(1, 'Moon', print('moon')), slip(2, 'Fern', print('fern', { tint: [0, 4], curve: null }))]
  it('says what does not match over them, with version, tint and darkness of each picture', () => {
    show(<SetView slips={SLIPS} chosen={[ID(1), ID(2)]} />)
    expect(screen.getByText('Tint does not match: 0, −2 (moon), 0, 4 (fern).')).toBeTruthy()
    expect(screen.getByText('Curve does not match: 80 % (moon), none (fern).')).toBeTruthy()
    expect(screen.getAllByRole('row').map((r) => r.textContent)[1]).toBe(
      'moon1Neutral grey, 3FenlandMatte B0, −2Plain (0)80 %',
    )
  })
  it('says that all match, and takes slips in and out by the address', () => {
    show(<SetView slips={[SLIPS[0], slip(3, 'Tide', print('tide'))].flatMap((s) => s ?? [])} chosen={[ID(1), ID(3)]} />)
    expect(screen.getByText('All 2 match: tint, paper, media setting and curve.')).toBeTruthy()
    fireEvent.click(screen.getByLabelText('3, Tide, Iria: 1 picture'))
    expect(useRouter().replace).toHaveBeenCalledWith(`/tone/set?slips=${ID(1)}`, { scroll: false })
    fireEvent.click(screen.getByLabelText('1, Moon, Iria: 1 picture'))
    expect(useRouter().replace).toHaveBeenCalledWith(`/tone/set?slips=${ID(3)}`, { scroll: false })
  })
  it('of an empty room says what would be listed', () => {
    show(<SetView slips={[]} chosen={[]} />)
    expect(screen.getByText(/None yet/)).toBeTruthy()
    expect(screen.getByText(/^Tick the slips/)).toBeTruthy()
  })
})
