import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import sharp from 'sharp'

/** A picture whose quarters are red, green, blue and white: turns and crops show. */
export async function quarters(width: number, height: number): Promise<Buffer> {
  const [w, h] = [width / 2, height / 2]
  const patch = (background: string) => ({ create: { width: w, height: h, channels: 3 as const, background } })
  return sharp({ create: { width, height, channels: 3, background: '#ffffff' } })
    .composite([
      { input: patch('#ff0000'), left: 0, top: 0 },
      { input: patch('#00ff00'), left: w, top: 0 },
      { input: patch('#0000ff'), left: 0, top: h },
    ])
    .png()
    .toBuffer()
}

/** Writes a file and answers its path. */
export function put(folder: string, name: string, bytes: Uint8Array | string): string {
  const path = join(folder, name)
  writeFileSync(path, bytes)
  return path
}
