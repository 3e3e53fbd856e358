import { exchange } from './exchange'
import { files } from './files'
import { foreign } from './foreign'
import { pictures } from './pictures'
import { profiles } from './profiles'
import { protocol } from './protocol'
import { road } from './road'
import { has, inFolder, type Part, type Row, tool } from './tools'
import { whole } from './whole'

// npm run outside [-- --share] [PART ...]: the product against programs that this project did not write, as a table.
const PARTS: readonly Part[] = [protocol, foreign, whole, road, files, pictures, profiles, exchange]

const share = process.argv.includes('--share')
const wanted = process.argv.slice(2).filter((a) => !a.startsWith('--'))
const parts = PARTS.filter((p) => wanted.length === 0 || wanted.includes(p.name))

/** What is missing is installed where we may; else the part is left out, and said. */
function missingFor(part: Part): readonly string[] {
  const missing = part.needs.filter(([command]) => !has(command))
  if (missing.length === 0) return []
  const packages = [...new Set(missing.map(([, pack]) => pack))]
  const root = process.getuid?.() === 0 && has('apt-get')
  if (root) {
    process.stdout.write(`Installing ${packages.join(', ')}.\n`)
    tool('apt-get', ['update', '-qq'], 300)
    process.env.DEBIAN_FRONTEND = 'noninteractive'
    tool('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], 900)
  }
  return part.needs.filter(([command]) => !has(command)).map(([, pack]) => pack)
}

const rows: Row[] = []
for (const part of parts) {
  const missing = missingFor(part)
  if (missing.length > 0) {
    const says = `not run: apt-get install ${[...new Set(missing)].join(' ')}`
    rows.push({ part: part.name, what: 'all of it', ok: false, says, notOurs: 'these tools are not on this machine' })
    continue
  }
  const began = performance.now()
  try {
    rows.push(...(await inFolder((folder) => part.run(share, folder))))
  } catch (error) {
    const says = error instanceof Error ? (error.stack ?? error.message) : String(error)
    rows.push({ part: part.name, what: 'broke off', ok: false, says })
  }
  process.stdout.write(`${part.name}: ${((performance.now() - began) / 1000).toFixed(0)} s\n`)
}

const width = Math.max(...rows.map((r) => r.what.length))
for (const r of rows) {
  const word = r.ok ? 'ok    ' : r.notOurs ? 'other ' : 'FAILED'
  process.stdout.write(
    `${word}  ${r.part.padEnd(9)} ${r.what.padEnd(width)}  ${r.says}${r.notOurs ? ` (${r.notOurs})` : ''}\n`,
  )
}
const ours = rows.filter((r) => !r.ok && !r.notOurs).length
const others = rows.filter((r) => !r.ok && r.notOurs).length
process.stdout.write(`${rows.filter((r) => r.ok).length} held, ${ours} failed, ${others} of others\n`)
process.exit(ours > 0 || rows.length === 0 ? 1 : 0)
