// npm run backup [-- TARGET], npm run restore -- SOURCE: a room's database and files, as one folder.
import { join } from 'node:path'
import { install, needNode, ROOT, run } from './lib.mjs'

needNode()
await install()
const [what, target] = process.argv.slice(2)
const data = process.env.LIBRETA_DATA ?? join(ROOT, 'data')
process.exit(
  await run(process.execPath, [
    '--import',
    'tsx',
    'background/backup-main.ts',
    what ?? '',
    data,
    ...(target ? [target] : []),
  ]),
)
