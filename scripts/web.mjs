// The web server of a room: Next.js behind a listener of our own, which knows what may reach it at all.
import http from 'node:http'
import next from 'next'
import { isLoopback, OPEN_WITHOUT_PASS, whoAsks } from './hosts.mjs'

const option = (name, otherwise) => {
  const at = process.argv.indexOf(`--${name}`)
  return at < 0 ? otherwise : (process.argv[at + 1] ?? otherwise)
}
const hostname = option('host', '127.0.0.1')
const port = Number(option('port', '4780'))

if (!isLoopback(hostname) && !process.env.LIBRETA_PASS) {
  process.stderr.write(`${OPEN_WITHOUT_PASS(hostname)}\n`)
  process.exit(3)
}
// whoever started this server is gone: so is it
process.on('disconnect', () => process.exit(0))
// it may have gone before anybody listened
if (process.connected === false) process.exit(0)

const app = next({ dev: false, hostname, port, dir: process.cwd() })
const handle = app.getRequestHandler()
await app.prepare()

const METHODS = new Set(['GET', 'HEAD', 'POST', 'OPTIONS'])
const server = http.createServer((request, response) => {
  if (!METHODS.has(request.method ?? '')) {
    response.writeHead(405, { allow: 'GET, HEAD, POST', 'content-type': 'text/plain' })
    response.end(`${request.method} is not taken here.\n`)
    return
  }
  request.headers['x-forwarded-for'] = whoAsks(request.socket.remoteAddress, request.headers['x-forwarded-for'])
  handle(request, response).catch(() => {
    if (!response.headersSent) response.writeHead(500)
    response.end()
  })
})
// a picture of 2 GB may take long to come in; headers may not
server.requestTimeout = 0
server.headersTimeout = 20_000
// longer than clients keep a connection that nobody uses: the one who closes it is never the one who is just being sent to
server.keepAliveTimeout = 75_000
server.on('error', (error) => {
  process.stderr.write(`Port ${port} on ${hostname} cannot be used: ${error.message}\n`)
  process.exit(3)
})
server.listen(port, hostname, () => process.send?.({ listening: server.address().port }))
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => process.exit(0))
