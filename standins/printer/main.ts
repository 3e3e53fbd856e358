import { mkdirSync } from 'node:fs'
import { FAULTS, isFault } from './faults'
import { Machine } from './machine'
import { MODELS } from './models'
import { serve } from './server'

// One simulated printer: --model otter --port 4791 --seed 7 --out FOLDER [--speed 20]. Loopback only.
const given = (name: string): string | null => {
  const at = process.argv.indexOf(`--${name}`)
  return at < 0 ? null : (process.argv[at + 1] ?? null)
}
const model = MODELS.find((m) => m.id === given('model'))
const port = Number(given('port'))
const out = given('out')
if (!model || !Number.isInteger(port) || !out) {
  process.stderr.write(
    `usage: --model ${MODELS.map((m) => m.id).join('|')} --port N --out FOLDER [--seed N] [--speed N] [--holds SOURCE:WIDTHxLENGTH:TYPE,...] [--faults JOB:FAULT,...]\n`,
  )
  process.exit(2)
}
mkdirSync(out, { recursive: true })
const machine = new Machine(model, {
  seed: Number(given('seed') ?? 1),
  folder: out,
  speed: Number(given('speed') ?? 20),
})
// --holds main:257x364:matte-a: what lies in its sources when it is switched on, mm
for (const entry of (given('holds') ?? '').split(',').filter(Boolean)) {
  const [, source = '', width, length, type = ''] = /^([^:]+):([\d.]+)x([\d.]+):(.+)$/.exec(entry.trim()) ?? []
  const held = machine.holds.get(source)
  if (!held) {
    process.stderr.write(`--holds wants SOURCE:WIDTHxLENGTH:TYPE; “${entry}” is none\n`)
    process.exit(2)
  }
  Object.assign(held, { width: Number(width), length: Number(length), type })
}
// --faults "3:hangs,5:dropped in the data": with the third job that comes in, and the fifth
for (const entry of (given('faults') ?? '').split(',').filter(Boolean)) {
  const [, job, kind] = /^(\d+):(.+)$/.exec(entry.trim()) ?? []
  if (!isFault(kind)) {
    process.stderr.write(
      `--faults wants JOB:FAULT, such as 3:${FAULTS[0]}; “${entry}” is none. Faults: ${FAULTS.join(', ')}\n`,
    )
    process.exit(2)
  }
  machine.faults.arm(kind, { job: Math.max(0, Number(job) - 1) })
}
const server = serve(machine)
server.on('error', (error) => {
  process.stderr.write(`${model.id}: port ${port} cannot be used: ${error.message}\n`)
  process.exit(1)
})
server.listen(port, '127.0.0.1', () => {
  const at = server.address()
  const real = typeof at === 'object' && at ? at.port : port
  process.stdout.write(`${model.id} listens on ipp://127.0.0.1:${real}\n`)
  process.send?.({ port: real })
})
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0))
process.on('disconnect', () => process.exit(0))
// whoever started it may have gone before anybody listened
if (process.connected === false) process.exit(0)
