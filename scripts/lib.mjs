import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import net from 'node:net'
import { dirname, join, relative } from 'node:path'
import { fileURLToPath } from 'node:url'
import { isLoopback, OPEN_WITHOUT_PASS } from './hosts.mjs'

export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)))
export const PORT = Number(process.env.PORT ?? 4780)
export const HOST = process.env.HOST ?? '127.0.0.1'
const CACHE = join(ROOT, '.cache')

export const say = (line) => process.stdout.write(`${line}\n`)

/** Ends the program with one sentence. */
export function giveUp(line, code = 1) {
  process.stderr.write(`${line}\n`)
  process.exit(code)
}

const children = new Set()
let leaving = false

/** Starts a child that ends with us, whatever ends us: those with a channel notice when it breaks. */
export function start(command, args, options = {}) {
  const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options })
  children.add(child)
  child.on('exit', () => children.delete(child))
  return child
}

/** Ends every child by its own id and waits until each is gone, at most 5 s. */
export async function endChildren() {
  const gone = [...children].map(
    (child) =>
      new Promise((resolve) => {
        child.once('exit', resolve)
        child.kill('SIGTERM')
        setTimeout(() => child.kill('SIGKILL'), 5000).unref()
      }),
  )
  await Promise.all(gone)
}

/** Stops everything that was started, then this program; once. */
async function leave(code, before = () => {}) {
  if (leaving) return
  leaving = true
  await endChildren()
  before()
  process.exit(code)
}

export function endOnSignals(before = () => {}) {
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, () => leave(signal === 'SIGINT' ? 130 : 143, before))
}

/** A part that ends this often within a minute is not started again. */
const MOST_ENDS = 5
/** Exit code of a part that refused in a sentence of its own: starting it again would change nothing. */
const REFUSED = 3

/**
 * Keeps a part running: one that dies is started again, and it is said. One that refuses, or dies again and again, ends
 * everything, so that no server is left taking prints that nobody sends.
 */
export function keepUp(name, make) {
  const ends = []
  const begin = () => {
    if (leaving) return
    const child = make()
    child.once('exit', (code, signal) => {
      if (leaving) return
      if (code === REFUSED) return leave(1)
      const now = performance.now()
      ends.push(now)
      while (ends[0] < now - 60_000) ends.shift()
      if (ends.length >= MOST_ENDS) {
        process.stderr.write(
          `${name} ended ${MOST_ENDS} times within a minute. Everything is stopped; the lines above say why.\n`,
        )
        return leave(1)
      }
      process.stderr.write(`${name} ended (${signal ?? `code ${code}`}); it is started again.\n`)
      setTimeout(begin, 300)
    })
  }
  begin()
}

/** Runs a command to its end; its exit code. */
export function run(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = start(command, args, options)
    child.on('error', reject)
    child.on('exit', (code, signal) => resolve(code ?? (signal ? 130 : 1)))
  })
}

const NODE_NEEDED = [20, 9]

export function needNode() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number)
  if (major < NODE_NEEDED[0] || (major === NODE_NEEDED[0] && minor < NODE_NEEDED[1]))
    giveUp(`Libreta needs Node.js ${NODE_NEEDED.join('.')} or later; this is ${process.versions.node}.`)
}

/** Refuses at once what the server would refuse later: a room that others reach has a pass. */
export function needPass() {
  if (!isLoopback(HOST) && !process.env.LIBRETA_PASS) giveUp(OPEN_WITHOUT_PASS(HOST))
}

const seconds = (since) => `${((Date.now() - since) / 1000).toFixed(1)} s`

function stamp(name) {
  try {
    return readFileSync(join(CACHE, name), 'utf8')
  } catch {
    return ''
  }
}
function setStamp(name, value) {
  mkdirSync(CACHE, { recursive: true })
  writeFileSync(join(CACHE, name), value)
}

const hashFiles = (files) => {
  const hash = createHash('sha256')
  // names as seen from here: a copied folder is the same project
  for (const file of files) hash.update(relative(ROOT, file)).update(existsSync(file) ? readFileSync(file) : '')
  return hash.digest('hex')
}

/** Installs what the lock file names, once for each state of it. */
export async function install() {
  const lock = hashFiles([join(ROOT, 'package-lock.json')]) + process.versions.modules
  if (existsSync(join(ROOT, 'node_modules', 'next')) && stamp('installed') === lock) return
  const began = Date.now()
  say('Installing packages. The database engine may be compiled, which takes some minutes on a small machine.')
  const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm'
  const code = await run(npm, ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    env: { ...process.env, NODE_ENV: 'development' },
  })
  if (code !== 0)
    giveUp(`npm ci ended with ${code}. The lines above say why; a compiler (python3, make, g++) may be missing.`)
  setStamp('installed', lock)
  say(`Installed in ${seconds(began)}.`)
}

/** Every file below some folders that decides what is built. */
function sources() {
  const out = []
  const walk = (path) => {
    if (!existsSync(path)) return
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) walk(join(path, name))
    else if (!/\.test\.tsx?$/.test(path)) out.push(path)
  }
  for (const name of ['src', 'next.config.ts', 'package-lock.json', 'tsconfig.json']) walk(join(ROOT, name))
  return out
}

/** Runs the build as everything else waits for it; what it printed is told when it fails. */
async function buildAlone(args, env) {
  const result = spawnSync(process.execPath, args, { cwd: ROOT, env, encoding: 'utf8' })
  if (result.status !== 0) process.stderr.write(`${result.stdout}\n${result.stderr}\n`)
  return result.status === 0
}

/**
 * Builds the application when its sources changed since the last build.
 * @param node runs node with these arguments and this environment; false: it failed, and said why
 */
export async function build(node = buildAlone) {
  const now = hashFiles(sources())
  if (existsSync(join(ROOT, '.next', 'BUILD_ID')) && stamp('built') === now) return
  const began = Date.now()
  say('Building, about a minute.')
  const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' }
  if (!(await node(['node_modules/next/dist/bin/next', 'build'], env))) giveUp('The build failed.')
  setStamp('built', now)
  say(`Built in ${seconds(began)}.`)
}

/** True when somebody listens there already. */
export function portTaken(port, host = '127.0.0.1') {
  return new Promise((resolve) => {
    const socket = net.connect({ port, host })
    socket.once('connect', () => {
      socket.destroy()
      resolve(true)
    })
    socket.once('error', () => resolve(false))
  })
}

export const serverEnv = (data, extra = {}) => ({
  ...process.env,
  NODE_ENV: 'production',
  NEXT_TELEMETRY_DISABLED: '1',
  LIBRETA_DATA: data,
  ...extra,
})

/** The simulated printers of the demo room, with the ports that its queues name. */
const STANDINS = [
  { id: 'otter', port: 4791, what: 'printer otter' },
  { id: 'heron', port: 4792, what: 'printer heron' },
  { id: 'wren', port: 4793, what: 'printer wren' },
]

/**
 * Starts a simulated printer for each of the demo room's, and leaves a note of them in the tray. `seed` decides what
 * they really do; `speed` is how many times faster than a real machine they print.
 */
export async function startPrinters(tray, { seed = '7', speed = '20' } = {}) {
  mkdirSync(tray, { recursive: true })
  writeFileSync(join(tray, 'printers.json'), JSON.stringify(STANDINS))
  await Promise.all(
    STANDINS.map(
      ({ id, port }) =>
        new Promise((resolve) => {
          const its = ['--model', id, '--port', String(port), '--out', join(tray, id), '--seed', seed, '--speed', speed]
          // what the demo room notes as loaded lies there
          if (id === 'otter') its.push('--holds', 'main:257x364:matte-a')
          keepUp(`The simulated printer ${id}`, () => {
            const child = start(process.execPath, ['--import', 'tsx', 'standins/printer/main.ts', ...its], {
              stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
            })
            child.once('message', resolve)
            return child
          })
        }),
    ),
  )
}

/** Where the simulated scanner and meter listen. */
const INSTRUMENTS = { what: 'scanner and meter', port: 4795 }

/** Starts the simulated scanner and meter, which take sheets from the tray. */
export async function startInstruments(tray, { seed = '7' } = {}) {
  mkdirSync(tray, { recursive: true })
  writeFileSync(join(tray, 'instruments.json'), JSON.stringify({ port: INSTRUMENTS.port }))
  const its = ['--tray', tray, '--port', String(INSTRUMENTS.port), '--seed', seed]
  await new Promise((resolve) => {
    keepUp('The simulated scanner and meter', () => {
      const child = start(process.execPath, ['--import', 'tsx', 'standins/instruments/main.ts', ...its], {
        stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      })
      child.once('message', resolve)
      return child
    })
  })
}

/** Says so before anything is done when another room, or its printers, runs already: nothing under it is touched. */
export async function needPorts({ port = PORT, standins = false } = {}) {
  if (await portTaken(port))
    giveUp(`Port ${port} is taken. Stop what runs there, or choose another: PORT=4790 npm run demo`)
  for (const its of standins ? [...STANDINS, INSTRUMENTS] : [])
    if (await portTaken(its.port))
      giveUp(`Port ${its.port}, where the simulated ${its.what} listens, is taken. Stop what runs there.`)
}

/** Starts server and background process on a room folder and keeps them up; answers once the server does. */
export async function serve(data, { port = PORT, host = HOST, extra = {} } = {}) {
  await needPorts({ port })
  const env = serverEnv(data, extra)
  const stdio = ['ignore', 'ignore', 'inherit', 'ipc']
  const web = ['scripts/web.mjs', '--host', host, '--port', String(port)]
  keepUp('The server', () => start(process.execPath, web, { env, stdio }))
  keepUp('The background process', () =>
    start(process.execPath, ['--import', 'tsx', 'background/main.ts'], { env, stdio }),
  )
  const address = `http://${host.includes(':') ? `[${host}]` : host}:${port}`
  await answers(address)
  return { address }
}

/** Waits until the server answers, at most a minute. */
async function answers(address) {
  const until = Date.now() + 60_000
  while (Date.now() < until) {
    try {
      await fetch(`${address}/api/find`)
      return
    } catch {
      await new Promise((r) => setTimeout(r, 60))
    }
  }
  process.stderr.write('The server did not answer within a minute.\n')
  await leave(1)
}
