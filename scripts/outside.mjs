// npm run outside [-- --share] [PART ...]: the product against programs that this project did not write, as a table.
import { install, needNode, run } from './lib.mjs'

needNode()
await install()
process.exit(await run(process.execPath, ['--import', 'tsx', 'outside/main.ts', ...process.argv.slice(2)]))
