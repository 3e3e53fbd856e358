import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'

const ROOT = join(import.meta.dirname, '..')

/** Where the demo room of this state of the program is kept. */
function place(): string {
  const hash = createHash('sha256')
  const walk = (path: string): void => {
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) walk(join(path, name))
    // tests draw nothing
    else if (!/\.test\.tsx?$|__snapshots__/.test(path)) hash.update(readFileSync(path))
  }
  for (const name of ['demo', 'drizzle', 'src/core', 'src/server', 'src/contract']) walk(join(ROOT, name))
  return join(ROOT, '.cache', `demo-room-${hash.digest('hex').slice(0, 16)}`)
}

/** A filled demo room to be copied: drawn once for each state of what draws it. */
export async function demoRoom(): Promise<string> {
  const made = place()
  if (!existsSync(made)) {
    mkdirSync(join(ROOT, '.cache'), { recursive: true })
    for (const old of readdirSync(join(ROOT, '.cache')))
      if (old.startsWith('demo-room-')) rmSync(join(ROOT, '.cache', old), { recursive: true })
    process.stdout.write('filling a demo room about a minute\n')
    const fill = spawn(process.execPath, ['--import', 'tsx', 'demo/main.ts', made], {
      cwd: ROOT,
      stdio: ['ignore', 'ignore', 'inherit'],
    })
    await new Promise<void>((resolve) => fill.once('exit', () => resolve()))
    if (fill.exitCode !== 0) throw new Error('the demo room could not be filled')
  }
  return made
}
