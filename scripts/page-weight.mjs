// The slip page's script, compressed as a server would send it, must stay below 350 KB.
import { once } from 'node:events'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { say, serverEnv, start } from './lib.mjs'

const LIMIT = 350_000
const data = mkdtempSync(join(tmpdir(), 'libreta-weight-'))
const web = start(process.execPath, ['scripts/web.mjs', '--port', '0'], {
  env: serverEnv(data),
  stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
})
const [{ listening }] = await once(web, 'message')
const address = `http://127.0.0.1:${listening}`
const post = async (action, input) => {
  const response = await fetch(`${address}/api/do/${action}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: address },
    body: JSON.stringify(input),
  })
  return response.json()
}
try {
  const made = await post('room.set-up', {
    name: 'Weighing room',
    unit: 'mm',
    currency: 'EUR',
    exponent: 2,
    timeZone: 'UTC',
    keeper: 'Scales',
    printer: { nickname: 'Feather', makeModel: '' },
    paper: { name: 'Tissue', surface: 'plain', sizeId: 'iso_a4_210x297mm', count: 1 },
  })
  const page = await (await fetch(`${address}/slips/${made.value.slipId}`)).text()
  // scripts marked noModule are for browsers of before 2018, no present one loads them
  const old = new Set(
    [...page.matchAll(/<script[^>]*>/gi)]
      .filter(([tag]) => /nomodule/i.test(tag))
      .map(([tag]) => /src="([^"]+)"/.exec(tag)?.[1]),
  )
  const scripts = [...new Set([...page.matchAll(/"?(\/_next\/static\/[^"'\\]+\.js)/g)].map((m) => m[1]))].filter(
    (path) => !old.has(path),
  )
  let total = 0
  for (const path of scripts) {
    const response = await fetch(address + path, { headers: { 'accept-encoding': 'identity' } })
    total += gzipSync(Buffer.from(await response.arrayBuffer())).length
  }
  say(`slip page: ${scripts.length} scripts, ${(total / 1000).toFixed(0)} KB compressed (limit ${LIMIT / 1000} KB)`)
  process.exitCode = scripts.length > 0 && total < LIMIT ? 0 : 1
} finally {
  web.kill('SIGTERM')
  rmSync(data, { recursive: true, force: true })
}
