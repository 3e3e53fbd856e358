// Plants small bugs, one at a time, and sees whether the fast tests notice: `node scripts/mutate.mjs [--count N] [--seed S]
// [--only PATH] [--workers N]`. Each bug is an operator of the list below at one place of the syntax tree. Survivors are
// named; those whose reason is known stand in scripts/survivors.json. Fails below 90 %.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { cpus, tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { parse } from '@babel/parser'
import { ROOT, say } from './lib.mjs'

const option = (name, otherwise) => {
  const at = process.argv.indexOf(`--${name}`)
  return at < 0 ? otherwise : process.argv[at + 1]
}
const COUNT = Number(option('count', '200'))
const SEED = Number(option('seed', '1'))
const ONLY = option('only', '')
const WORKERS = Number(option('workers', String(Math.min(2, cpus().length))))
const LEAST = 0.9
/** Tests that are asked, the nearest to the bug first: who is further away is taken not to notice. */
const NEAREST = 16
const FIRST = 2
/** A test run that takes longer than this never ends: the bug was noticed. */
const TIMEOUT_MS = 300_000
/** All fast tests once, on a slow and busy machine. */
const CLEAN_MS = 900_000

/** Where bugs would cost most: what is computed, read, booked and sent. */
const PLACES = ['src/core/', 'src/formats/', 'src/server/books/', 'src/server/printing/']
const tracked = spawnSync('git', ['ls-files'], { cwd: ROOT, encoding: 'utf8' }).stdout.split('\n').filter(Boolean)
const isTest = (path) => /\.test\.tsx?$/.test(path)
const sources = tracked.filter(
  (path) => PLACES.some((p) => path.startsWith(p)) && path.endsWith('.ts') && !isTest(path) && path.startsWith(ONLY),
)

// ---- the bugs

const SWAPS = {
  ...{ '+': '-', '-': '+', '*': '/', '/': '*', '%': '*', '**': '*' },
  ...{ '<': '<=', '<=': '<', '>': '>=', '>=': '>', '===': '!==', '!==': '===' },
  ...{ '&&': '||', '||': '&&', '&': '|', '|': '&', '<<': '>>', '>>': '<<', '>>>': '<<' },
}
/** A value that the index of a list wants, and that is never used. */
const PLAIN = /^(-?[\d._]+|null|undefined|''|\[\]|\{\}|false|true|um\(0\)|minor\(0\))$/
const CALLS = { max: 'min', min: 'max', floor: 'ceil', ceil: 'floor', some: 'every', every: 'some' }

/** Every node below one, with its parent; types say nothing when it runs. */
function* nodes(node, parent = null) {
  if (node.type.startsWith('TS') && !/^TS(As|Satisfies|NonNull)/.test(node.type)) return
  if (node.type === 'ImportDeclaration') return
  yield [node, parent]
  for (const [key, value] of Object.entries(node)) {
    if (key === 'loc' || key === 'typeAnnotation' || key === 'leadingComments' || key === 'trailingComments') continue
    for (const child of Array.isArray(value) ? value : [value])
      if (child && typeof child.type === 'string' && typeof child.start === 'number') yield* nodes(child, node)
  }
}

/** All bugs of a file, as replacements of a stretch of its text. */
function bugsIn(path) {
  const text = readFileSync(join(ROOT, path), 'utf8')
  const found = []
  const sets = new Set()
  const unused = []
  const of = (node) => text.slice(node.start, node.end)
  const put = (from, end, to, what) =>
    found.push({ path, from, end, to, what, line: text.slice(0, from).split('\n').length })
  const at = (node, to, what) => put(node.start, node.end, to, what)
  for (const [node, parent] of nodes(parse(text, { sourceType: 'module', plugins: ['typescript'] }).program)) {
    switch (node.type) {
      case 'ObjectExpression':
        if (
          node.properties.length > 2 &&
          node.properties.every((p) => p.value?.type === 'BooleanLiteral' && p.value.value)
        )
          for (const p of node.properties) sets.add(p)
        break
      case 'BinaryExpression':
      case 'LogicalExpression': {
        const { left, right, operator } = node
        // what stands in for an item that is always there says nothing: a literal, or an empty list
        if (operator === '??' && PLAIN.test(of(right))) unused.push(right)
        else if (operator === '??') at(node, of(left), 'what stands in for nothing is gone')
        const to = SWAPS[operator]
        // a text is not taken off another
        const texts = [left, right].some((n) => n.type === 'StringLiteral' || n.type === 'TemplateLiteral')
        if (!to || (operator === '+' && texts)) break
        const from = left.end + text.slice(left.end, right.start).indexOf(operator)
        put(from, from + operator.length, to, `${operator} becomes ${to}`)
        break
      }
      case 'UnaryExpression':
        if (node.operator === '!') at(node, of(node.argument), 'a not is gone')
        if (node.operator === '-' && node.argument.type !== 'NumericLiteral')
          at(node, of(node.argument), 'a minus is gone')
        break
      case 'NumericLiteral': {
        if (unused.some((n) => n.start <= node.start && node.end <= n.end)) break
        const raw = of(node)
        if (parent?.type !== 'MemberExpression' && parent?.type !== 'ObjectProperty')
          at(node, raw === '0' ? '1000' : raw === '1' ? '0' : `(${raw} * 2)`, `${raw} is another`)
        break
      }
      case 'BooleanLiteral':
        // a record whose every value is true is a set
        if (parent?.type === 'ObjectProperty' && sets.has(parent)) break
        at(node, String(!node.value), `${node.value} becomes ${!node.value}`)
        break
      case 'CallExpression': {
        const { callee } = node
        const name = callee.type === 'MemberExpression' && !callee.computed ? callee.property : null
        if (name && Object.hasOwn(CALLS, name.name))
          at(name, CALLS[name.name], `${name.name} becomes ${CALLS[name.name]}`)
        break
      }
      case 'ConditionalExpression':
        at(node, `${of(node.test)} ? ${of(node.alternate)} : ${of(node.consequent)}`, 'the two ways are swapped')
        break
      case 'IfStatement':
        if (!node.alternate) at(node, '{}', 'a condition and what it guards are gone')
        break
      case 'ExpressionStatement':
        if (node.expression.type === 'CallExpression') at(node, ';', 'a step is gone')
        break
    }
  }
  return found
}

/** Numbers from 0 to 1 that a seed fixes. */
function random(seed) {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }
}

const all = sources.flatMap(bugsIn)
const next = random(SEED)
const chosen = all
  .map((bug) => ({ bug, key: next() }))
  .sort((a, b) => a.key - b.key)
  .slice(0, COUNT)
  .map((x) => x.bug)

// ---- which fast tests reach a file

const FAST = /^(src\/(core|formats|server|contract)|test|demo|background|scripts|standins)\/.*\.test\.ts$/
const SLOW = JSON.parse(readFileSync(join(ROOT, 'test/slow.json'), 'utf8'))
const tests = tracked.filter((path) => FAST.test(path) && !SLOW.includes(path))
const IMPORT = /(?:from|import)\s*\(?\s*['"]([^'"]+)['"]/g
const importsOf = new Map()
function imports(path) {
  const known = importsOf.get(path)
  if (known) return known
  const text = readFileSync(join(ROOT, path), 'utf8')
  const list = [...text.matchAll(IMPORT)].flatMap(([, name]) => {
    const base = name.startsWith('@/')
      ? join('src', name.slice(2))
      : name.startsWith('.')
        ? join(dirname(path), name)
        : null
    if (base === null) return []
    return [base, `${base}.ts`, `${base}.tsx`, `${base}.mjs`]
      .filter((p) => existsSync(join(ROOT, p)) && /\.\w+$/.test(p))
      .slice(0, 1)
  })
  importsOf.set(path, list)
  return list
}
/** How many steps lie between a test and every file that it imports. */
const reach = new Map(
  tests.map((test) => {
    const steps = new Map([[test, 0]])
    for (const [path, n] of steps) for (const to of imports(path)) if (!steps.has(to)) steps.set(to, n + 1)
    return [test, steps]
  }),
)
/** The tests that reach a file, the nearest first. */
const testsOf = (path) =>
  tests
    .flatMap((test) => {
      const n = reach.get(test).get(path)
      return n === undefined ? [] : [{ test, n: dirname(test) === dirname(path) ? 0 : n }]
    })
    .sort((a, b) => a.n - b.n || a.test.localeCompare(b.test))
    .map((t) => t.test)
    .slice(0, NEAREST)

// ---- trying them

const survivorsFile = join(ROOT, 'scripts/survivors.json')
const REASONS = existsSync(survivorsFile) ? JSON.parse(readFileSync(survivorsFile, 'utf8')) : {}
const keyOf = (bug, text) => {
  const line = text.split('\n')[bug.line - 1].trim()
  return `${bug.path}: ${line} [${bug.what}]`
}

function workshop() {
  const at = mkdtempSync(join(tmpdir(), 'libreta-mutate-'))
  for (const path of tracked) {
    if (/^(docs|e2e|bench)\//.test(path) && !path.endsWith('.json')) continue
    mkdirSync(join(at, dirname(path)), { recursive: true })
    writeFileSync(join(at, path), readFileSync(join(ROOT, path)))
  }
  symlinkSync(join(ROOT, 'node_modules'), join(at, 'node_modules'))
  return at
}

/** A vitest that stays up over a workshop, so that a bug costs what its tests cost. */
async function tester(at) {
  process.chdir(at)
  const { createVitest } = await import(pathToFileURL(join(at, 'node_modules/vitest/dist/node.js')).href)
  const vitest = await createVitest('test', {
    root: at,
    watch: false,
    project: ['core', 'server'],
    reporters: [{}],
    bail: 1,
  })
  /** Whether these tests pass. What takes too long is stopped, and did not. */
  const pass = async (files, ms = TIMEOUT_MS) => {
    const specs = await vitest.globTestSpecifications(files.map((f) => join(at, f)))
    const asked = new Set(specs.map((spec) => spec.moduleId))
    const timer = setTimeout(() => void vitest.cancelCurrentRun('keyboard-input'), ms)
    const { testModules, unhandledErrors } = await vitest.runTestSpecifications(specs, false)
    clearTimeout(timer)
    // what ran before is remembered too
    const ran = testModules.filter((m) => asked.has(m.moduleId))
    return unhandledErrors.length === 0 && ran.length > 0 && ran.every((m) => m.state() === 'passed')
  }
  const plant = (path, text) => {
    writeFileSync(join(at, path), text)
    vitest.invalidateFile(join(at, path))
  }
  return { pass, plant }
}

/** The child's part: tries each bug that it is given, and says whether somebody noticed. */
async function tries() {
  const at = workshop()
  process.on('exit', () => rmSync(at, { recursive: true, force: true }))
  const { pass, plant } = await tester(at)
  process.on('message', async (said) => {
    if (said === 'clean')
      return process.send(await pass([...new Set(chosen.flatMap((bug) => testsOf(bug.path)))], CLEAN_MS))
    const bug = chosen[said]
    const text = readFileSync(join(at, bug.path), 'utf8')
    plant(bug.path, text.slice(0, bug.from) + bug.to + text.slice(bug.end))
    // the nearest tests first, then all that reach the file
    const files = testsOf(bug.path)
    const alive =
      files.length === 0 ||
      ((await pass(files.slice(0, FIRST))) && (files.length <= FIRST || (await pass(files.slice(FIRST)))))
    plant(bug.path, text)
    process.send(alive)
  })
}

/** A child that tries bugs one at a time; one that hangs is replaced, and its bug was noticed. */
function child() {
  let fork = null
  const ask = (what, ms) =>
    new Promise((resolve) => {
      fork ??= spawn(process.execPath, process.argv.slice(1), { stdio: ['ignore', 'ignore', 'inherit', 'ipc'] })
      const mine = fork
      const end = (answer) => {
        clearTimeout(timer)
        mine.removeAllListeners()
        resolve(answer)
      }
      const gone = () => {
        if (fork === mine) fork = null
        mine.kill('SIGKILL')
        end(false)
      }
      const timer = setTimeout(gone, ms)
      mine.once('message', end)
      mine.once('exit', gone)
      mine.send(what)
    })
  return { ask, end: () => fork?.kill('SIGTERM') }
}

async function main() {
  say(`${chosen.length} of ${all.length} bugs in ${sources.length} files, seed ${SEED}`)
  const children = Array.from({ length: WORKERS }, child)
  // tests that fail by themselves would notice everything
  if (!(await children[0].ask('clean', 2 * CLEAN_MS))) {
    say('The fast tests fail without any bug planted: nothing can be said of them.')
    for (const c of children) c.end()
    return false
  }
  const queue = chosen.map((_, i) => i)
  const survivors = []
  let done = 0
  await Promise.all(
    children.map(async ({ ask, end }) => {
      for (let i = queue.shift(); i !== undefined; i = queue.shift()) {
        const bug = chosen[i]
        const key = keyOf(bug, readFileSync(join(ROOT, bug.path), 'utf8'))
        // a bug that is known to change nothing is not tried again
        const alive = Object.hasOwn(REASONS, key) || (await ask(i, 2 * TIMEOUT_MS + 60_000))
        if (alive) survivors.push({ key, reason: REASONS[key] ?? null })
        done++
        if (alive && !REASONS[key]) say(`nobody noticed ${bug.path}:${bug.line}: ${bug.what}`)
        if (done % 10 === 0) say(`${done} tried, ${done - survivors.length} noticed`)
      }
      end()
    }),
  )
  // what is known to change no answer nobody can notice: it is listed with its reason, and counts neither way
  const same = survivors.filter((s) => s.reason !== null).length
  const noticed = done - survivors.length
  const share = noticed / (done - same)
  say(
    `${noticed} of ${done - same} bugs noticed by the fast tests: ${(100 * share).toFixed(1)} % (at least ${LEAST * 100}); ${same} more change no answer`,
  )
  for (const s of survivors.toSorted((a, b) => a.key.localeCompare(b.key)))
    say(`survived: ${s.key}${s.reason ? ` — ${s.reason}` : ''}`)
  return share >= LEAST
}

if (process.send) await tries()
else process.exitCode = (await main()) ? 0 : 1
