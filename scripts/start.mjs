// npm start: a real room, from LIBRETA_DATA or ./data.
import { join } from 'node:path'
import { build, endOnSignals, HOST, install, needNode, ROOT, say, serve } from './lib.mjs'

needNode()
const loopback = /^(localhost|127\.|::1$|\[::1\]$)/.test(HOST)
if (!loopback && !process.env.LIBRETA_PASS) {
  process.stderr.write(
    `HOST=${HOST} would open this room to others. Set LIBRETA_PASS to a word that all must enter, or leave HOST away.\n`,
  )
  process.exit(1)
}
const data = process.env.LIBRETA_DATA ?? join(ROOT, 'data')
endOnSignals()
await install()
await build()
const { address, web, background } = await serve(data)
say(`Libreta is open at ${address}, its room is in ${data}. Ctrl-C closes it.`)
for (const child of [web, background]) child.on('exit', (code) => process.exit(code ?? 0))
