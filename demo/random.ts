/** A seeded generator (mulberry32): the demo room is the same for everybody. */
export function seeded(seed: number): () => number {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) | 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** One of a list. @throws on an empty list. */
export function pick<T>(list: readonly T[], random: () => number): T {
  const one = list[Math.floor(random() * list.length)]
  if (one === undefined) throw new Error('nothing to pick from')
  return one
}
