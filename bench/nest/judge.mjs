// node bench/nest/judge.mjs IN OUT [VERIFIER]: judges plans in a process of its own and shares nothing with what made
// them. VERIFIER is a module with verify(instance, layout) and isGuillotine(layout); without one the checks below are used.
import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { pathToFileURL } from 'node:url'

const EPS = 1e-6

/** Every print once, in its own size, inside, and apart from every other. */
function plainVerify({ stripWidth, items, gap = 0, margin = 0 }, layout) {
  const errors = []
  const left = new Set(items.map((_, i) => i))
  for (const p of layout) {
    if (!left.delete(p.i)) errors.push(`print ${p.i} is not wanted here`)
    const [w, h] = items[p.i] ?? []
    const is = [p.w, p.h].join() === [w, h].join() || [p.h, p.w].join() === [w, h].join()
    if (!is) errors.push(`print ${p.i} has another size`)
    if (p.x < margin - EPS || p.x + p.w > stripWidth - margin + EPS || p.y < -EPS)
      errors.push(`print ${p.i} is outside`)
    for (const q of layout) {
      if (q.i <= p.i) continue
      const apart = Math.max(q.x - p.x - p.w, p.x - q.x - q.w, q.y - p.y - p.h, p.y - q.y - q.h)
      if (apart < gap - EPS) errors.push(`prints ${p.i} and ${q.i} are ${apart.toFixed(3)} apart`)
    }
  }
  for (const i of left) errors.push(`print ${i} is missing`)
  return { ok: errors.length === 0, errors, used: Math.max(0, ...layout.map((p) => p.y + p.h)) }
}

/** Whether lines from edge to edge part all prints. */
function plainStraight(layout) {
  if (layout.length < 2) return true
  for (const [from, size] of [
    ['y', 'h'],
    ['x', 'w'],
  ])
    for (const b of layout) {
      const line = b[from] + b[size]
      if (layout.some((o) => o[from] < line - EPS && o[from] + o[size] > line + EPS)) continue
      const before = layout.filter((o) => o[from] + o[size] <= line + EPS)
      if (before.length < layout.length)
        return plainStraight(before) && plainStraight(layout.filter((o) => !before.includes(o)))
    }
  return false
}

const [, , inFile, outFile, verifier] = process.argv
const { verify, isGuillotine } = verifier
  ? await import(pathToFileURL(resolve(verifier)).href)
  : { verify: plainVerify, isGuillotine: plainStraight }
const instances = new Map(JSON.parse(readFileSync(inFile, 'utf8')).map((x) => [x.id, x]))
const judged = JSON.parse(readFileSync(outFile, 'utf8')).map(({ id, layout }) => {
  const { ok, errors, used } = verify(instances.get(id), layout)
  return { id, ok, errors: errors.slice(0, 3), used, straight: isGuillotine(layout.map((p) => ({ ...p }))) }
})
process.stdout.write(JSON.stringify(judged))
