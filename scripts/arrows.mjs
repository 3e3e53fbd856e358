// The import rule of the house: each folder imports only what its arrow names. `node scripts/arrows.mjs [ROOT]`
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'

/** folder below src (or beside it) -> the folders it may import */
export const ARROWS = {
  'src/core': [],
  'src/formats': ['src/core'],
  'src/contract': ['src/core'],
  'src/workers': ['src/core', 'src/formats'],
  'src/ui': ['src/core', 'src/contract'],
  'src/features': ['src/ui', 'src/workers', 'src/contract', 'src/core'],
  'src/server': ['src/contract', 'src/formats', 'src/core'],
  'src/app': ['src/features', 'src/server', 'src/ui', 'src/contract', 'src/core'],
  background: ['src/server', 'src/core', 'src/contract'],
  standins: [],
  demo: ['src/server', 'src/contract', 'src/core', 'src/formats'],
}

/**
 * Floors inside a room, from the ground: a folder imports only what lies below it, types included. Files that lie in the
 * room itself stand on top.
 */
export const FLOORS = {
  'src/server': [
    ...[
      'db',
      'health',
      'jobs',
      'imaging',
      'tray',
      'files',
      'stores',
      'door',
      'protocol',
      'books',
      'render',
      'subjects',
    ],
    ...['tone', 'actions', 'printing', 'work', 'uploads'],
  ],
  'src/core': [
    ...[
      'result',
      'merge',
      'time',
      'length',
      'names',
      'number',
      'money',
      'rules',
      'sheet',
      'sizes',
      'placing',
      'page',
      'tone',
      'nest',
      'charge',
      'paper',
      'printer',
      'quality',
      'preset',
    ],
    ...['edge', 'colour', 'options', 'gate', 'slip', 'print', 'checks', 'words', 'offer'],
  ],
}

/** packages that a folder must not use */
const FORBIDDEN = {
  'src/core': /^(react|next|@mantine|node:|better-sqlite3|drizzle-orm|sharp)/,
  'src/formats': /^(react|next|@mantine|node:|better-sqlite3|drizzle-orm|sharp)/,
  'src/ui': /^(node:|better-sqlite3|drizzle-orm|sharp)/,
  'src/features': /^(node:|better-sqlite3|drizzle-orm|sharp)/,
}

const IMPORT = /(?:^|\n)\s*(?:import|export)\s(?:[^'"`;]*?\sfrom\s)?['"]([^'"]+)['"]|import\(\s*['"]([^'"]+)['"]\s*\)/g

function* files(folder) {
  let names
  try {
    names = readdirSync(folder)
  } catch {
    return
  }
  for (const name of names.sort()) {
    const path = join(folder, name)
    if (statSync(path).isDirectory()) yield* files(path)
    else if (/\.(ts|tsx|mts)$/.test(name) && !/\.(test|d)\.tsx?$/.test(name)) yield path
  }
}

const folderOf = (root, path) => {
  const parts = relative(root, path).split('/')
  return parts[0] === 'src' ? parts.slice(0, 2).join('/') : (parts[0] ?? '')
}

/** Every import that breaks the rule, as sentences. */
export function violations(root) {
  const found = []
  for (const [from, allowed] of Object.entries(ARROWS))
    for (const file of files(join(root, from))) {
      const text = readFileSync(file, 'utf8')
      for (const match of text.matchAll(IMPORT)) {
        const target = match[1] ?? match[2]
        const here = relative(root, file)
        if (!target.startsWith('.') && !target.startsWith('@/')) {
          if (FORBIDDEN[from]?.test(target)) found.push(`${here} imports ${target}, which ${from} must not use`)
          continue
        }
        const path = target.startsWith('@/') ? join(root, 'src', target.slice(2)) : resolve(dirname(file), target)
        const to = folderOf(root, path)
        if (to !== from && !allowed.includes(to)) found.push(`${here} imports ${target}: ${from} must not import ${to}`)
        if (from === 'src/features' && to === from) {
          const feature = (p) => relative(join(root, from), p).split('/')[0]
          if (feature(file) !== feature(path)) found.push(`${here} imports ${target}: features never import each other`)
        }
      }
    }
  return [...found, ...climbs(root), ...circles(root)]
}

/** The file that an import names, or null for a package. */
function fileOf(root, file, target) {
  if (!target.startsWith('.') && !target.startsWith('@/')) return null
  const path = target.startsWith('@/') ? join(root, 'src', target.slice(2)) : resolve(dirname(file), target)
  return [path, `${path}.ts`, `${path}.tsx`].find((p) => existsSync(p) && statSync(p).isFile()) ?? null
}

/** Every file of the house with the files that it imports. */
function graphOf(root) {
  const graph = new Map()
  for (const from of Object.keys(ARROWS))
    for (const file of files(join(root, from))) {
      const targets = [...readFileSync(file, 'utf8').matchAll(IMPORT)].map((m) => fileOf(root, file, m[1] ?? m[2]))
      graph.set(
        file,
        targets.filter((t) => t !== null),
      )
    }
  return graph
}

/** Imports that lead up a floor. */
function climbs(root) {
  const found = []
  const graph = graphOf(root)
  for (const [room, floors] of Object.entries(FLOORS))
    for (const [file, targets] of graph)
      for (const target of targets) {
        const [from, to] = [file, target].map((p) => relative(join(root, room), p).split('/'))
        if (from[0] === '..' || to[0] === '..' || from.length < 2) continue
        const name = to.length < 2 ? 'the room itself' : to[0]
        const [at, up] = [floors.indexOf(from[0]), to.length < 2 ? floors.length : floors.indexOf(to[0])]
        const here = relative(root, file)
        if (at < 0) found.push(`${here}: ${room} has no floor called ${from[0]}`)
        else if (up < 0) found.push(`${here} imports ${to.join('/')}: ${room} has no floor called ${name}`)
        else if (up > at) found.push(`${here} imports ${to.join('/')}: ${from[0]} lies below ${name}`)
      }
  return found
}

/** Files that import each other in a circle, types included. */
function circles(root) {
  const graph = graphOf(root)
  const state = new Map()
  const path = []
  const found = []
  const visit = (file) => {
    state.set(file, 'open')
    path.push(file)
    for (const next of graph.get(file) ?? []) {
      if (state.get(next) === 'open') {
        const circle = [...path.slice(path.indexOf(next)), next].map((f) => relative(root, f))
        found.push(`a circle: ${circle.join(' -> ')}`)
      } else if (!state.has(next)) visit(next)
    }
    path.pop()
    state.set(file, 'done')
  }
  for (const file of graph.keys()) if (!state.has(file)) visit(file)
  return found
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const root = process.argv[2] ?? dirname(dirname(fileURLToPath(import.meta.url)))
  const found = violations(root)
  for (const line of found) process.stdout.write(`${line}\n`)
  process.exit(found.length > 0 ? 1 : 0)
}
