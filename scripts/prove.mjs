// npm run prove [-- --seed N] [-- --parts formats,bugs]: the full counts of what CI runs a share of; its output belongs in docs/proved.txt.
import { build, giveUp, install, needNode, run, say } from './lib.mjs'

needNode()
const at = process.argv.indexOf('--seed')
const seed = at < 0 ? null : process.argv[at + 1]
if (seed !== null && !/^\d{1,9}$/.test(seed ?? '')) giveUp(`--seed wants a whole number, not “${seed ?? ''}”.`)
await install()
await build()
say(
  `npm run prove${seed === null ? '' : ` -- --seed ${seed}`}, ${new Date().toISOString().slice(0, 10)}, Node.js ${process.versions.node}`,
)
const env = { ...process.env, LIBRETA_FULL: '1', NO_COLOR: '1', ...(seed === null ? {} : { LIBRETA_SEED: seed }) }
const vitest = (project, ...paths) =>
  run(
    process.execPath,
    ['node_modules/vitest/vitest.mjs', 'run', '--project', project, '--reporter=verbose', ...paths],
    {
      env,
    },
  )
/** In this order, all of them unless some are named. */
const PARTS = {
  formats: () => vitest('core', 'src/core/options', 'src/core/gate', 'src/formats'),
  // two people at one thing, many rounds
  people: () => vitest('server', 'src/server/actions/two-clients'),
  // a second program's books beside a thousand random acts in each of three currencies
  books: () => vitest('server', 'test/second-books'),
  // simulated rooms in numbers, and slips that are printed and measured
  measuring: () => vitest('measuring', 'test/rooms', 'test/measured', 'src/server/actions/everything'),
  // jobs with every fault of a printer and of this machine at every stage
  faults: () => vitest('measuring', 'test/faults'),
  // greys of printers that nobody knows, and scans of wedges however they lie
  tone: () => vitest('measuring', 'test/tone'),
  kills: () => run(process.execPath, ['--import', 'tsx', 'bench/kills-main.ts', '--count', '100'], { env }),
  // small bugs planted one at a time: do the fast tests notice?
  bugs: () =>
    run(process.execPath, ['scripts/mutate.mjs', '--seed', seed ?? '1'], { env: { ...process.env, NO_COLOR: '1' } }),
}
const named = process.argv.indexOf('--parts')
const parts = named < 0 ? Object.keys(PARTS) : (process.argv[named + 1] ?? '').split(',')
const unknown = parts.find((p) => !Object.hasOwn(PARTS, p))
if (unknown !== undefined) giveUp(`--parts wants some of ${Object.keys(PARTS).join(', ')}, not “${unknown}”.`)
const codes = []
for (const part of parts) codes.push(await PARTS[part]())
process.exit(codes.some((c) => c !== 0) ? 1 : 0)
