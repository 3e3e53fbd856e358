/** A service's chart: patches of even steps between bars, as its file has them. Raw RGB, 8 bit. */
export function patches(
  across: number,
  along: number,
  side: number,
): { readonly data: Buffer; readonly width: number; readonly height: number } {
  const [width, height] = [(across + 2) * side, (along + 2) * side]
  const data = Buffer.alloc(width * height * 3, 255)
  const steps = Math.ceil(Math.cbrt(across * along))
  const level = (n: number): number => Math.round((255 * n) / (steps - 1))
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [column, row] = [Math.floor(x / side) - 1, Math.floor(y / side) - 1]
      // black bars at both sides say where it begins
      const bar = column === -1 || column === across
      if (row < 0 || row >= along || (bar && row % 2 === 1)) continue
      const n = row * across + column
      const [r, g, b] = bar
        ? [0, 0, 0]
        : [n % steps, Math.floor(n / steps) % steps, Math.floor(n / steps ** 2) % steps].map(level)
      data.set([r ?? 0, g ?? 0, b ?? 0], (y * width + x) * 3)
    }
  return { data, width, height }
}
