// npm run prove: the full counts of what CI runs a share of; its output belongs in docs/proved.txt.
import { install, needNode, run, say } from './lib.mjs'

needNode()
await install()
say(`npm run prove, ${new Date().toISOString().slice(0, 10)}, Node.js ${process.versions.node}`)
const code = await run(
  process.execPath,
  [
    'node_modules/vitest/vitest.mjs',
    'run',
    '--project',
    'core',
    '--reporter=verbose',
    'src/core/options',
    'src/formats',
  ],
  { env: { ...process.env, LIBRETA_FULL: '1', NO_COLOR: '1' } },
)
process.exit(code)
