import { mkdirSync, renameSync, rmSync } from 'node:fs'
import { dirname } from 'node:path'
import { fillDemo } from './fill'

// Fills the folder named on the command line. It is filled under another name and renamed at the end, so that a room
// that was interrupted half-way is never opened.
const folder = process.argv[2]
if (!folder) throw new Error('which folder? demo/main.ts FOLDER')
const making = `${folder}.making`
rmSync(making, { recursive: true, force: true })
mkdirSync(dirname(making), { recursive: true })
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    rmSync(making, { recursive: true, force: true })
    process.exit(130)
  })
await fillDemo(making, Date.now(), (line) => process.stdout.write(`  ${line}\n`))
rmSync(folder, { recursive: true, force: true })
renameSync(making, folder)
