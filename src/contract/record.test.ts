import { v7 as newId } from 'uuid'
import { describe, expect, it } from 'vitest'
import { minor } from '@/core/money/money'
import { outcomeOf } from '@/core/slip/outcome'
import { recordOf } from '@/core/slip/record'
import { FIGURES, facts, VERSION } from '../../test/slip-facts'
import { RECORD_SCHEMA, readRecord } from './record'

const promised = facts(
  { edge: 'borderless', placing: { mode: 'fill' }, pictureId: newId(), versionId: newId() },
  { version: { ...VERSION, checked: { margins: null, borderless: FIGURES } } },
)
const record = recordOf(promised, outcomeOf(promised), [{ check: 'stock', says: 'Two are left.', reason: null }])

describe('the record of a run', () => {
  it('comes back from the database whole', () => {
    expect(record?.pieces[0]?.onPaper.w).toBe(257_000)
    expect(readRecord(RECORD_SCHEMA, JSON.parse(JSON.stringify(record)))).toEqual(record)
  })
  it('says where its figures are from, and what was answered', () => {
    expect(record).toMatchObject({
      figures: { source: 'checked', number: 4 },
      stops: [{ check: 'stock', reason: null }],
      corrected: true,
    })
    expect(record?.lines.map((l) => l.what)).toEqual(['paper', 'ink', 'room share'])
  })
  it('one of schema 1 is read as it was, without what was asked', () => {
    const { print: _, shares: __, ...former } = JSON.parse(JSON.stringify(record))
    expect(readRecord(1, former)).toEqual({ ...record, print: null })
    expect(record?.print).toEqual(promised.print)
  })
  it('one of schema 2 is one print’s alone', () => {
    const { shares, ...former } = JSON.parse(JSON.stringify(record))
    expect(shares).toBeNull()
    expect(readRecord(2, former)).toEqual(record)
  })
  it('of a shared sheet keeps what each print pays', () => {
    const share = { lines: [{ what: 'waste' as const, amount: minor(7) }], room: minor(3), print: promised.print }
    const shared = { ...record, print: null, shares: [share] }
    expect(readRecord(RECORD_SCHEMA, JSON.parse(JSON.stringify(shared)))).toEqual(shared)
  })
  it('one of a newer program, or that is none, is refused', () => {
    expect(() => readRecord(RECORD_SCHEMA + 1, record)).toThrow(/this program knows/)
    expect(() => readRecord(RECORD_SCHEMA, { ...record, lines: 'none' })).toThrow(/lines/)
  })
  it('there is none of a print that is not whole', () => {
    const waits = facts({}, { picture: null })
    expect(recordOf(waits, outcomeOf(waits), [])).toBeNull()
  })
})
