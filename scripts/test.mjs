// npm test: everything that has to be true, from a clean clone. Ends with `N passed, N failed`.
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { setPriority } from 'node:os'
import { join } from 'node:path'
import { build, endOnSignals, giveUp, install, needNode, ROOT, run, say, start } from './lib.mjs'

needNode()
endOnSignals()
const started = Date.now()
const totals = { passed: 0, failed: 0 }
/** what failed, test by test, with the first words of why: said once more at the end, where a long output is read first */
const why = []
const only = process.argv[2] // one step by its name, for a quick look

/** What tests need from Debian; installed where we may. */
function systemTools() {
  const missing = [
    ['chromium', 'chromium'],
    ['pdftoppm', 'poppler-utils'],
  ].filter(
    ([command]) =>
      spawnSync('which', [
        process.env.LIBRETA_CHROMIUM && command === 'chromium' ? process.env.LIBRETA_CHROMIUM : command,
      ]).status !== 0,
  )
  if (missing.length === 0) return
  const names = missing.map(([, name]) => name)
  const root = process.getuid?.() === 0 && spawnSync('which', ['apt-get']).status === 0
  if (!root)
    giveUp(
      `Tests need ${names.join(' and ')}: install them with "apt-get install ${names.join(' ')}", or set LIBRETA_CHROMIUM to a Chromium.`,
    )
  say(`Installing ${names.join(' and ')}.`)
  spawnSync('apt-get', ['update', '-qq'], { stdio: 'inherit' })
  const result = spawnSync('apt-get', ['install', '-y', '-qq', ...names], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  })
  if (result.status !== 0) giveUp(`apt-get could not install ${names.join(' and ')}.`)
}

/** What each step took, and how long each file of tests ran: printed at the end, so that what grows is seen. */
const times = []
const files = []

async function step(name, work) {
  if (only && only !== name) return
  const began = Date.now()
  const failed = totals.failed
  const ok = await work()
  if (ok !== null) totals[ok ? 'passed' : 'failed'] += 1
  const took = (Date.now() - began) / 1000
  times.push({ name, took })
  say(`${totals.failed > failed || ok === false ? 'FAILED' : 'ok'}  ${name}, ${took.toFixed(0)} s`)
}

const bin = (path) => join(ROOT, 'node_modules', path)

/**
 * Node beside a longer step: at a lower priority, so that the longer step is not held up, and with its lines printed
 * together when it ends, so that they do not mix with those of the other.
 */
async function besideIn(env, args) {
  const lines = []
  const child = start(process.execPath, args, { env, stdio: ['ignore', 'pipe', 'pipe'] })
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => lines.push(part))
  if (child.pid) setPriority(child.pid, 5)
  const code = await new Promise((resolve) => child.on('close', resolve))
  process.stdout.write(Buffer.concat(lines))
  return code === 0
}

const beside = (...args) => besideIn(process.env, args)

/**
 * Runs vitest projects and adds up their tests.
 * @param runs how the runner is started: by itself, or beside a longer step with one worker
 */
async function vitest(projects, runs = (args) => run(process.execPath, args)) {
  mkdirSync(join(ROOT, '.cache'), { recursive: true })
  const out = join(ROOT, '.cache', `vitest-${projects[0]}.json`)
  rmSync(out, { force: true })
  const args = [
    'run',
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${out}`,
    ...projects.flatMap((p) => ['--project', p]),
  ]
  const code = await runs([bin('vitest/vitest.mjs'), ...args])
  if (!existsSync(out)) return false
  const report = JSON.parse(readFileSync(out, 'utf8'))
  totals.passed += report.numPassedTests
  totals.failed += report.numFailedTests
  for (const { name, startTime, endTime, assertionResults } of report.testResults) {
    files.push({ name: name.slice(ROOT.length + 1), took: (endTime - startTime) / 1000 })
    for (const { status, fullName, failureMessages } of assertionResults)
      if (status === 'failed')
        why.push(`${name.slice(ROOT.length + 1)}, ${fullName}: ${(failureMessages[0] ?? '').slice(0, 600)}`)
  }
  const broken = code !== 0 && report.numFailedTests === 0
  if (report.numTotalTests === 0 || broken) return false
  return null // counted test by test
}

const FILES_SHOWN = 15

function sayTimes() {
  say('slowest files:')
  for (const { name, took } of files.toSorted((a, b) => b.took - a.took).slice(0, FILES_SHOWN))
    say(`${took.toFixed(1).padStart(7)} s  ${name}`)
  say(`steps: ${times.map(({ name, took }) => `${name} ${took.toFixed(0)} s`).join(', ')}`)
  say(`whole: ${((Date.now() - started) / 60_000).toFixed(1)} min`)
}

const tsc = bin('typescript/bin/tsc')

/** What is read without being run, and the build: beside the unit tests, which leave gaps where they wait. */
async function reading() {
  await step('core is pure', () => beside(tsc, '-p', 'src/core/tsconfig.json'))
  await step('types', async () => (await beside(bin('next/dist/bin/next'), 'typegen')) && beside(tsc, '-p', '.'))
  await step('lint', () => beside(bin('@biomejs/biome/bin/biome'), 'check', '--error-on-warnings', '.'))
  await step('arrows', () => beside('scripts/arrows.mjs'))
  await step('unused', () => beside(bin('knip/bin/knip.js')))
  await step('build', async () => {
    await build((args, env) => besideIn(env, args))
    return true
  })
  await step('page weight', () => beside('scripts/page-weight.mjs'))
  await step('demo room', () => beside('--import', 'tsx', 'test/demo-room-main.ts'))
}

/**
 * A share of `npm run outside` and `npm run prove`, and what simulated printers print: mostly one process that renders or
 * waits, beside the browser's tests, which leave a core free.
 */
async function waiting() {
  await step('outside', () => beside('--import', 'tsx', 'outside/main.ts', '--share'))
  await step('kills', () => beside('--import', 'tsx', 'bench/kills-main.ts', '--count', '10'))
  await step('measuring', () =>
    vitest(['measuring'], async (args) => ((await beside(...args, '--maxWorkers=1')) ? 0 : 1)),
  )
}

await install()
// unit tests look at files with other programs' eyes, browser tests need a browser
if (!only || only === 'unit' || only === 'browser') systemTools()
await Promise.all([step('unit', () => vitest(['core', 'server', 'interface'])), reading()])
await Promise.all([step('browser', () => vitest(['browser'])), waiting()])

sayTimes()
for (const said of why) say(`FAILED  ${said}`)
say(`${totals.passed} passed, ${totals.failed} failed`)
process.exit(totals.failed > 0 ? 1 : 0)
