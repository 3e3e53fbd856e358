// npm test: everything that has to be true, from a clean clone. Ends with `N passed, N failed`.
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { build, endOnSignals, giveUp, install, needNode, ROOT, run, say } from './lib.mjs'

needNode()
endOnSignals()
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

async function step(name, work) {
  if (only && only !== name) return
  const began = Date.now()
  const failed = totals.failed
  const ok = await work()
  if (ok !== null) totals[ok ? 'passed' : 'failed'] += 1
  say(`${totals.failed > failed ? 'FAILED' : 'ok'}  ${name}, ${((Date.now() - began) / 1000).toFixed(0)} s`)
}

const bin = (path) => join(ROOT, 'node_modules', path)
const node = async (...args) => (await run(process.execPath, args)) === 0

/** Runs vitest projects and adds up their tests. */
async function vitest(...projects) {
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
  const code = await run(process.execPath, [bin('vitest/vitest.mjs'), ...args])
  if (!existsSync(out)) return false
  const report = JSON.parse(readFileSync(out, 'utf8'))
  totals.passed += report.numPassedTests
  totals.failed += report.numFailedTests
  for (const { name, assertionResults } of report.testResults)
    for (const { status, fullName, failureMessages } of assertionResults)
      if (status === 'failed')
        why.push(`${name.slice(ROOT.length + 1)}, ${fullName}: ${(failureMessages[0] ?? '').slice(0, 600)}`)
  const broken = code !== 0 && report.numFailedTests === 0
  if (report.numTotalTests === 0 || broken) return false
  return null // counted test by test
}

await install()
await step('core is pure', () => node(bin('typescript/bin/tsc'), '-p', 'src/core/tsconfig.json'))
await step(
  'types',
  async () => (await node(bin('next/dist/bin/next'), 'typegen')) && node(bin('typescript/bin/tsc'), '-p', '.'),
)
await step('lint', () => node(bin('@biomejs/biome/bin/biome'), 'check', '--error-on-warnings', '.'))
await step('arrows', () => node('scripts/arrows.mjs'))
await step('unused', () => node(bin('knip/bin/knip.js')))
// unit tests look at files with other programs' eyes, browser tests need a browser
if (!only || only === 'unit' || only === 'browser') systemTools()
await step('unit', () => vitest('core', 'server', 'measuring', 'interface'))
await step('build', async () => {
  await build()
  return true
})
await step('page weight', () => node('scripts/page-weight.mjs'))
await step('browser', () => vitest('browser'))
// a share of what `npm run outside` and `npm run prove` do in full
await step('outside', () => node('--import', 'tsx', 'outside/main.ts', '--share'))
await step('kills', () => node('--import', 'tsx', 'bench/kills-main.ts', '--count', '10'))

for (const said of why) say(`FAILED  ${said}`)
say(`${totals.passed} passed, ${totals.failed} failed`)
process.exit(totals.failed > 0 ? 1 : 0)
