import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Bench as BenchData } from '@/contract/views/bench'
import { runChecks } from '@/core/checks/all'
import { fromMm, um } from '@/core/length/length'
import { minor } from '@/core/money/money'
import type { Settings } from '@/core/preset/settings'
import { outcomeOf } from '@/core/slip/outcome'
import { SheetDrawing } from '@/ui/drawing/sheet-drawing'
import { DEMO_PRINTERS } from '../../demo/printers'
import { type Asked, done, hearing, show } from '../../test/interface'
import { facts, laid, PICTURE, VERSION } from '../../test/slip-facts'
import { sums } from '../../test/sums'
import { wanted } from '../../test/wanted'
import { Bench } from './bench/bench'
import { Log } from './log/log'
import { PresetRows } from './presets/preset-rows'
import type { PresetWorld } from './presets/types'
import { Figures } from './slip/figures'
import { Findings } from './slip/findings'
import { OutcomeDialog } from './slip/outcome-dialog'

let sent: readonly Asked[]
beforeEach(() => {
  sent = hearing(done({ runIds: ['r'], left: 0 }))
})

const exact = { edge: 'borderless', placing: { mode: 'exact', by: { edge: 'width', um: fromMm(180) } } } as const

describe('figures', () => {
  it('keep asked, sent, on paper and tolerance apart', () => {
    const { sheet, piece } = laid(facts(exact))
    show(<Figures sheet={sheet} piece={piece} />)
    const width = within(screen.getByRole('row', { name: /^Width/ }))
    expect(width.getAllByRole('cell').map((c) => c.textContent)).toEqual(['180.0', '176.0', '180.0', '± 0.7'])
  })
  it('are in inches in a room of inches', () => {
    const { sheet, piece } = laid(facts(exact))
    show(<Figures sheet={sheet} piece={piece} />, 'in')
    expect(within(screen.getByRole('row', { name: /^Width/ })).getAllByRole('cell')[0]?.textContent).toBe('7.09')
  })
  it('say what they wait for', () => {
    show(<Figures sheet={null} piece={null} />)
    expect(screen.getByText(/stand here once there is a picture/)).toBeTruthy()
  })
})

describe('findings', () => {
  it('show stops and cautions in words, and the fine ones on a press', () => {
    const slip = facts({ copies: 18 }, { picture: { ...PICTURE, profile: null } })
    show(<Findings findings={runChecks(slip, outcomeOf(slip))} feed={null} />)
    expect(screen.getByText(/17 sheets of this size on the shelf/)).toBeTruthy()
    expect(screen.getByText('Stop').className).toBe('level-stop')
    expect(screen.queryByText('The file reads to its end.')).toBeNull()
    fireEvent.click(screen.getByRole('button', { name: /other checks/ }))
    expect(screen.getByText('The file reads to its end.')).toBeTruthy()
  })
})

describe('the drawing', () => {
  const drawing = (onAnchor?: (a: { x: number; y: number }) => void) => {
    const { sheet, pieces } = laid(facts({ ...exact, edge: 'margins' }))
    show(
      <SheetDrawing
        sheet={sheet}
        pieces={pieces}
        picture={() => ({ url: '/p', thumb: '/t', size: PICTURE })}
        at={0}
        unit="mm"
        anchor={{ x: 0.5, y: 0.5 }}
        {...(onAnchor ? { onAnchor } : {})}
      />,
    )
  }
  it('moves the picture by arrow keys, further with shift, and back with Home', () => {
    const move = vi.fn()
    drawing(move)
    const picture = screen.getByRole('application')
    fireEvent.keyDown(picture, { key: 'ArrowRight' })
    fireEvent.keyDown(picture, { key: 'ArrowUp', shiftKey: true })
    fireEvent.keyDown(picture, { key: 'Home' })
    expect(move.mock.calls.map(([a]) => [a.x.toFixed(2), a.y.toFixed(2)])).toEqual([
      ['0.51', '0.50'],
      ['0.50', '0.40'],
      ['0.50', '0.50'],
    ])
  })
  it('is only looked at where nothing may change', () => {
    drawing()
    expect(screen.queryByRole('application')).toBeNull()
  })
  it('draws the thumbnail behind the preview', () => {
    drawing()
    expect([...document.querySelectorAll('image')].map((i) => i.getAttribute('href'))).toEqual(['/t', '/p'])
  })
})

describe('logging what came out', () => {
  const dialog = (withStops: boolean) => {
    const onClose = vi.fn()
    show(
      <OutcomeDialog
        slipId="s"
        open
        onClose={onClose}
        prints={[wanted({ copies: withStops ? 18 : 1 }, { left: 1 })]}
        whose={{ memberId: 'm', people: [{ id: 'm', name: 'Iria' }], onMember: () => {} }}
        flush={async () => 7}
      />,
    )
    return onClose
  }
  it('a stop keeps good shut until it has a reason, which is sent along', async () => {
    const onClose = dialog(true)
    const submit = screen.getByRole<HTMLButtonElement>('button', { name: 'Log as good' })
    expect(submit.disabled).toBe(true)
    fireEvent.change(screen.getByPlaceholderText('Reason'), { target: { value: 'found one more pack' } })
    expect(submit.disabled).toBe(false)
    fireEvent.click(submit)
    await waitFor(() => expect(onClose).toHaveBeenCalled())
    expect(sent[0]).toMatchObject({
      action: 'run.log',
      body: {
        ...{ revision: 7, outcome: 'good' },
        prints: [{ printId: 'first', copies: 1, answers: [{ check: 'stock', reason: 'found one more pack' }] }],
      },
    })
  })
  it('spoiled asks for a cause, not for reasons', async () => {
    dialog(true)
    fireEvent.click(screen.getByRole('radio', { name: 'Spoiled' }))
    expect(screen.queryByPlaceholderText('Reason')).toBeNull()
    fireEvent.click(screen.getByRole('button', { name: 'Log as spoiled' }))
    expect(await screen.findByText(/say what spoiled it/)).toBeTruthy()
    expect(sent).toEqual([])
  })
  it('stays open when the room refuses', async () => {
    sent = hearing({ ok: false, problem: { code: 'slip_done', number: 4 } })
    const onClose = dialog(false)
    fireEvent.click(screen.getByRole('button', { name: 'Log as good' }))
    await waitFor(() => expect(sent).toHaveLength(1))
    expect(onClose).not.toHaveBeenCalled()
  })
})

describe('the bench', () => {
  const bench: BenchData = {
    waiting: 1,
    today: { prints: 6, spoiled: 1, mm2: 2_310_000 },
    ...{ unplaced: [], unplacedCount: 0 },
    lanes: [
      {
        prints: [],
        found: [],
        says: [],
        together: [],
        plans: [],
        swapCost: minor(133),
        copiesSet: null,
        awayAt: null,
        due: [{ kind: 'nozzle check', days: 9 }],
        printer: {
          id: 'p',
          nickname: 'Otter',
          blackShared: true,
          holdsBlack: 'matte',
          swapSeconds: 120,
          swapMicrolitres: 1900,
          upkeep: [
            { kind: 'nozzle check', at: Date.UTC(2026, 10, 15), note: '', result: '', gaps: false, by: 'Perrin' },
          ],
          feeds: [{ ...VERSION.feed, revision: 1 }],
          loads: [
            {
              feedId: 'f',
              feedName: 'rear stack',
              stockId: 's',
              paperId: 'fen',
              rollId: null,
              rollNumber: null,
              surface: 'matte',
              confirmed: null,
              paperName: 'Fenland Matte',
              kind: 'sheet',
              width: fromMm(257),
              length: fromMm(364),
              left: 17,
            },
          ],
        },
        groups: [
          {
            needs: {
              black: 'photo',
              load: {
                feedId: 'f',
                feedName: 'rear stack',
                paperId: 'dune',
                paperName: 'Dune',
                roll: false,
                width: fromMm(210),
                length: fromMm(297),
              },
            },
            slips: [
              {
                id: 'x',
                printId: 'first',
                number: 3,
                title: 'Cirrus',
                memberName: 'Tobiah Ravensholt',
                pictureId: null,
                copies: 3,
                sheet: { width: fromMm(210), length: fromMm(297), roll: false },
                level: 'fine',
                finding: null,
              },
            ],
            ...{ count: 1, prints: 3, seconds: 4500 },
          },
        ],
      },
    ],
  }
  it('says what is loaded, what is due, and what has to be changed first', () => {
    show(<Bench bench={bench} shelf={[]} now={Date.UTC(2026, 10, 24, 12)} />)
    expect(screen.getByText('Fenland Matte, B4', { exact: false })).toBeTruthy()
    expect(screen.getByText('checked 9 days ago').className).toBe('level-caution')
    expect(screen.getByRole('heading', { level: 3 }).textContent).toBe(
      'Load Dune A4 in the rear stack; swap to photo blackfrees 1 slip, 3 prints, 1\u00a0h 15\u00a0min; the swap takes 1.9 ml, 1.33\u00a0EUR, 2\u00a0min',
    )
    expect(screen.getByText('3, A4, 3 copies, Tobiah R.')).toBeTruthy()
    expect(screen.getByText('2.31 m²')).toBeTruthy()
  })
  it('gaps in the nozzles stand where it would say ready', () => {
    const [lane] = bench.lanes
    if (!lane) throw new Error('no lane')
    const due = [{ kind: 'nozzle check', days: 0, gaps: 'two gaps in the grey' }]
    show(<Bench bench={{ ...bench, lanes: [{ ...lane, due }] }} shelf={[]} now={Date.UTC(2026, 10, 24, 12)} />)
    expect(screen.queryByText('ready')).toBeNull()
    expect(screen.getByText('two gaps in the grey').className).toBe('level-caution')
    expect(screen.getByText(/^two gaps in the grey, checked/).className).toBe('level-caution')
  })
  it('a plan that is kept stands in the lane of its printer; what is ready says how long it takes', () => {
    const [lane] = bench.lanes
    if (!lane) throw new Error('no lane')
    const plan = {
      ...{ id: 'plan', number: 3, name: 'Roll, version 1', queueId: 'q', printerName: 'Otter', count: 7 },
      ...{ length: fromMm(1072), by: 'Perrin', at: 0, state: 'kept' as const },
    }
    const [group] = lane.groups
    if (!group) throw new Error('no group')
    const groups = [
      { ...group, needs: { load: null, black: null }, seconds: 200 },
      { ...group, seconds: null },
    ]
    show(<Bench bench={{ ...bench, lanes: [{ ...lane, plans: [plan], groups, swapCost: null }] }} shelf={[]} now={0} />)
    expect(screen.getByRole('link', { name: 'Plan 3' }).getAttribute('href')).toBe('/bench/plan/plan')
    expect(screen.getByText(/is kept: 7 prints laid over 1072 mm of roll/)).toBeTruthy()
    const titles = screen.getAllByRole('heading', { level: 3 }).map((h) => h.textContent)
    expect(titles[0]).toBe('Ready1 slip, 3 prints, 3\u00a0min')
    expect(titles[1]).toMatch(/blackfrees 1 slip, 3 prints; the swap takes 1\.9 ml, 2\smin$/)
  })
  it('offers what the printer could mean, by form and surface, and what is noted', () => {
    const [lane] = bench.lanes
    if (!lane) throw new Error('no lane')
    const says = [
      {
        ...{ feedId: 'f', width: fromMm(297), length: fromMm(210), roll: false, noted: 'Fenland Matte', key: 'k' },
        mediaSetting: { name: 'Matte B', surfaces: ['matte' as const] },
      },
    ]
    const paper = (paperName: string, surface: 'matte' | 'gloss', width = 210) => ({
      ...{ stockId: paperName, paperName, surface, kind: 'sheet' as const, count: 1, rolls: [] },
      ...{ width: fromMm(width), length: fromMm(297) },
    })
    const shelf = [
      ...[paper('Sedge', 'matte'), paper('Quay', 'gloss'), paper('Fen', 'matte', 257), paper('Reed', 'matte')],
      ...[paper('Rush', 'matte'), paper('Weir', 'matte')],
    ]
    show(<Bench bench={{ ...bench, lanes: [{ ...lane, says }] }} shelf={shelf} now={0} />)
    expect(screen.getByText(/says that Matte B, 297 × 210 mm is in the rear stack/).textContent).toMatch(/: which\?$/)
    expect(screen.getAllByRole('button', { name: /^It is/ }).map((b) => b.textContent)).toEqual([
      'It is Sedge, A4',
      'It is Reed, A4',
      'It is Rush, A4',
      'It is Fenland Matte, as noted',
    ])
  })
  it('says what lies together on a roll, and what that saves', () => {
    const together = [
      { printerId: 'p', name: 'Heron, roll, version 1', count: 12, length: 2_208_000, alone: 3_576_000 },
    ]
    show(<Bench bench={{ ...bench, lanes: bench.lanes.map((l) => ({ ...l, together })) }} shelf={[]} now={0} />)
    expect(screen.getByText(/^12 prints beside each other: 2208 mm of roll/).textContent).toBe(
      '12 prints beside each other: 2208 mm of roll instead of 3576 mm, 1368 mm less. Plan it',
    )
    expect(screen.getByRole('link', { name: 'Plan it' }).getAttribute('href')).toBe('/bench/plan')
  })
  it('an empty one says what comes there', () => {
    show(<Bench bench={{ ...bench, waiting: 0, lanes: [] }} shelf={[]} now={0} />)
    expect(screen.getByText(/No printer yet/)).toBeTruthy()
    expect(screen.getByText(/Nothing waits/)).toBeTruthy()
  })
})

describe('the log', () => {
  const totals = sums(1, { spoiled: 1, mm2: 93_548, microlitres: 430, cost: minor(123) })
  it('writes a run as one line, spoiled with its cause', () => {
    const line = {
      id: 'r',
      number: 9,
      at: Date.UTC(2026, 10, 24, 15, 5),
      slipId: 's',
      printId: 'first',
      slipNumber: 4,
      groupName: null,
      seal: 'TPX4X4',
      note: '',
      copy: 1,
      inkMicrolitres: 430,
      title: 'Fern',
      pictureId: null,
      memberName: 'Iria',
      printerName: 'Otter',
      presetName: 'Matte',
      versionNumber: 3,
      paperName: 'Fenland',
      outcome: 'spoiled',
      corrected: false,
      cause: 'banding',
      width: fromMm(257),
      length: fromMm(364),
      roll: false,
      parts: 1,
      cost: minor(123),
      charge: minor(0),
      unknown: [],
    } as const
    show(
      <Log
        lines={[line]}
        next={null}
        totals={totals}
        printers={[]}
        members={[]}
        papers={[]}
        now={Date.UTC(2026, 10, 25)}
      />,
    )
    const row = screen.getByRole('row', { name: /Fern/ })
    expect(row.textContent).toBe('15:059FernIriaMatte, 3Fenland B4spoiled, banding1.230.00')
  })
  it('says when nothing is there yet', () => {
    show(<Log lines={[]} next={null} totals={sums(0)} printers={[]} members={[]} papers={[]} now={0} />)
    expect(screen.getByText('No run is logged yet.')).toBeTruthy()
  })
})

describe('the rows of a preset', () => {
  const otter = DEMO_PRINTERS[0]
  const queue = otter?.queues[0]
  if (!otter || !queue) throw new Error('the demo has printers')
  const feeds = otter.feeds.map((f) => ({ ...f, id: f.name }))
  const world: PresetWorld = {
    queues: [
      {
        id: 'q',
        name: queue.name,
        printerName: 'Otter',
        inkSet: '',
        feeds,
        facts: queue.facts(feeds.map((f) => f.id)),
      },
    ],
    papers: [
      { id: 'fen', name: 'Fenland Matte', surface: 'matte', weight: 210, thickness: 240 },
      { id: 'cotton', name: 'Saltmarsh', surface: 'cotton', weight: 310, thickness: 480 },
    ],
    profiles: [{ id: 'prof', name: 'fen-b', seals: [], grey: false }],
    sizes: [],
    retiredProfiles: [],
  }
  const settings: Settings = {
    ...VERSION.settings,
    queueId: 'q',
    feedId: 'rear stack',
    paperId: 'fen',
    mediaSettingId: 'matte-b',
    qualityId: 'fine',
    printerColour: 'off',
    fileColour: { kind: 'profile', profileId: 'prof', intent: 'relative', blackPoint: true },
    own: { drying: 'none' },
  }
  it('a closed value says why, and one press makes the smallest change', () => {
    const change = vi.fn()
    show(<PresetRows settings={settings} world={world} frozen={false} onChange={change} />)
    fireEvent.click(screen.getByRole('radio', { name: 'Monochrome' }))
    expect(change).not.toHaveBeenCalled()
    expect(screen.getByText(/Colour mode: Monochrome is closed because .* \(file colour is To fen-b\)/)).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: /^Set colour mode to Monochrome/ }))
    expect(change).toHaveBeenCalledWith(
      expect.objectContaining({
        ...{ colourMode: 'monochrome', printerColour: null, driverProfile: null },
        ...{ fileColour: { kind: 'untouched' }, tint: { a: 0, b: 0 } },
      }),
    )
  })
  it('many closed ones stand behind their count, what is chosen or open never', () => {
    const papers = ['gloss', 'lustre', 'textured', 'film', 'canvas'].map((surface) => ({
      ...{ id: surface, name: `Paper ${surface}`, surface, weight: 200, thickness: um(240) },
    }))
    const full = { ...world, papers: [...world.papers, ...papers] }
    show(<PresetRows settings={settings} world={full} frozen={false} onChange={vi.fn()} />)
    const names = (): readonly (string | null)[] =>
      within(screen.getByRole('radiogroup', { name: 'Paper' }))
        .getAllByRole('radio')
        .map((r) => r.textContent)
    const before = names()
    expect(before).toContain('Fenland Matte')
    const fold = screen.getByRole('button', { name: /^\d+ closed$/ })
    fireEvent.click(fold)
    expect(names()).toHaveLength(full.papers.length)
    expect(fold.textContent).toBe('fewer')
    fireEvent.click(fold)
    expect(names()).toEqual(before)
  })
  it('profiles made for the seal come first, then the paper’s; others on request, and the chosen one is never away', () => {
    const made = ['far', 'paper', 'seal', 'off'].map((id) => ({ id, name: id, seals: [], grey: false }))
    const with_ = (fileColour: Settings['fileColour']) => (
      <PresetRows
        settings={{ ...settings, fileColour }}
        world={{ ...world, profiles: made }}
        near={{ seal: 'seal', paper: 'paper' }}
        frozen={false}
        onChange={vi.fn()}
      />
    )
    const names = (): readonly (string | null)[] =>
      within(screen.getByRole('radiogroup', { name: 'File colour' }))
        .getAllByRole('radio')
        .map((r) => r.textContent)
    const to = (profileId: string) => ({ kind: 'profile', profileId, intent: 'relative', blackPoint: true }) as const
    const { unmount } = show(with_(to('seal')))
    expect(names()).toEqual(['Untouched', 'To seal', 'To paper'])
    expect(screen.getByText('made with this seal')).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: '2 others' }))
    expect(names()).toEqual(['Untouched', 'To seal', 'To paper', 'To far', 'To off'])
    unmount()
    show(with_(to('far')))
    expect(names()).toEqual(['Untouched', 'To seal', 'To paper', 'To far'])
    expect(screen.queryByText(/^made /)).toBeNull()
  })
  it('an open value is taken at once', () => {
    const change = vi.fn()
    show(<PresetRows settings={settings} world={world} frozen={false} onChange={change} />)
    fireEvent.click(screen.getByRole('radio', { name: 'Quick' }))
    expect(change).toHaveBeenCalledWith(expect.objectContaining({ qualityId: 'quick' }))
  })
  it('choices that contradict each other: only what has to move is shown as closed', () => {
    show(<PresetRows settings={{ ...settings, blackInk: 'photo' }} world={world} frozen={false} onChange={vi.fn()} />)
    expect(screen.getAllByRole('status').map((s) => s.textContent)).toEqual([
      expect.stringMatching(/^Black ink: Photo is closed because/),
    ])
  })
  it('a preset of a queue that is gone says so', () => {
    show(<PresetRows settings={{ ...settings, queueId: 'gone' }} world={world} frozen={false} onChange={vi.fn()} />)
    expect(screen.getByText(/not in the room any more/)).toBeTruthy()
  })
})
