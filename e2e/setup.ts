import { type ChildProcess, spawn } from 'node:child_process'
import { cpSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import type { TestProject } from 'vitest/node'
import { answering } from '../test/answering'
import { demoRoom } from '../test/demo-room'

declare module 'vitest' {
  interface ProvidedContext {
    address: string
    data: string
    /** where the simulated printers put their sheets, and where each listens */
    tray: string
    printers: Readonly<Record<string, number>>
  }
}

const ROOT = join(import.meta.dirname, '..')

const ended = (child: ChildProcess): Promise<void> => new Promise((resolve) => child.once('exit', () => resolve()))

/** The demo's simulated printers on ports that are free; the copied room's queues are pointed at them. */
async function startPrinters(
  data: string,
  tray: string,
): Promise<{ ports: Record<string, number>; end: () => Promise<void> }> {
  const was: Readonly<Record<string, number>> = { otter: 4791, heron: 4792, wren: 4793 }
  const ports: Record<string, number> = {}
  const children: ChildProcess[] = []
  for (const id of Object.keys(was)) {
    const args = ['--model', id, '--port', '0', '--out', join(tray, id), '--seed', '5', '--speed', '100000']
    const child = spawn(process.execPath, ['--import', 'tsx', 'standins/printer/main.ts', ...args], {
      cwd: ROOT,
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    })
    children.push(child)
    ports[id] = await new Promise<number>((resolve, reject) => {
      child.once('message', (m) => resolve((m as { port: number }).port))
      child.once('exit', () => reject(new Error(`the simulated printer ${id} did not start`)))
    })
  }
  const db = new Database(join(data, 'libreta.db'))
  for (const [id, port] of Object.entries(was))
    db.prepare('update queues set address = replace(address, ?, ?)').run(`:${port}/`, `:${ports[id]}/`)
  db.close()
  writeFileSync(join(tray, 'printers.json'), JSON.stringify(Object.entries(ports).map(([id, port]) => ({ id, port }))))
  const end = async (): Promise<void> => {
    const gone = children.map(ended)
    for (const child of children) child.kill('SIGTERM')
    await Promise.all(gone)
  }
  return { ports, end }
}

/** A demo room of its own, served as `npm start` would, for all browser tests. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const made = await demoRoom()
  const data = mkdtempSync(join(tmpdir(), 'libreta-e2e-'))
  cpSync(made, data, { recursive: true })
  const tray = mkdtempSync(join(tmpdir(), 'libreta-e2e-tray-'))
  const printers = await startPrinters(data, tray)
  const port = 4700 + Math.floor(Math.random() * 70)
  const env = {
    ...process.env,
    NODE_ENV: 'production' as const,
    LIBRETA_DATA: data,
    LIBRETA_TRAY: tray,
    NEXT_TELEMETRY_DISABLED: '1',
  }
  const web = spawn(process.execPath, ['scripts/web.mjs', '--port', String(port)], { cwd: ROOT, env, stdio: 'ignore' })
  const background = spawn(process.execPath, ['--import', 'tsx', 'background/main.ts'], {
    cwd: ROOT,
    env,
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  })
  const address = `http://127.0.0.1:${port}`
  await answering(address, 30)
  project.provide('address', address)
  project.provide('data', data)
  project.provide('tray', tray)
  project.provide('printers', printers.ports)
  return async () => {
    const gone = [ended(web), ended(background)]
    web.kill('SIGTERM')
    background.kill('SIGTERM')
    await Promise.all(gone)
    await printers.end()
    rmSync(data, { recursive: true, force: true })
    rmSync(tray, { recursive: true, force: true })
  }
}
