/** Numbers from a seed (mulberry32) and normal deviates (Box and Muller): an instrument is the same for the same seed. */
export function chanceOf(seed: number): { readonly even: () => number; readonly normal: () => number } {
  let state = seed >>> 0
  const even = (): number => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = Math.imul(state ^ (state >>> 15), state | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }
  return { even, normal: () => Math.sqrt(-2 * Math.log(1 - even())) * Math.cos(2 * Math.PI * even()) }
}
