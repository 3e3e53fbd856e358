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
    const share = {
      lines: [{ what: 'waste' as const, amount: minor(7) }],
      room: minor(3),
      spent: { paper: minor(10), ink: minor(2) },
      print: promised.print,
    }
    const shared = { ...record, print: null, shares: [share] }
    expect(readRecord(RECORD_SCHEMA, JSON.parse(JSON.stringify(shared)))).toEqual(shared)
  })
  it('one of schema 3 counts as spent what it was charged for paper and ink, and what the room bore', () => {
    const { spent: _, ...former } = JSON.parse(JSON.stringify(record))
    const [paper, ink] = ['paper', 'ink'].map((what) => record?.lines.find((l) => l.what === what)?.amount)
    expect(readRecord(3, former).spent).toEqual({ paper, ink })
    const lines = [
      { what: 'paper', amount: 40 },
      { what: 'ink', amount: 5 },
      { what: 'room share', amount: 25 },
    ]
    const shares = [
      { lines, room: 3, print: promised.print },
      { lines, room: 4, print: promised.print },
    ]
    const shared = readRecord(3, {
      ...former,
      lines: [
        { what: 'paper', amount: 80 },
        { what: 'ink', amount: 10 },
      ],
      shares,
    })
    expect(shared.shares?.map((s) => s.spent)).toEqual([
      { paper: 43, ink: 5 },
      { paper: 44, ink: 5 },
    ])
    expect(shared.spent).toEqual({ paper: 87, ink: 10 })
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
