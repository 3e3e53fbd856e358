import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { kept } from './kept'
import { openDatabase } from './open'

const two = () => {
  const file = join(mkdtempSync(join(tmpdir(), 'libreta-test-')), 'a.db')
  const [mine, other] = [openDatabase(file), openDatabase(file)]
  mine.$client.exec('create table t (n integer); insert into t values (1)')
  let reads = 0
  const read = (): number => {
    reads += 1
    return mine.$client.prepare('select sum(n) from t').pluck().get() as number
  }
  return { mine, other, of: (key = 'sum') => kept(mine, key, read), reads: () => reads }
}

describe('what was read and is kept', () => {
  it('is read once while nothing is written, and by each key for itself', () => {
    const { of, reads } = two()
    expect([of(), of(), of(), of('another')]).toEqual([1, 1, 1, 1])
    expect(reads()).toBe(2)
  })
  it('is read again after a write of this connection, or of another', () => {
    const { mine, other, of } = two()
    expect(of()).toBe(1)
    mine.$client.exec('insert into t values (10)')
    expect(of()).toBe(11)
    other.$client.exec('insert into t values (100)')
    expect(of()).toBe(111)
  })
  it('nothing is kept of what a transaction takes back', () => {
    const { mine, of } = two()
    const undo = mine.$client.transaction(() => {
      mine.$client.exec('insert into t values (5)')
      expect(of()).toBe(6)
      throw new Error('taken back')
    })
    expect(undo).toThrow('taken back')
    expect(of()).toBe(1)
  })
})
