// npm run demo [-- --fresh]: the demo room on this machine, with everything it needs.
import { existsSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { build, endOnSignals, install, needNode, ROOT, run, say, serve } from './lib.mjs'

needNode()
const data = join(ROOT, 'demo-data')
endOnSignals(() => rmSync(`${data}.making`, { recursive: true, force: true }))
await install()
await build()
if (process.argv.includes('--fresh')) rmSync(data, { recursive: true, force: true })
if (!existsSync(data)) {
  const began = Date.now()
  say('Filling the demo room: drawing its pictures, logging half a year of prints. About a minute.')
  const code = await run(process.execPath, ['--import', 'tsx', 'demo/main.ts', data])
  if (code !== 0) process.exit(code)
  say(`Filled in ${((Date.now() - began) / 1000).toFixed(1)} s.`)
}
const began = Date.now()
const { address, web, background } = await serve(data)
say(
  `Marsh Street Print Room is open at ${address} (ready after ${((Date.now() - began) / 1000).toFixed(1)} s). Ctrl-C closes it.`,
)
for (const child of [web, background]) child.on('exit', (code) => process.exit(code ?? 0))
