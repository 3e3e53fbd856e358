import { type ChildProcess, spawn, spawnSync } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it, onTestFinished } from 'vitest'

const ROOT = join(import.meta.dirname, '..')

type Started = {
  readonly data: string
  readonly port: number
  readonly child: ChildProcess
  readonly said: () => string
  readonly address: string
}

const rest = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms))

async function until(what: () => boolean | Promise<boolean>, seconds = 30): Promise<void> {
  for (let i = 0; i < seconds * 10; i++) {
    if (await what()) return
    await rest(100)
  }
  throw new Error('it never came to that')
}

/** Processes whose command line holds these words, by id. */
function processes(...words: readonly string[]): readonly number[] {
  return readdirSync('/proc')
    .filter((n) => /^\d+$/.test(n))
    .flatMap((pid) => {
      try {
        const line = readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ')
        const env = readFileSync(`/proc/${pid}/environ`, 'utf8')
        return words.every((w) => line.includes(w) || env.includes(w)) ? [Number(pid)] : []
      } catch {
        return []
      }
    })
}

/** `npm start` on a room of its own. */
function start(data: string, port: number, more: Record<string, string> = {}): Started {
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    cwd: ROOT,
    env: { ...process.env, LIBRETA_DATA: data, PORT: String(port), ...more },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let said = ''
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (d: Buffer) => (said += d.toString()))
  onTestFinished(async () => {
    child.kill('SIGTERM')
    await until(() => processes(data).length === 0, 15)
  })
  return { data, port, child, said: () => said, address: `http://127.0.0.1:${port}` }
}

function folder(): string {
  const data = mkdtempSync(join(tmpdir(), 'libreta-up-'))
  onTestFinished(() => rmSync(data, { recursive: true, force: true }))
  return data
}

const answers = async (s: Started): Promise<boolean> =>
  fetch(`${s.address}/api/find`).then(
    () => true,
    () => false,
  )

const SETUP = {
  ...{ name: 'Up', unit: 'mm', currency: 'EUR', exponent: 2, timeZone: 'UTC', keeper: 'K' },
  printer: { nickname: 'Otter', makeModel: '' },
  paper: { name: 'Plain', surface: 'plain', sizeId: 'iso_a4_210x297mm', count: 5 },
}
const act = (s: Started, action: string, input: unknown): Promise<Response> =>
  fetch(`${s.address}/api/do/${action}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: s.address },
    body: JSON.stringify(input),
  })

describe('a running room', () => {
  it('starts again what dies, belongs to one server, and leaves nothing behind', async () => {
    const data = folder()
    const room = start(data, 4781)
    await until(() => room.said().includes('Libreta is open at'))
    expect((await act(room, 'room.set-up', SETUP)).status).toBe(200)

    const second = start(data, 4782)
    await until(() => second.child.exitCode !== null)
    expect(second.said()).toMatch(/is open already, in another Libreta/)
    expect(await answers(second)).toBe(false)

    const [background = 0] = processes('background/main.ts', data)
    process.kill(background, 'SIGKILL')
    await until(() => room.said().includes('The background process ended (SIGKILL); it is started again.'))
    await until(() => processes('background/main.ts', data).some((pid) => pid !== background))

    const [web = 0] = processes('scripts/web.mjs', data)
    process.kill(web, 'SIGKILL')
    await until(() => room.said().includes('The server ended (SIGKILL); it is started again.'))
    await until(() => answers(room))
    expect((await act(room, 'group.add', { name: 'Kites' })).status).toBe(200)

    const restore = spawnSync(process.execPath, ['scripts/backup.mjs', 'restore', data], {
      cwd: ROOT,
      env: { ...process.env, LIBRETA_DATA: data },
      encoding: 'utf8',
    })
    expect(restore.status).toBe(1)
    expect(restore.stderr).toMatch(/is open now\. Stop Libreta first/)

    expect(room.child.pid && process.kill(room.child.pid, 'SIGKILL')).toBe(true)
    await until(() => processes(data).length === 0, 15)
    expect(await answers(room)).toBe(false)
  })
  it('gives up when a part dies again and again, and then nothing is left taking prints', async () => {
    const data = folder()
    const room = start(data, 4783)
    await until(() => room.said().includes('Libreta is open at'))
    for (let i = 0; i < 5 && room.child.exitCode === null; i++) {
      await until(() => room.child.exitCode !== null || processes('background/main.ts', data).length > 0)
      await rest(150)
      for (const pid of processes('background/main.ts', data)) process.kill(pid, 'SIGKILL')
      await until(() => processes('background/main.ts', data).length === 0)
    }
    await until(() => room.child.exitCode !== null)
    expect(room.child.exitCode).toBe(1)
    expect(room.said()).toMatch(/ended 5 times within a minute\. Everything is stopped/)
    await until(() => processes(data).length === 0, 15)
  })
  it.each(['scripts/start.mjs', 'scripts/demo.mjs'])('%s is not opened to others without a pass', (script) => {
    const env = { ...process.env, HOST: '0.0.0.0', PORT: '4784', LIBRETA_PASS: '' }
    const done = spawnSync(process.execPath, [script], { cwd: ROOT, env, encoding: 'utf8', timeout: 60_000 })
    expect(done.status).toBe(1)
    expect(done.stderr).toMatch(/would open this room to others\. Set LIBRETA_PASS/)
  })
  it('nor by the server itself, whoever starts it', () => {
    const done = spawnSync(process.execPath, ['scripts/web.mjs', '--host', '0.0.0.0', '--port', '4784'], {
      cwd: ROOT,
      env: { ...process.env, NODE_ENV: 'production', LIBRETA_PASS: '' },
      encoding: 'utf8',
      timeout: 60_000,
    })
    expect(done.status).toBe(3)
    expect(done.stderr).toMatch(/would open this room to others/)
  })
  it('with a pass it lets in by a session that ends, and slows guessing', async () => {
    const room = start(folder(), 4785, { LIBRETA_PASS: 'ferns' })
    await until(() => room.said().includes('Libreta is open at'))
    const enter = (pass: string, forwarded = '9.9.9.1'): Promise<Response> =>
      fetch(`${room.address}/api/pass`, {
        method: 'POST',
        redirect: 'manual',
        headers: {
          origin: room.address,
          'content-type': 'application/x-www-form-urlencoded',
          'x-forwarded-for': forwarded,
        },
        body: new URLSearchParams({ pass }),
      })
    expect((await fetch(`${room.address}/bench`, { redirect: 'manual' })).headers.get('location')).toMatch(/\/pass$/)
    expect((await fetch(`${room.address}/api/find?q=x`)).status).toBe(401)
    expect(
      (await fetch(`${room.address}/api/pictures`, { method: 'POST', body: 'x', headers: { origin: room.address } }))
        .status,
    ).toBe(401)
    const cookie = (await enter('ferns')).headers.get('set-cookie') ?? ''
    expect(cookie).toMatch(/HttpOnly; SameSite=Strict; Max-Age=2592000/)
    const found = await fetch(`${room.address}/api/find?q=x`, { headers: { cookie: cookie.split(';')[0] ?? '' } })
    expect([found.status, found.headers.get('cache-control')]).toEqual([200, 'private, no-store'])
    for (let i = 0; i < 6; i++) await enter('kites')
    expect((await enter('ferns')).headers.get('location')).toMatch(/\/pass\?wait=\d/)
    // whoever guesses may call itself another each time
    for (let i = 0; i < 6; i++) await enter('kites', `10.0.0.${i}, 9.9.9.2`)
    expect((await enter('ferns', '10.0.0.7, 9.9.9.2')).headers.get('location')).toMatch(/\/pass\?wait=\d/)
    expect((await enter('ferns', '9.9.9.3')).headers.get('location')).toBe('/')
  })
  it('answers no odd method, and no host that only looks like this machine', async () => {
    const room = start(folder(), 4786)
    await until(() => room.said().includes('Libreta is open at'))
    const raw = (line: string, host: string): string =>
      spawnSync(
        'bash',
        [
          '-c',
          `exec 3<>/dev/tcp/127.0.0.1/4786; printf '${line} HTTP/1.1\\r\\nHost: ${host}\\r\\nConnection: close\\r\\n\\r\\n' >&3; head -1 <&3`,
        ],
        { encoding: 'utf8' },
      ).stdout
    expect(raw('TRACE /', '127.0.0.1:4786')).toMatch(/ 405 /)
    expect(raw('GET /api/find', '127.999.1.1')).toMatch(/ 403 /)
    expect(raw('GET /api/find', 'evil.example')).toMatch(/ 403 /)
    expect(raw('GET /api/find', '127.0.0.1:4786')).toMatch(/ 200 /)
  })
})
