import { act, renderHook } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { fromMm } from '@/core/length/length'
import { firstPiece, type PlainPatch, patched, type SlipBody } from '@/core/slip/body'
import { outcomeOf } from '@/core/slip/outcome'
import { BODY, facts, PICTURE, PRINT, VERSION } from '../../../test/slip-facts'
import { differences } from './conflict'
import { edgeLine, pictureLine, placingLine, presetLine, sayRatio, sheetLine, toneLine } from './sentences'
import { useSavedSlip } from './use-saved-slip'

describe('a preset that cannot print any more', () => {
  it('is not taken for none: its line says what is gone', () => {
    const broken = { id: 'v', presetName: 'Otter, grey', number: 2, lost: ['feed', 'quality'] } as const
    expect(presetLine(null, broken)).toEqual({
      says: 'Otter, grey, version 2, cannot print any more',
      detail: 'its feed and quality are gone: choose another preset',
    })
  })
})

describe('a closed line reads like a sentence', () => {
  it('for picture, sheet, edge, placing and tone', () => {
    const slip = facts({ edge: 'borderless', placing: { mode: 'exact', by: { edge: 'width', um: fromMm(180) } } })
    const outcome = outcomeOf(slip)
    expect(pictureLine(PICTURE, null)).toEqual({
      says: 'fern.jpg',
      detail: '4800 × 6400 px, 3:4, colour, sRGB, all of it',
    })
    expect(sheetLine(slip.print, 'B4', outcome, VERSION, 'mm').says).toBe('B4, 257 × 364 mm, short edge first')
    expect(edgeLine(slip.print, outcome, 'mm').says).toBe('Borderless, enlargement corrected')
    expect(placingLine(slip.print, firstPiece(slip.print), outcome, outcome.pieces[0] ?? null, 'mm')).toEqual({
      says: 'Exact size, 180.0 × 240.0 mm',
      detail: '677 ppi, sharp from 0.13 m',
    })
    const grey = {
      ...VERSION,
      settings: { ...VERSION.settings, colourMode: 'monochrome' as const, printerColour: null, tint: { a: 0, b: 0 } },
    }
    expect(toneLine({ ...PRINT, darkness: -2 }, grey)).toEqual({
      says: 'Monochrome, darkness −2 for this picture',
      detail: 'file untouched, tint 0, 0; darkness cannot be sent: set it at the printer',
    })
  })
  it.each([
    [4800, 6400, '3:4'],
    [6000, 4000, '3:2'],
    [3840, 2160, '16:9'],
    [1000, 1000, '1:1'],
    [12_000, 2000, '6:1'],
    [1234, 777, '1.59:1'],
  ])('%d × %d is %s', (w, h, ratio) => {
    expect(sayRatio(w, h)).toBe(ratio)
  })
})

const body = (patch: PlainPatch): SlipBody => ({ ...BODY, prints: [patched(PRINT, patch)] })
const copies = (n: number): SlipBody => body({ copies: n })
const of = (b: SlipBody): number | undefined => b.prints[0]?.copies

describe('what two windows made of one slip', () => {
  it('is said by print and piece where there are several, and what one has and the other has not', () => {
    const second = { ...PRINT, id: 'second' }
    const mine = { ...BODY, prints: [PRINT, patched(second, { anchor: { x: 0, y: 1 } })] }
    expect(differences(mine, { ...BODY, memberId: 'm' })).toEqual([
      { field: 'member', mine: 'none', theirs: 'm' },
      { field: 'print 2', mine: 'there', theirs: 'not there' },
    ])
    expect(differences(mine, { ...BODY, prints: [patched(PRINT, { copies: 4 }), second] })).toEqual([
      { field: 'copies of print 1', mine: '1', theirs: '4' },
      { field: 'place of print 2', mine: 'x:0, y:1', theirs: 'x:0.5, y:0.5' },
    ])
  })
})

describe('a slip that is saved as it is filled', () => {
  const calls: { url: string; body: { revision: number; body: typeof BODY } }[] = []
  let answer: (body: { revision: number }) => unknown
  beforeEach(() => {
    calls.length = 0
    vi.useFakeTimers()
    answer = (body) => ({ ok: true, value: { revision: body.revision + 1 } })
    vi.stubGlobal('fetch', async (url: string, init: RequestInit) => {
      const body = JSON.parse(String(init.body))
      calls.push({ url, body })
      const result = answer(body)
      if (result === null) throw new TypeError('no network')
      return { json: async () => result }
    })
  })
  afterEach(() => {
    vi.useRealTimers()
  })
  const hook = () =>
    renderHook((p: { revision: number; body: typeof BODY }) => useSavedSlip({ id: 's', ...p }), {
      initialProps: { revision: 1, body: BODY },
    })

  it('saves once after a pause, with the revision it knows', async () => {
    const { result } = hook()
    act(() => result.current.change(() => copies(2)))
    act(() => result.current.change(() => copies(3)))
    await act(() => vi.advanceTimersByTimeAsync(400))
    expect(calls.map((c) => [c.body.revision, of(c.body.body)])).toEqual([[1, 3]])
    act(() => result.current.change(() => copies(4)))
    await act(() => vi.advanceTimersByTimeAsync(400))
    expect(calls.at(-1)?.body.revision).toBe(2)
    expect(result.current.state.kind).toBe('saved')
  })
  it('a change made elsewhere becomes a choice, and nothing is overwritten', async () => {
    const theirs = body({ pictureId: null, versionId: null, copies: 9 })
    answer = () => ({
      ok: false,
      problem: { code: 'stale', what: 'This slip', yours: 1, now: 5, current: { body: theirs } },
    })
    const { result } = hook()
    act(() => result.current.change(() => copies(2)))
    await act(() => vi.advanceTimersByTimeAsync(400))
    expect(result.current.state).toMatchObject({ kind: 'conflict', revision: 5 })
    expect(differences(body({ pictureId: null, versionId: null, copies: 2 }), theirs)).toEqual([
      { field: 'copies', mine: '2', theirs: '9' },
    ])
    answer = (body) => ({ ok: true, value: { revision: body.revision + 1 } })
    act(() => result.current.settle('theirs'))
    expect(of(result.current.body)).toBe(9)
  })
  it('keeps what was typed while nobody answers, and tries again', async () => {
    answer = () => null
    const { result } = hook()
    act(() => result.current.change(() => copies(2)))
    await act(() => vi.advanceTimersByTimeAsync(400))
    expect(result.current.state.kind).toBe('kept here')
    expect(of(result.current.body)).toBe(2)
    answer = (body) => ({ ok: true, value: { revision: body.revision + 1 } })
    await act(() => vi.advanceTimersByTimeAsync(3100))
    expect(result.current.state.kind).toBe('saved')
  })
  it('what is refused never reads saved, is not sent again by itself, and goes with the next change', async () => {
    answer = () => ({ ok: false, problem: { code: 'server_failed', status: 500 } })
    const { result } = hook()
    act(() => result.current.change(() => copies(2)))
    await act(() => vi.advanceTimersByTimeAsync(400))
    expect([result.current.state.kind, of(result.current.body)]).toEqual(['refused', 2])
    const sent = calls.length
    await act(() => vi.advanceTimersByTimeAsync(600_000))
    expect(calls).toHaveLength(sent)
    answer = (body) => ({ ok: true, value: { revision: body.revision + 1 } })
    act(() => result.current.change(() => copies(3)))
    await act(() => vi.advanceTimersByTimeAsync(400))
    expect(result.current.state.kind).toBe('saved')
  })
  it('tries a bounded number of times while there is no connection', async () => {
    answer = () => null
    const { result } = hook()
    act(() => result.current.change(() => copies(2)))
    await act(() => vi.advanceTimersByTimeAsync(3_600_000))
    const sent = calls.length
    expect(sent).toBe(11)
    await act(() => vi.advanceTimersByTimeAsync(3_600_000))
    expect(calls).toHaveLength(sent)
    expect(result.current.state.kind).toBe('kept here')
  })
  it('sends what is unsaved when the page goes away', () => {
    const { result } = hook()
    act(() => result.current.change(() => copies(7)))
    act(() => {
      window.dispatchEvent(new Event('pagehide'))
    })
    expect(calls.at(-1)?.body.body).toEqual(copies(7))
  })
  it('takes what stands in the field that has the focus when the page goes away', () => {
    const { result } = hook()
    const field = document.body.appendChild(document.createElement('input'))
    field.addEventListener('blur', () => result.current.change(() => copies(8)))
    field.focus()
    act(() => {
      window.dispatchEvent(new Event('pagehide'))
    })
    field.remove()
    expect(calls.at(-1)?.body.body).toEqual(copies(8))
  })
  it('takes over a newer revision while nothing is unsaved here', () => {
    const { result, rerender } = hook()
    rerender({ revision: 4, body: copies(5) })
    expect(of(result.current.body)).toBe(5)
    act(() => result.current.change(() => copies(6)))
    rerender({ revision: 5, body: copies(1) })
    expect(of(result.current.body)).toBe(6)
  })
})
