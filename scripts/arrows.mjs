// The import rule of the house: each folder imports only what its arrow names. `node scripts/arrows.mjs [ROOT]`
import { readdirSync, readFileSync, statSync } from 'node:fs'
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
  return found
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const root = process.argv[2] ?? dirname(dirname(fileURLToPath(import.meta.url)))
  const found = violations(root)
  for (const line of found) process.stdout.write(`${line}\n`)
  process.exit(found.length > 0 ? 1 : 0)
}
