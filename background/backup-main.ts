import { backupRoom, restoreRoom } from '@/server/files/backup'

const [what, data, other] = process.argv.slice(2)
try {
  if (what === 'backup' && data) {
    const to = other ?? `${data}-backup-${new Date().toISOString().slice(0, 19).replaceAll(':', '-')}`
    const { files } = await backupRoom(data, to)
    process.stdout.write(`The room in ${data} is backed up to ${to}: its database and ${files} files.\n`)
  } else if (what === 'restore' && data && other) {
    const { kept } = await restoreRoom(other, data)
    process.stdout.write(
      `The backup ${other} is restored to ${data}.${kept ? ` What was there is kept in ${kept}.` : ''}\n`,
    )
  } else {
    process.stderr.write('npm run backup [-- TARGET], or npm run restore -- SOURCE\n')
    process.exitCode = 2
  }
} catch (error) {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`)
  process.exitCode = 1
}
