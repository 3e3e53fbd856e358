import { act, renderHook, waitFor } from '@testing-library/react'
import { useRouter } from 'next/navigation'
import { describe, expect, it, vi } from 'vitest'
import type { Settings } from '@/core/preset/settings'
import { done, hearing } from '../../../test/interface'
import { VERSION } from '../../../test/slip-facts'
import { useDraft } from './use-draft'

const id = '01935c00-0000-7000-8000-00000000000a'
const SETTINGS: Settings = { ...VERSION.settings, queueId: id, feedId: id, paperId: id }
const opened = { id, name: 'Matte', revision: 3, settings: SETTINGS }
const held = (more: Partial<typeof opened> = {}) =>
  renderHook((props) => useDraft(props), { initialProps: { ...opened, ...more } })
const stale = (now: number, draft: Settings | null, name = 'Matte') => ({
  ok: false,
  problem: { code: 'stale', what: 'This preset', yours: 3, now, current: { draft, name } },
})
const with_ = (patch: Partial<Settings>): Settings => ({ ...SETTINGS, ...patch })

describe('a draft while it is changed', () => {
  it('is sealed with the revision of its own last change, however soon', async () => {
    hearing(done({ revision: 4 }))
    const { result } = held()
    const changed = with_({ mirror: true })
    act(() => result.current.change(changed))
    let at: Awaited<ReturnType<typeof result.current.settled>> | null = null
    await act(async () => {
      at = await result.current.settled()
    })
    expect(at).toEqual({ revision: 4, draft: changed })
  })
  it('two quick presses are both kept: the second is saved over what the first made', async () => {
    const asked = hearing(done({ revision: 4 }), done({ revision: 5 }))
    const { result } = held()
    act(() => result.current.change({ ...(result.current.settings ?? SETTINGS), mirror: true }))
    expect(result.current.settings?.mirror).toBe(true)
    act(() => result.current.change({ ...(result.current.settings ?? SETTINGS), qualityId: 'slow' }))
    await waitFor(() => expect(asked).toHaveLength(2))
    expect(asked.map((a) => a.body.revision)).toEqual([3, 4])
    expect(asked[1]?.body.draft).toMatchObject({ mirror: true, qualityId: 'slow' })
    expect(result.current.conflict).toBeNull()
  })
  it('what is pressed while one is on its way is sent once, as it is at last', async () => {
    const asked = hearing(done({ revision: 4 }), done({ revision: 5 }))
    const { result } = held()
    act(() => result.current.change(with_({ qualityId: 'a' })))
    act(() => result.current.change(with_({ qualityId: 'b' })))
    act(() => result.current.change(with_({ qualityId: 'c' })))
    await waitFor(() => expect(asked).toHaveLength(2))
    await new Promise((r) => setTimeout(r, 20))
    expect(asked.map((a) => (a.body.draft as Settings).qualityId)).toEqual(['a', 'c'])
  })
  it('another’s change of the draft is a conflict; kept, it is saved over theirs, taken, it is shown', async () => {
    const theirs = with_({ qualityId: 'slow' })
    const asked = hearing(stale(7, theirs), done({ revision: 8 }))
    const { result } = held()
    act(() => result.current.change(with_({ mirror: true })))
    await waitFor(() => expect(result.current.conflict).toEqual({ mine: with_({ mirror: true }), theirs }))
    expect(asked).toHaveLength(1)
    act(() => result.current.keep())
    await waitFor(() =>
      expect(asked[1]?.body).toMatchObject({ revision: 7, draft: { mirror: true, qualityId: 'fine' } }),
    )
    expect(result.current.conflict).toBeNull()

    const again = hearing(stale(7, theirs))
    const other = held()
    act(() => other.result.current.change(with_({ mirror: true })))
    await waitFor(() => expect(other.result.current.conflict).not.toBeNull())
    act(() => other.result.current.take())
    expect(other.result.current.settings).toEqual(theirs)
    expect(again).toHaveLength(1)
    expect(useRouter().refresh).toHaveBeenCalled()
  })
  it('a preset that was only renamed is no conflict, and keeps its new name', async () => {
    const asked = hearing(stale(7, SETTINGS, 'Matte, fine'), done({ revision: 8 }))
    const { result } = held()
    act(() => result.current.change(with_({ mirror: true })))
    await waitFor(() => expect(asked).toHaveLength(2))
    expect(asked[1]?.body).toMatchObject({ revision: 7, name: 'Matte, fine', draft: { mirror: true } })
    expect(result.current.conflict).toBeNull()
  })
  it('news are shown while nothing is unsaved, and older ones never', async () => {
    hearing(done({ revision: 9 }))
    const { result, rerender } = held()
    rerender({ ...opened, revision: 4, settings: with_({ qualityId: 'slow' }) })
    expect(result.current.settings?.qualityId).toBe('slow')
    rerender({ ...opened, revision: 3, settings: SETTINGS })
    expect(result.current.settings?.qualityId).toBe('slow')
  })
  it('what nobody answered is kept, and sent again', async () => {
    vi.useFakeTimers()
    const asked = hearing({ ok: false, problem: { code: 'unreachable' } }, done({ revision: 4 }))
    const { result } = held()
    act(() => result.current.change(with_({ mirror: true })))
    await act(() => vi.advanceTimersByTimeAsync(100))
    expect([asked.length, result.current.settings?.mirror]).toEqual([1, true])
    await act(() => vi.advanceTimersByTimeAsync(3000))
    expect(asked.map((a) => (a.body.draft as Settings).mirror)).toEqual([true, true])
    vi.useRealTimers()
  })
  it('what the room refuses is not shown as if it were there', async () => {
    const asked = hearing({ ok: false, problem: { code: 'rules', says: ['no'] } })
    const { result } = held()
    act(() => result.current.change(with_({ mirror: true })))
    expect(result.current.settings?.mirror).toBe(true)
    await waitFor(() => expect(result.current.settings).toEqual(SETTINGS))
    expect(asked).toHaveLength(1)
  })
  it('a room that answers stale for ever is told once', async () => {
    const asked = hearing(stale(3, SETTINGS))
    const { result } = held()
    act(() => result.current.change(with_({ mirror: true })))
    await waitFor(() => expect(asked).toHaveLength(1))
    await new Promise((r) => setTimeout(r, 30))
    expect(asked).toHaveLength(1)
    vi.unstubAllGlobals()
  })
})
