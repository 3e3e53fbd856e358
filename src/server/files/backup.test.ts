import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { openRoom } from '@/server/db/open'
import { folder } from '../../../test/room'
import { backupRoom, restoreRoom } from './backup'
import { filePath, keepBytes } from './files'

describe('backup and restore', () => {
  it('brings a room back with its files, and keeps what was there', async () => {
    const base = folder()
    const data = join(base, 'room')
    const db = openRoom(data)
    db.$client
      .prepare("insert into sizes (id, name, short_um, long_um, unit, pwg) values ('s', 'Card', 1, 2, 'mm', 'x')")
      .run()
    const sha = await keepBytes(data, Buffer.from('a picture'))
    expect(await backupRoom(data, join(base, 'copy'))).toEqual({ files: 1 })
    db.$client.prepare('delete from sizes').run()
    db.$client.close()
    const { kept } = await restoreRoom(join(base, 'copy'), data)
    expect(kept && existsSync(kept)).toBe(true)
    const again = openRoom(data)
    expect(again.$client.prepare('select name from sizes').pluck().all()).toEqual(['Card'])
    again.$client.close()
    expect(readFileSync(filePath(data, sha), 'utf8')).toBe('a picture')
  })
  it('refuses in a sentence: no room, a taken target, a damaged backup', async () => {
    const base = folder()
    await expect(backupRoom(join(base, 'none'), join(base, 'x'))).rejects.toThrow('There is no room in')
    const data = join(base, 'room')
    openRoom(data).$client.close()
    mkdirSync(join(base, 'taken'))
    await expect(backupRoom(data, join(base, 'taken'))).rejects.toThrow('never overwrites')
    await expect(restoreRoom(join(base, 'none'), data)).rejects.toThrow('There is no backup in')
    mkdirSync(join(base, 'bad'))
    writeFileSync(join(base, 'bad', 'libreta.db'), 'not a database at all, though it has some length to it')
    await expect(restoreRoom(join(base, 'bad'), data)).rejects.toThrow('its libreta.db is something else')
    // a database whose pages were damaged on the way: it opens, and is refused all the same
    const torn = join(base, 'torn')
    await backupRoom(data, torn)
    const bytes = readFileSync(join(torn, 'libreta.db'))
    for (let page = 3; page < 12; page++) bytes.fill(0x5a, page * 4096, page * 4096 + 2048)
    writeFileSync(join(torn, 'libreta.db'), bytes)
    const before = readFileSync(join(data, 'libreta.db'))
    await expect(restoreRoom(torn, data)).rejects.toThrow(/damaged|malformed/)
    expect(readFileSync(join(data, 'libreta.db')).equals(before)).toBe(true)
    expect(existsSync(join(data, 'libreta.db'))).toBe(true)
  })
})
