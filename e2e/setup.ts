import { cpSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import type { TestProject } from 'vitest/node'
import { demoRoom } from '../test/demo-room'
import { listening, type Running, serving, working } from '../test/serving'

declare module 'vitest' {
  interface ProvidedContext {
    address: string
    data: string
    /** where the simulated printers put their sheets, and where each listens */
    tray: string
    printers: Readonly<Record<string, number>>
  }
}

/** The demo's simulated printers on ports that are free; the copied room's queues are pointed at them. */
async function startPrinters(
  data: string,
  tray: string,
): Promise<{ ports: Record<string, number>; end: () => Promise<void> }> {
  const was: Readonly<Record<string, number>> = { otter: 4791, heron: 4792, wren: 4793 }
  const ports: Record<string, number> = {}
  const running: Running[] = []
  for (const id of Object.keys(was)) {
    const args = ['--model', id, '--port', '0', '--out', join(tray, id), '--seed', '5', '--speed', '100000']
    // what the demo room notes as loaded lies there
    if (id === 'otter') args.push('--holds', 'main:257x364:matte-a')
    const printer = await listening<{ port: number }>(['--import', 'tsx', 'standins/printer/main.ts', ...args])
    running.push(printer)
    ports[id] = printer.says.port
  }
  const db = new Database(join(data, 'libreta.db'))
  for (const [id, port] of Object.entries(was))
    db.prepare('update queues set address = replace(address, ?, ?)').run(`:${port}/`, `:${ports[id]}/`)
  db.close()
  writeFileSync(join(tray, 'printers.json'), JSON.stringify(Object.entries(ports).map(([id, port]) => ({ id, port }))))
  const instruments = await listening<{ port: number }>([
    '--import',
    'tsx',
    'standins/instruments/main.ts',
    '--tray',
    tray,
    '--port',
    '0',
    '--seed',
    '5',
  ])
  running.push(instruments)
  writeFileSync(join(tray, 'instruments.json'), JSON.stringify({ port: instruments.says.port }))
  const end = async (): Promise<void> => {
    await Promise.all(running.map((printer) => printer.end()))
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
  const web = await serving(data, { LIBRETA_TRAY: tray })
  const background = working(data, { LIBRETA_TRAY: tray })
  project.provide('address', web.address)
  project.provide('data', data)
  project.provide('tray', tray)
  project.provide('printers', printers.ports)
  return async () => {
    await Promise.all([web.end(), background.end()])
    await printers.end()
    rmSync(data, { recursive: true, force: true })
    rmSync(tray, { recursive: true, force: true })
  }
}
