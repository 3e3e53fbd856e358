import { act, renderHook } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { fromMm } from '@/core/length/length'
import { outcomeOf } from '@/core/slip/outcome'
import { BODY, facts, PICTURE, VERSION } from '../../../test/slip-facts'
import { differences } from './conflict'
import { edgeLine, pictureLine, placingLine, sayRatio, sheetLine, toneLine } from './sentences'
import { useSavedSlip } from './use-saved-slip'

describe('a closed line reads like a sentence', () => {
  it('for picture, sheet, edge, placing and tone', () => {
    const slip = facts({ edge: 'borderless', placing: { mode: 'exact', by: { edge: 'width', um: fromMm(180) } } })
    const outcome = outcomeOf(slip)
    expect(pictureLine(PICTURE, null)).toEqual({
      says: 'fern.jpg',
      detail: '4800 × 6400 px, 3:4, colour, sRGB, all of it',
    })
    expect(sheetLine(slip.body, 'B4', outcome, VERSION, 'mm').says).toBe('B4, 257 × 364 mm, short edge first')
    expect(edgeLine(slip.body, outcome, 'mm').says).toBe('Borderless, growth cancelled')
    expect(placingLine(slip.body, outcome, 'mm')).toEqual({
      says: 'Exact size, 180.0 × 240.0 mm',
      detail: '677 ppi, sharp from 0.13 m',
    })
    const grey = {
      ...VERSION,
      settings: { ...VERSION.settings, printerColour: 'grey mode' as const, tint: { a: 0, b: 0 } },
    }
    expect(toneLine({ ...BODY, depth: -2 }, grey)).toEqual({
      says: 'Grey mode, darkness −2 for this picture',
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

describe('a slip that is saved as it is filled', () => {
  const calls: { url: string; body: { revision: number; body: { copies: number } } }[] = []
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
    act(() => result.current.change({ copies: 2 }))
    act(() => result.current.change({ copies: 3 }))
    await act(() => vi.advanceTimersByTimeAsync(400))
    expect(calls.map((c) => [c.body.revision, c.body.body.copies])).toEqual([[1, 3]])
    act(() => result.current.change({ copies: 4 }))
    await act(() => vi.advanceTimersByTimeAsync(400))
    expect(calls.at(-1)?.body.revision).toBe(2)
    expect(result.current.state.kind).toBe('saved')
  })
  it('a change made elsewhere becomes a choice, and nothing is overwritten', async () => {
    const theirs = { ...BODY, pictureId: null, versionId: null, copies: 9 }
    answer = () => ({
      ok: false,
      problem: { code: 'stale', what: 'This slip', yours: 1, now: 5, current: { body: theirs } },
    })
    const { result } = hook()
    act(() => result.current.change({ copies: 2 }))
    await act(() => vi.advanceTimersByTimeAsync(400))
    expect(result.current.state).toMatchObject({ kind: 'conflict', revision: 5 })
    expect(differences({ ...theirs, copies: 2 }, theirs)).toEqual([{ field: 'copies', mine: '2', theirs: '9' }])
    answer = (body) => ({ ok: true, value: { revision: body.revision + 1 } })
    act(() => result.current.settle('theirs'))
    expect(result.current.body.copies).toBe(9)
  })
  it('keeps what was typed while nobody answers, and tries again', async () => {
    answer = () => null
    const { result } = hook()
    act(() => result.current.change({ copies: 2 }))
    await act(() => vi.advanceTimersByTimeAsync(400))
    expect(result.current.state.kind).toBe('kept here')
    expect(result.current.body.copies).toBe(2)
    answer = (body) => ({ ok: true, value: { revision: body.revision + 1 } })
    await act(() => vi.advanceTimersByTimeAsync(3100))
    expect(result.current.state.kind).toBe('saved')
  })
  it('sends what is unsaved when the page goes away', () => {
    const { result } = hook()
    act(() => result.current.change({ copies: 7 }))
    act(() => {
      window.dispatchEvent(new Event('pagehide'))
    })
    expect(calls.at(-1)?.body.body.copies).toBe(7)
  })
  it('takes over a newer revision while nothing is unsaved here', () => {
    const { result, rerender } = hook()
    rerender({ revision: 4, body: { ...BODY, copies: 5 } })
    expect(result.current.body.copies).toBe(5)
    act(() => result.current.change({ copies: 6 }))
    rerender({ revision: 5, body: { ...BODY, copies: 1 } })
    expect(result.current.body.copies).toBe(6)
  })
})
