// npm run demo [-- --fresh] [--seed N] [--speed N]: the demo room on this machine, with everything it needs.
import { existsSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import {
  build,
  endOnSignals,
  install,
  needNode,
  needPass,
  needPorts,
  ROOT,
  run,
  say,
  serve,
  startInstruments,
  startPrinters,
} from './lib.mjs'

needNode()
needPass()
const data = join(ROOT, 'demo-data')
endOnSignals(() => rmSync(`${data}.making`, { recursive: true, force: true }))
await needPorts({ standins: true })
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
const option = (name, otherwise) => {
  const at = process.argv.indexOf(`--${name}`)
  return at < 0 ? otherwise : (process.argv[at + 1] ?? otherwise)
}
const tray = join(data, 'tray')
const printers = startPrinters(tray, { seed: option('seed', '7'), speed: option('speed', '20') })
const instruments = startInstruments(tray, { seed: option('seed', '7') })
const { address } = await serve(data, { extra: { LIBRETA_TRAY: tray } })
await Promise.all([printers, instruments])
say(
  `Marsh Street Print Room is open at ${address} (ready after ${((Date.now() - began) / 1000).toFixed(1)} s). Ctrl-C closes it.`,
)
