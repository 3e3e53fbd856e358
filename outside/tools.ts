import { spawn, spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** One line of the table: what was held against which tool, and how it went. */
export type Row = {
  readonly part: string
  readonly what: string
  readonly ok: boolean
  /** figures, or what went wrong */
  readonly says: string
  /** a failure that is not ours, with its reason */
  readonly notOurs?: string
}

export type Part = {
  readonly name: string
  /** commands that it needs, with the Debian packages that bring them */
  readonly needs: readonly (readonly [command: string, pack: string])[]
  /** @param share true: the part that fits into three minutes */
  readonly run: (share: boolean, folder: string) => Promise<readonly Row[]>
}

export type Done = { readonly status: number | null; readonly out: string; readonly err: string }

/** Runs a tool to its end; it never takes longer than the seconds given. */
export function tool(command: string, args: readonly string[], seconds = 60, input?: Buffer): Done {
  const done = spawnSync(command, [...args], {
    timeout: seconds * 1000,
    maxBuffer: 1 << 28,
    ...(input ? { input } : {}),
  })
  return { status: done.status, out: String(done.stdout ?? ''), err: String(done.stderr ?? '') }
}

export const has = (command: string): boolean => tool('which', [command]).status === 0

/** A folder that is gone at the end. */
export async function inFolder<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const folder = mkdtempSync(join(tmpdir(), 'libreta-outside-'))
  try {
    return await work(folder)
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

export const rest = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms))

/** Waits for something; what never came is named. */
export async function until<T>(
  what: () => T | null | false | undefined,
  seconds: number,
  named = 'what was waited for',
): Promise<T> {
  for (let i = 0; i < seconds * 20; i++) {
    const got = what()
    if (got) return got
    await rest(50)
  }
  throw new Error(`${named}: not within ${seconds} s`)
}

/** Starts a program that runs beside; ended by its own id. */
export function beside(
  command: string,
  args: readonly string[],
): { readonly pid: number; readonly end: (signal?: NodeJS.Signals) => Promise<void> } {
  const child = spawn(command, [...args], { stdio: 'ignore' })
  const gone = new Promise<void>((resolve) => child.once('exit', () => resolve()))
  return {
    pid: child.pid ?? 0,
    end: async (signal = 'SIGTERM') => {
      child.kill(signal)
      await gone
    },
  }
}
