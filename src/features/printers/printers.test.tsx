import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { useRouter } from 'next/navigation'
import { describe, expect, it, vi } from 'vitest'
import type { EdgeCheck } from '@/contract/views/edge-check'
import type { Printer, Queue } from '@/contract/views/printer'
import type { CheckResult } from '@/core/edge/solve'
import { fromMm, um } from '@/core/length/length'
import type { Told } from '@/core/printer/told'
import { edges } from '@/core/sheet/sheet'
import { DEMO_PRINTERS } from '../../../demo/printers'
import { type Asked, done, hearing, show } from '../../../test/interface'
import { FIGURES } from '../../../test/slip-facts'
import { EDGE_CHECK } from '../../../test/views'
import { BesideMark, SharedLine } from './beside-mark'
import { ByAddressForm } from './by-address'
import { EdgeSection } from './edge-section'
import { sayBorderless } from './queue-table'
import { QualityForm } from './setting-forms'
import { SheetMargins } from './sheet-margins'
import { StepTableForm } from './table-forms'
import { ToldSection } from './told-section'
import { QueuesOfPrinter } from './use-queue-save'

const otter = DEMO_PRINTERS[0]
const demoQueue = otter?.queues[0]
if (!otter || !demoQueue) throw new Error('the demo has printers')
const feeds = otter.feeds.map((f) => ({ ...f, id: f.name, revision: 1 }))
const facts = demoQueue.facts(feeds.map((f) => f.id))

const QUEUE: Queue = {
  id: 'q',
  printerId: 'p',
  name: 'Otter, photo',
  address: 'ipp://otter/ipp/print',
  language: 'PWG raster',
  isDefault: true,
  shared: true,
  facts: { ...facts, ipp: { ...facts.ipp, sources: { 'rear stack': 'main', 'front single': 'manual' } } },
  revision: 1,
}
const PRINTER: Printer = {
  id: 'p',
  number: 1,
  nickname: 'Otter',
  makeModel: 'desktop pigment printer, 329 mm',
  carriage: fromMm(329),
  inkSetAt: null,
  inkSet: 'ten pigments',
  blackShared: true,
  swapSeconds: 120,
  swapMicrolitres: 1900,
  holdsBlack: 'matte',
  goodFor: {},
  revision: 1,
  feeds,
  queues: [QUEUE],
  loads: [
    {
      feedId: 'rear stack',
      feedName: 'rear stack',
      stockId: 's0',
      paperId: 'fen',
      paperName: 'Fenland Matte',
      kind: 'sheet',
      width: fromMm(257),
      length: fromMm(364),
      left: 17,
      rollId: null,
      rollNumber: null,
      surface: 'matte',
      confirmed: null,
    },
  ],
  upkeep: [],
}
const known = facts.feeds[0]
const rear = feeds[0]
if (!known || !rear) throw new Error('the demo’s Otter has a rear stack')

const TOLD: Told = {
  makeModel: PRINTER.makeModel,
  info: '',
  state: 'idle',
  stateReasons: [],
  stateMessage: '',
  uris: [],
  sizes: [],
  formats: [],
  sources: [
    {
      keyword: 'main',
      roll: false,
      minWidth: rear.minWidth,
      maxWidth: rear.maxWidth,
      minLength: rear.minLength,
      maxLength: rear.maxLength,
      margins: known.margins,
      borderless: null,
    },
  ],
  mediaTypes: [],
  qualities: [],
  resolutions: [],
  colourModes: [],
  rasterTypes: [],
  scaling: [],
  inks: [
    { name: 'cyan', colour: '#00a0c0', level: 80 },
    { name: 'photo black', colour: '#101010', level: null },
  ],
  ready: [],
  ignored: [],
  attributes: 78,
}
const SHELF = [
  {
    stockId: 's1',
    paperName: 'Fenland Matte',
    surface: 'matte',
    kind: 'sheet',
    width: fromMm(210),
    length: fromMm(297),
    count: 85,
    rolls: [],
  },
  {
    stockId: 's2',
    paperName: 'Dune Lustre',
    surface: 'lustre',
    kind: 'sheet',
    width: fromMm(210),
    length: fromMm(297),
    count: 9,
    rolls: [],
  },
] as const

const section = (told: Partial<Told> | null, queue: Partial<Queue> = {}) =>
  show(
    <ToldSection
      printer={PRINTER}
      queue={{ ...QUEUE, ...queue }}
      shelf={SHELF}
      heard={told ? { at: 0, told: { ...TOLD, ...told } } : null}
      now={0}
    />,
  )

describe('what a printer prints borderless', () => {
  const [feed] = PRINTER.feeds
  const queue = (widths: readonly number[] | null): Queue => ({
    ...QUEUE,
    facts: {
      ...facts,
      feeds: [
        {
          ...known,
          borderless: widths && { overspray: edges(1, 1, 1, 1), widths: widths.map(fromMm), mediaSettings: [] },
        },
      ],
    },
  })
  it.each([
    ['no queue does', [null], 'not allowed'],
    [
      'each adds its widths, in their order',
      [
        [297, 210],
        [210, 89],
      ],
      'rear stack, 89, 210, 297 mm across',
    ],
    ['one without a limit has none', [[210], []], 'rear stack, every width'],
  ])('%s', (_name, queues, says) => {
    expect(sayBorderless({ queues: queues.map(queue), feeds: feed ? [feed] : [] }, 'mm')).toBe(says)
  })
})

describe('steps of a dialog typed as lines', () => {
  it('show before they are saved which bind a setting and which are instructions', async () => {
    const asked = hearing(done({ id: 'q' }))
    show(<StepTableForm queue={QUEUE} options={[]} onDone={() => undefined} />)
    fireEvent.change(screen.getByLabelText('Steps'), {
      target: { value: 'To the edge, Borderless\nPaper, Size\nCustom, Length\nFit, off' },
    })
    const shown = within(screen.getByRole('table', { name: 'Steps as they are understood' }))
    expect(shown.getAllByRole('cell').map((c) => c.textContent)).toEqual([
      'sets the print’s edge',
      'sets the print’s size',
      'sets the print’s length',
      'instruction: “off”',
    ])
    fireEvent.click(screen.getByRole('button', { name: 'Save 4' }))
    await waitFor(() => expect(asked).toHaveLength(1))
    const { dialog } = (asked[0]?.body.facts ?? { dialog: [] }) as Queue['facts']
    expect(dialog.slice(-4).map((d) => d.option)).toEqual(['edge', 'size', 'length', null])
  })
})

describe('two queues of one printer', () => {
  const [quality] = facts.qualities
  const office: Queue = { ...QUEUE, id: 'r', name: 'Otter, office', isDefault: false }
  const editing = (): readonly Asked[] => {
    const asked = hearing(done({ id: 'q' }))
    show(
      <QueuesOfPrinter value={[QUEUE, office]}>
        <QualityForm queue={QUEUE} quality={quality ?? null} onDone={() => undefined} />
      </QueuesOfPrinter>,
    )
    return asked
  }
  it('a change is made here alone as long as nobody ticks the other one', async () => {
    const asked = editing()
    fireEvent.click(screen.getByRole('button', { name: 'Save' }))
    await waitFor(() => expect(asked[0]?.body.also).toEqual([]))
  })
  it('with the tick it is made on the other one too', async () => {
    const asked = editing()
    fireEvent.click(screen.getByLabelText('Also on Otter, office, where it is the same'))
    fireEvent.click(screen.getByRole('button', { name: 'Save' }))
    await waitFor(() => expect(asked[0]?.body.also).toEqual(['r']))
  })
  it('what the other has otherwise, or lacks, is marked; what both have is not', () => {
    const [first, second, third] = facts.mediaSettings
    if (!first || !second || !third) throw new Error('the demo’s Otter has three media settings')
    const lacks: Queue = { ...office, facts: { ...facts, mediaSettings: [first, { ...second, group: 'odd' }] } }
    show(
      <QueuesOfPrinter value={[QUEUE, lacks]}>
        {[first, second, third].map((m) => (
          <p key={m.id}>
            {m.name} <BesideMark queue={QUEUE} kind="mediaSettings" item={m} />
          </p>
        ))}
        <SharedLine queue={QUEUE} />
      </QueuesOfPrinter>,
    )
    expect(screen.getAllByText(/Otter, office\)/).map((x) => x.textContent)).toEqual([
      '(otherwise on Otter, office)',
      '(not on Otter, office)',
    ])
    expect(screen.getByText(/^Otter, office has the same 1 media setting, /)).toBeTruthy()
  })
})

describe('what a printer tells, on its page', () => {
  it('a queue without an address has nothing to ask', () => {
    section(null, { address: ' ' })
    expect(screen.queryByText(/Told by the printer/)).toBeNull()
  })
  it('not asked yet: one press asks', async () => {
    const asked = hearing(done({ ignored: 0, differs: 0 }))
    section(null)
    expect(screen.getByText('not asked yet')).toBeTruthy()
    fireEvent.click(screen.getByText('Ask the printer'))
    await waitFor(() => expect(asked).toEqual([{ action: 'queue.ask', body: { id: 'q' } }]))
  })
  it('only what differs is listed, known beside told, and taken over point by point', async () => {
    const asked = hearing(done({ taken: 1 }))
    section({})
    expect(screen.getByText(/asked today; 1 point differs/)).toBeTruthy()
    const row = screen.getByRole('row', { name: /rear stack: borderless/ })
    expect(within(row).getAllByRole('cell')[1]?.textContent).toBe('no')
    fireEvent.click(within(row).getByRole('button', { name: 'Take over' }))
    await waitFor(() =>
      expect(asked).toEqual([{ action: 'queue.take', body: { id: 'q', points: ['borderless:main'], unit: 'mm' } }]),
    )
    expect(screen.queryByRole('row', { name: /rear stack: margins/ })).toBeNull()
    fireEvent.click(screen.getByRole('button', { name: /^All \d+ points/ }))
    expect(screen.getByRole('row', { name: /rear stack: margins/ }).textContent).toContain('the same')
  })
  it('several points can be taken over at once', async () => {
    const asked = hearing(done({ taken: 2 }))
    section({ makeModel: 'another one' })
    fireEvent.click(screen.getByRole('button', { name: 'Take all 2 over' }))
    await waitFor(() => expect(asked[0]?.body.points).toEqual(['make', 'borderless:main']))
  })
  it('what has to be assumed is said before it is taken over', () => {
    section({ mediaTypes: ['photographic-glossy'] })
    expect(screen.getByRole('row', { name: /photographic-glossy/ }).textContent).toMatch(/Assumed: for gloss paper/)
  })
  it('what was left out is said, value by value', () => {
    section({ ignored: ['media-col-database: margins of -5 were left out'] })
    expect(screen.getByText('media-col-database: margins of -5 were left out')).toBeTruthy()
    expect(screen.getByText(/78 attributes came; of these was left out/)).toBeTruthy()
  })
  it('inks stand with their levels beside what is known', () => {
    section({ state: 'stopped', stateReasons: ['media-empty-error', 'x-own'], stateMessage: 'Feed me' })
    expect(
      screen.getByText(
        /State: stopped: its paper is used up, it gives a reason of its maker’s own \(“Feed me”\)\. 2 inks: cyan 80 %, photo black; known here: ten pigments/,
      ),
    ).toBeTruthy()
  })
  it('what is loaded stands beside what is noted; another size is noted by one press', async () => {
    const asked = hearing(done({ id: 'rear stack' }))
    section({
      ready: [
        { source: 'main', width: fromMm(210), length: fromMm(297), mediaType: 'matte-a' },
        { source: 'side', width: fromMm(100), length: fromMm(150), mediaType: null },
      ],
    })
    expect(screen.getByText(/noted here: Fenland Matte, B4/)).toBeTruthy()
    // matte-a is for matte papers: the lustre of the same size is not offered
    expect(screen.queryByRole('button', { name: /Dune Lustre/ })).toBeNull()
    fireEvent.click(screen.getByRole('button', { name: 'It is Fenland Matte, A4' }))
    await waitFor(() =>
      expect(asked).toEqual([
        { action: 'printer.load', body: { printerId: 'p', feedId: 'rear stack', stockId: 's1', rollId: null } },
      ]),
    )
  })
  it('a size that the room has not is said; the same size asks nothing', () => {
    section({ ready: [{ source: 'main', width: fromMm(148), length: fromMm(210), mediaType: null }] })
    expect(screen.getByText('No paper of this size is under Papers & rolls.')).toBeTruthy()
    section({ ready: [{ source: 'main', width: fromMm(257), length: fromMm(364), mediaType: null }] })
    expect(screen.getByText(/B4, the same size/)).toBeTruthy()
    expect(screen.queryByRole('button', { name: /^It is/ })).toBeNull()
  })
})

describe('a printer by its address', () => {
  it('wants an address and a nickname, then goes to its page', async () => {
    const asked = hearing(done({ id: 'new', number: 4 }))
    const onDone = vi.fn()
    show(<ByAddressForm onDone={onDone} />)
    fireEvent.click(screen.getByRole('button', { name: 'Ask it and add it' }))
    expect(await screen.findByText('A name is needed.')).toBeTruthy()
    expect(asked).toEqual([])
    fireEvent.change(screen.getByLabelText('Address'), { target: { value: 'ipp://stoat/ipp/print' } })
    fireEvent.change(screen.getByLabelText('Nickname'), { target: { value: 'Stoat' } })
    fireEvent.click(screen.getByRole('button', { name: 'Ask it and add it' }))
    await waitFor(() => expect(onDone).toHaveBeenCalled())
    expect(asked).toEqual([
      { action: 'printer.by-address', body: { address: 'ipp://stoat/ipp/print', nickname: 'Stoat' } },
    ])
    expect(useRouter().push).toHaveBeenCalledWith('/printers/new')
  })
  it('what does not answer keeps what was typed', async () => {
    const problem = { code: 'printer_silent', address: 'ipp://stoat', seconds: 10 }
    const asked = hearing({ ok: false, problem })
    const onDone = vi.fn()
    show(<ByAddressForm onDone={onDone} />)
    fireEvent.change(screen.getByLabelText('Address'), { target: { value: 'ipp://stoat' } })
    fireEvent.change(screen.getByLabelText('Nickname'), { target: { value: 'Stoat' } })
    fireEvent.click(screen.getByRole('button', { name: 'Ask it and add it' }))
    await waitFor(() => expect(asked).toHaveLength(1))
    expect(onDone).not.toHaveBeenCalled()
    expect(screen.getByLabelText<HTMLInputElement>('Address').value).toBe('ipp://stoat')
  })
})

describe('declared beside measured', () => {
  const RESULT: CheckResult = {
    sheets: 5,
    edges: edges(3190, 2700, 3270, 1260),
    offsetAcross: um(0),
    offsetAlong: um(0),
    stretchAcross: null,
    stretchAlong: null,
    skew: null,
    driftKnown: true,
    accuracy: FIGURES.accuracy,
    outliers: [],
    perSheet: [],
  }
  const LINE: EdgeCheck = {
    ...EDGE_CHECK,
    id: 'c1',
    number: 1,
    sizeName: 'A3',
    result: RESULT,
    state: 'solved',
    solvedAt: 0,
  }
  const lines = (...checks: EdgeCheck[]) =>
    show(
      <EdgeSection
        printer={PRINTER}
        checks={checks}
        due={[{ checkId: 'c1', due: { why: 'age', days: 91 } }]}
        now={0}
      />,
    )
  it('says so when nobody has measured, and where to begin', () => {
    lines()
    expect(screen.getByText(/Nobody has measured where Otter really prints/)).toBeTruthy()
    expect(screen.getByRole('link', { name: 'New edge check' }).getAttribute('href')).toBe('/edge-checks/new?printer=p')
  })
  it('the check in use is named, with its figures under the declared ones', () => {
    lines(LINE)
    const rows = screen.getAllByRole('row').map((r) => r.textContent)
    expect(rows[1]).toBe('declared2.9 / 2.9 / 2.9 / 2.9± 0.7 mm across, 0.8 mm along')
    expect(rows[2]).toMatch(
      /^check 1, A3, .* in use due again: Edge check 1 is 91 days old3\.2 \/ 2\.7 \/ 3\.3 \/ 1\.3/,
    )
  })
  it('one that is being read is in no use yet; of two the newer one is', () => {
    lines(
      { ...LINE, id: 'c3', number: 3, state: 'open', result: null, solvedAt: null },
      { ...LINE, id: 'c2', number: 2 },
      LINE,
    )
    const used = screen.getAllByRole('row').filter((r) => r.textContent?.includes('in use'))
    expect(used.map((r) => r.textContent?.slice(0, 7))).toEqual(['check 2'])
    expect(screen.getByText('being read')).toBeTruthy()
  })
  it('margins and borderless stand apart', () => {
    lines(LINE, { ...LINE, id: 'm', edge: 'margins' })
    expect(screen.getAllByRole('heading', { level: 3 }).map((h) => h.textContent)).toEqual([
      'Otter, photo, rear stack, borderless',
      'Otter, photo, rear stack, margins',
    ])
  })
})

describe('what a feed leaves of a sheet', () => {
  const size = (name: string, short: number, long: number) => ({
    ...{ id: name, name, short: fromMm(short), long: fromMm(long) },
  })
  const SIZES = [size('A5', 148, 210), size('A3', 297, 420), size('B4', 257, 364), size('A1', 594, 841)]
  const seen = (): readonly (readonly (string | null)[])[] =>
    screen.queryAllByRole('row').map((r) => [...r.children].map((c) => c.textContent))
  it('begins with the largest sheet that goes through, by what is declared, each way with its price', () => {
    show(<SheetMargins queues={[QUEUE]} feed={rear} sizes={SIZES} checks={[]} />)
    expect(screen.getByRole<HTMLInputElement>('combobox').value).toBe('A3')
    expect(seen()).toEqual([
      ['mm', 'L / R / lead / trail', 'Leaves', 'Costs'],
      ['area', '3.7 / 3.7 / 4.4 / 11.6', '289.6 × 404.0', 'nothing'],
      ['true centre', '3.7 / 3.7 / 11.6 / 11.6', '289.6 × 396.8', '1.8 %, lead 7.2'],
      ['even', '11.6 / 11.6 / 11.6 / 11.6', '273.8 × 396.8', '7.1 %, left 7.9, right 7.9, lead 7.2'],
    ])
    expect(screen.getByText(/^Margins as declared; borderless leaves 0 mm and enlarges instead\.$/)).toBeTruthy()
  })
  it('says why a sheet does not go through, and shows no margins of it', () => {
    show(<SheetMargins queues={[QUEUE]} feed={rear} sizes={[size('A1', 594, 841)]} checks={[]} />)
    expect(screen.getByRole<HTMLInputElement>('combobox').value).toBe('')
    fireEvent.click(screen.getByRole('combobox'))
    fireEvent.click(screen.getByRole('option', { name: 'A1', hidden: true }))
    expect(screen.getByText('The rear stack takes at most 329 mm across; this sheet is 594 mm.')).toBeTruthy()
    expect(seen()).toEqual([])
  })
})
