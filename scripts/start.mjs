// npm start: a real room, from LIBRETA_DATA or ./data.
import { join } from 'node:path'
import { build, endOnSignals, install, needNode, needPass, ROOT, say, serve } from './lib.mjs'

needNode()
needPass()
const data = process.env.LIBRETA_DATA ?? join(ROOT, 'data')
endOnSignals()
await install()
await build()
const { address } = await serve(data)
say(`Libreta is open at ${address}, its room is in ${data}. Ctrl-C closes it.`)
