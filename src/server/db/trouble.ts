/** What keeps a room from being written, by the error codes of SQLite and of the file system. */
const SENTENCES: readonly (readonly [RegExp, string])[] = [
  [
    /^SQLITE_(BUSY|LOCKED)/,
    'Another program holds the room’s database; it was waited for. Nothing was written. Close what has it open (a backup, a viewer), then try again.',
  ],
  [
    /^(SQLITE_FULL|ENOSPC|EDQUOT)/,
    'The disk that holds the room is full. Nothing was written. Make space on it, then try again.',
  ],
  [
    /^(SQLITE_READONLY|SQLITE_CANTOPEN|SQLITE_PERM|SQLITE_AUTH|EROFS|EACCES|EPERM)/,
    'The room’s folder cannot be written by this program. Nothing was written. Give it the right to write there, then try again.',
  ],
  [
    /^(SQLITE_CORRUPT|SQLITE_NOTADB)/,
    'The room’s database is damaged. Stop Libreta and restore a backup: npm run restore -- FOLDER.',
  ],
  [
    /^(SQLITE_IOERR|EIO)/,
    'The disk that holds the room reports an error. Nothing was written. Look at the disk before anything else.',
  ],
]

/** Libraries that write files by themselves say it in words only. */
const NO_SPACE = /no space left on device|disk quota exceeded/i

const codeOf = (error: unknown): string =>
  error instanceof Error && 'code' in error && typeof error.code === 'string' ? error.code : ''

/** The sentence for an error of the room's disk or database; null for every other error, which is a bug. */
export function sayTrouble(error: unknown): string | null {
  const code = codeOf(error) || (error instanceof Error && NO_SPACE.test(error.message) ? 'ENOSPC' : '')
  if (code === '') return null
  return SENTENCES.find(([which]) => which.test(code))?.[1] ?? null
}
