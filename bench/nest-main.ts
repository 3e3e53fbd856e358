import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import type { NestAsk } from '@/core/nest/ask'
import { Search } from '@/core/nest/solve'
import { together } from '@/core/nest/together'
import { type Instance, realistic, zeroWaste } from './nest/instances'
import { PACKERS, type Placed, shortest } from './nest/packers'
import { say, spread } from './spread'

// npm run bench:nest -- [--in FILE] [--budget-ms N] [--cut straight|any] [--out FILE] [--seeds N] [--verify FILE]
// Without --in: instances of the generator, of every family and some seeds. A table of excess over the optimum (or the
// bound), beside packers of the registry in the same run; every plan is judged in another process.

const { values } = parseArgs({
  options: {
    ...{ in: { type: 'string' }, out: { type: 'string' }, verify: { type: 'string' }, cut: { type: 'string' } },
    ...{ 'budget-ms': { type: 'string', default: '1000' }, seeds: { type: 'string', default: '5' } },
  },
})
const budget = Number(values['budget-ms'])
const cuts = (values.cut ? [values.cut] : ['straight', 'any']) as NestAsk['cut'][]
const given: readonly Instance[] = values.in
  ? (JSON.parse(readFileSync(values.in, 'utf8')) as Instance[])
  : Array.from({ length: Number(values.seeds) }, (_, s) => [
      ...[12, 25, 50, 100, 200].map((n) => zeroWaste(n, s + 1)),
      ...[25, 50].map((n) => zeroWaste(n, s + 1, 5)),
      ...[25, 60].map((n) => realistic(n, s + 1)),
    ]).flat()

type Row = {
  readonly id: string
  readonly cut: string
  readonly budgetMs: number
  readonly ms: number
  readonly used: number
  readonly layout: readonly Placed[]
}
type Ours = Row & { readonly goodAfter: number; readonly bound: number; readonly steps: number }

function solved(i: Instance, cut: NestAsk['cut']): Ours {
  const { gap = 0, margin = 0 } = i
  const ask: NestAsk = {
    ...{ width: i.stripWidth * 1000, gap: gap * 1000, margin: margin * 1000, cut },
    items: i.items.map(([w, h]) => ({ w: Math.round(w * 1000), h: Math.round(h * 1000), mayTurn: true })),
  }
  const began = performance.now()
  const search = new Search(ask, 1)
  const over = (): boolean => performance.now() - began >= budget
  const reference = (i.optimum ?? i.lowerBound) * 1000
  let goodAfter = Number.POSITIVE_INFINITY
  while (!over() && search.pass(over)) {
    const length = search.standing.plan?.length ?? Number.POSITIVE_INFINITY
    if (goodAfter === Number.POSITIVE_INFINITY && length <= 1.1 * reference) goodAfter = performance.now() - began
  }
  const { plan, bound, steps } = search.standing
  if (!plan) throw new Error(`${i.id}: no plan in ${budget} ms`)
  const mm = (v: number): number => v / 1000
  const layout = plan.laid.map((p) => ({ i: p.i, x: mm(p.x), y: mm(p.y), w: mm(p.w), h: mm(p.h) }))
  const ms = performance.now() - began
  return {
    id: i.id,
    cut,
    budgetMs: budget,
    ms,
    used: plan.length / 1000,
    layout,
    goodAfter,
    bound: bound / 1000,
    steps,
  }
}

type Judged = {
  readonly id: string
  readonly ok: boolean
  readonly errors: readonly string[]
  readonly straight: boolean
}

const folder = mkdtempSync(join(tmpdir(), 'nest-bench-'))
function judged(
  rows: readonly { readonly id: string; readonly layout: readonly Placed[] }[],
): ReadonlyMap<string, Judged> {
  const [asked, laid] = [join(folder, 'in.json'), join(folder, 'out.json')]
  writeFileSync(asked, JSON.stringify(given))
  writeFileSync(laid, JSON.stringify(rows))
  const judge = join(import.meta.dirname, 'nest', 'judge.mjs')
  const done = spawnSync(process.execPath, [judge, asked, laid, ...(values.verify ? [values.verify] : [])])
  if (done.status !== 0) throw new Error(String(done.stderr))
  return new Map((JSON.parse(String(done.stdout)) as Judged[]).map((j) => [j.id, j]))
}

/** What the search knows that no plan goes below: better than the file's own bound for many. */
const bounds = new Map<string, number>()

/** Mean and worst of a family, as a line of the table. */
function line(
  name: string,
  rows: readonly { readonly id: string; readonly used: number; readonly bad: string }[],
): void {
  const families = new Map<string, number[]>()
  for (const r of rows) {
    const i = given.find((x) => x.id === r.id) as Instance
    const family = `${i.family} ${i.items.length}`
    const least = i.optimum ?? Math.max(i.lowerBound, bounds.get(i.id) ?? 0)
    if (!r.bad) families.set(family, [...(families.get(family) ?? []), 100 * (r.used / least - 1)])
  }
  say(`\n${name}`)
  for (const [family, all] of families) {
    const mean = all.reduce((a, b) => a + b, 0) / all.length
    say(
      `  ${family.padEnd(20)} mean ${mean.toFixed(2).padStart(6)} %, worst ${Math.max(...all)
        .toFixed(2)
        .padStart(6)} %, at the ${'optimum or bound'} ${all.filter((e) => e < 0.005).length} of ${all.length}`,
    )
  }
  const bad = rows.filter((r) => r.bad)
  if (bad.length > 0) say(`  refused by the judge: ${bad.length} of ${rows.length} (${bad[0]?.id}: ${bad[0]?.bad})`)
}

try {
  const out: Row[] = []
  for (const cut of cuts) {
    const rows = given.map((i) => solved(i, cut))
    for (const r of rows) bounds.set(r.id, r.bound)
    const verdict = judged(rows)
    const wrong = (r: Row): string => {
      const v = verdict.get(r.id)
      if (!v?.ok) return v?.errors[0] ?? 'not judged'
      return cut === 'straight' && !v.straight ? 'straight cuts do not part it' : ''
    }
    line(
      `Libreta, ${cut}, ${budget} ms`,
      rows.map((r) => ({ ...r, bad: wrong(r) })),
    )
    const late = rows.filter((r) => r.goodAfter > 50)
    const times = rows.map((r) => r.goodAfter).toSorted((a, b) => a - b)
    say(
      `  a plan of at most 10 % excess: after ${times[times.length >> 1]?.toFixed(0)} ms at median, ${times.at(-1)?.toFixed(0)} at worst (limit 50); later in ${late.length} of ${rows.length}`,
    )
    out.push(...rows.map(({ id, cut, budgetMs, ms, used, layout }) => ({ id, cut, budgetMs, ms, used, layout })))
  }
  for (const { name, packs } of PACKERS) {
    const rows = given.flatMap((i) => {
      const layout = shortest({ ...i, gap: i.gap ?? 0, margin: i.margin ?? 0 }, packs)
      return layout ? [{ id: i.id, layout, used: Math.max(...layout.map((p) => p.y + p.h)) }] : []
    })
    const verdict = judged(rows)
    line(
      name,
      rows.map((r) => ({ ...r, bad: verdict.get(r.id)?.errors[0] ?? '' })),
    )
    say(
      `  straight cuts part ${rows.filter((r) => verdict.get(r.id)?.straight).length} of ${rows.length}; no plan for ${given.length - rows.length}`,
    )
  }
  // what the bench says of waiting prints is a first plan, so many children of it
  const first = Array.from({ length: 20 }, (_, s) => {
    const i = realistic(60, s + 1)
    const prints = i.items.map(([w, h]) => ({ w: w * 1000, h: h * 1000, copies: 1, alone: h * 1000 }))
    const margins = { left: 3000, right: 3000, lead: 3000, trail: 3000 }
    const began = performance.now()
    together({ width: i.stripWidth * 1000, margins, prints }, 15_000)
    return performance.now() - began
  })
  say(`\na hint for 60 waiting prints: ${spread(first)} ms (limit 100)`)
  if (values.out) writeFileSync(values.out, JSON.stringify(out))
} finally {
  rmSync(folder, { recursive: true, force: true })
}
