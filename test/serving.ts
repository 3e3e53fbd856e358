import { type ChildProcess, spawn } from 'node:child_process'
import { join } from 'node:path'

/** The project's root folder. */
export const ROOT = join(import.meta.dirname, '..')

/** A process that runs: its id, and how it is ended. */
export type Running = { readonly pid: number; readonly end: () => Promise<void> }

type Extra = Readonly<Record<string, string>>

/** Node on a file of the project. The child has a channel, so that it ends with its starter however that ends. */
function begin(args: readonly string[], env: NodeJS.ProcessEnv): Running & { readonly child: ChildProcess } {
  const child = spawn(process.execPath, args, { cwd: ROOT, env, stdio: ['ignore', 'ignore', 'inherit', 'ipc'] })
  const gone = new Promise<void>((resolve) => child.once('exit', () => resolve()))
  const end = async (): Promise<void> => {
    child.kill('SIGTERM')
    await gone
  }
  return { child, pid: child.pid ?? 0, end }
}

/** Node on a file of the project that says where it listens. @throws when it ends before it says so. */
export async function listening<M>(
  args: readonly string[],
  env: NodeJS.ProcessEnv = process.env,
): Promise<Running & { readonly says: M }> {
  const { child, pid, end } = begin(args, env)
  const says = await new Promise<M>((resolve, reject) => {
    child.once('message', (m) => resolve(m as M))
    child.once('exit', (code) => reject(new Error(`${args.join(' ')} ended (${code}) before it listened`)))
  })
  return { pid, end, says }
}

const roomEnv = (data: string, extra: Extra): NodeJS.ProcessEnv => ({
  ...process.env,
  NODE_ENV: 'production',
  NEXT_TELEMETRY_DISABLED: '1',
  LIBRETA_DATA: data,
  ...extra,
})

/** The web server of the room in a folder, on a port of this machine that is free. */
export async function serving(data: string, extra: Extra = {}): Promise<Running & { readonly address: string }> {
  const args = ['scripts/web.mjs', '--port', '0']
  const { pid, end, says } = await listening<{ listening: number }>(args, roomEnv(data, extra))
  return { pid, end, address: `http://127.0.0.1:${says.listening}` }
}

/** The background process of the room in a folder. */
export function working(data: string, extra: Extra = {}): Running {
  return begin(['--import', 'tsx', 'background/main.ts'], roomEnv(data, extra))
}
