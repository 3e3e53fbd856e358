import { createHmac, randomBytes, randomUUID, timingSafeEqual } from 'node:crypto'
import { chmodSync, existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

export const PASS_COOKIE = 'libreta-pass'

/** A month: then the pass is asked for again. */
const SESSION_MS = 30 * 24 * 3_600_000

/** The room's own secret, made once: with it a cookie proves nothing about the pass to whoever finds it. */
function secretOf(folder: string): Buffer {
  const file = join(folder, 'secret')
  if (!existsSync(file)) {
    mkdirSync(folder, { recursive: true })
    const making = `${file}.${randomUUID()}`
    writeFileSync(making, randomBytes(32), { mode: 0o600 })
    chmodSync(making, 0o600)
    if (!existsSync(file)) renameSync(making, file)
  }
  return readFileSync(file)
}

const sign = (folder: string, pass: string, what: string): string =>
  createHmac('sha256', secretOf(folder)).update(pass).update('\0').update(what).digest('base64url')

/** A new session: random, with an end, signed with the room's secret and the pass. Changing the pass ends all. */
export function newSession(
  folder: string,
  pass: string,
  now: number,
): { readonly token: string; readonly maxAge: number } {
  const what = `${randomBytes(16).toString('base64url')}.${now + SESSION_MS}`
  return { token: `${what}.${sign(folder, pass, what)}`, maxAge: SESSION_MS / 1000 }
}

const same = (a: string, b: string): boolean => {
  const [x, y] = [Buffer.from(a), Buffer.from(b)]
  return x.length === y.length && timingSafeEqual(x, y)
}

/** Whether a cookie is a session of this room and pass that has not ended. */
export function sessionHolds(folder: string, pass: string, cookie: string | undefined, now: number): boolean {
  const [random = '', until = '', given = ''] = (cookie ?? '').split('.')
  return given !== '' && same(given, sign(folder, pass, `${random}.${until}`)) && Number(until) > now
}

/** Compares without telling by its time how much was right. */
export const isPass = (folder: string, pass: string, given: string): boolean =>
  same(sign(folder, pass, 'try'), sign(folder, given, 'try'))

const FREE_TRIES = 5
const MOST_WAIT_MS = 300_000

/**
 * Slows guessing: after a few wrong tries from one address the next is taken only after a while that doubles with each,
 * up to five minutes. What is right clears it.
 */
export class Tries {
  private readonly by = new Map<string, { wrong: number; free: number }>()

  /** Milliseconds until this address may try again; 0: now. */
  waits(who: string, now: number): number {
    return Math.max(0, (this.by.get(who)?.free ?? 0) - now)
  }

  wrong(who: string, now: number): void {
    const wrong = (this.by.get(who)?.wrong ?? 0) + 1
    const over = wrong - FREE_TRIES
    this.by.set(who, { wrong, free: over < 0 ? 0 : now + Math.min(MOST_WAIT_MS, 1000 * 2 ** over) })
    if (this.by.size > 10_000) this.by.delete(this.by.keys().next().value ?? '')
  }

  right(who: string): void {
    this.by.delete(who)
  }
}
