import { afterEach, describe, expect, it, vi } from 'vitest'
import type { NestAsk } from '@/core/nest/ask'
import type { PlanAnswered, PlanAsked } from './nest-messages'
import { openPlanner } from './planner'

/** A worker that is answered for by hand. */
class Hand {
  static last: Hand
  readonly asked: PlanAsked[] = []
  onmessage: (event: { data: PlanAnswered }) => void = () => {}
  constructor() {
    Hand.last = this
  }
  postMessage(asked: PlanAsked): void {
    this.asked.push(asked)
  }
  terminate(): void {}
  answer(id: number): void {
    this.onmessage({ data: { id, standing: { plan: null, bound: 0, steps: id, proven: false }, over: false } })
  }
}
afterEach(() => vi.unstubAllGlobals())

const ASK: NestAsk = { width: 1, gap: 0, margin: 0, cut: 'any', items: [] }

describe('the planner as a page holds it', () => {
  it('hears of its last wish alone, and of none that was forgotten', () => {
    vi.stubGlobal('Worker', Hand)
    const heard: number[] = []
    const planner = openPlanner((a) => heard.push(a.id))
    planner.search(ASK, 1000)
    Hand.last.answer(1)
    planner.search(ASK, 1000)
    Hand.last.answer(1)
    Hand.last.answer(2)
    planner.stop()
    Hand.last.answer(2)
    planner.forget()
    Hand.last.answer(2)
    planner.search(ASK, 1000)
    Hand.last.answer(4)
    expect(heard).toEqual([1, 2, 2, 4])
    expect(Hand.last.asked.map((a) => a.does)).toEqual(['search', 'search', 'stop', 'stop', 'search'])
  })
})
