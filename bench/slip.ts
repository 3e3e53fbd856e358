import { runChecks } from '@/core/checks/all'
import { fromMm } from '@/core/length/length'
import { outcomeOf } from '@/core/slip/outcome'
import { seeded } from '../demo/random'
import { FACTS, facts, PICTURE } from '../test/slip-facts'
import { say, spread } from './spread'

/** Prediction and page model of one slip, with its checks: core only. */
export function benchSlip(): void {
  const random = seeded(1)
  const times: number[] = []
  let total = 0
  for (let i = 0; i < 20_000; i++) {
    const slip = facts({
      edge: i % 2 === 0 ? 'borderless' : 'margins',
      enlargement: i % 3 === 0 ? 'left' : 'corrected',
      placing:
        i % 4 === 0 ? { mode: 'fill' } : { mode: 'exact', by: { edge: 'width', um: fromMm(50 + random() * 200) } },
      anchor: { x: random(), y: random() },
    })
    const began = performance.now()
    const outcome = outcomeOf(slip)
    const findings = runChecks(slip, outcome)
    times.push(performance.now() - began)
    total += findings.length + (outcome.charge?.total ?? 0)
  }
  say(
    `slip prediction, page and checks, core only: ${spread(times)} ms over ${times.length} slips (p95 limit 1; sum ${total}, size ${FACTS.size?.name})`,
  )
}

/** The outcome of one print with a hundred pieces laid over each other. */
export function benchPieces(): void {
  const random = seeded(3)
  const times: number[] = []
  for (let i = 0; i < 400; i++) {
    const base = facts({ edge: i % 2 === 0 ? 'borderless' : 'margins' })
    const pieces = Array.from({ length: 100 }, (_, n) => ({
      ...{ id: String(n), pictureId: 'p', crop: null, quarter: 'auto' as const },
      placing: { mode: 'exact' as const, by: { edge: 'width' as const, um: fromMm(15 + random() * 60) } },
      anchor: { x: random(), y: random() },
    }))
    const many = { ...base, print: { ...base.print, pieces }, pictures: pieces.map(() => PICTURE) }
    const began = performance.now()
    outcomeOf(many)
    times.push(performance.now() - began)
  }
  say(`outcome of a print with 100 pieces: ${spread(times)} ms over ${times.length} (p95 limit 5)`)
}
