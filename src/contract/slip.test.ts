import { describe, expect, it } from 'vitest'
import { BODY, PRINT } from '../../test/slip-facts'
import { readSlipBody, SLIP_SCHEMA, slipBodySchema, storedSlipBody } from './slip'
import { plainSlip } from './slip-data'

const ID = '01a00000-0000-7000-8000-000000000001'
/** As rooms of schema 0005 and before kept a slip. */
const OLD = {
  ...{ title: 'Fern', memberId: null, chargeTo: 'group', pictureId: ID, crop: { x: 1, y: 2, w: 30, h: 40 } },
  ...{ quarter: 'auto', versionId: ID, sheet: { kind: 'cut', width: 610_000, length: 'auto' }, edge: 'borderless' },
  ...{ growth: 'accepted', centring: { kind: 'even', um: 15_000 }, placing: { mode: 'fill' } },
  ...{ anchor: { x: 0.25, y: 1 }, depth: -3, copies: 7 },
}

describe('a slip’s body out of the database', () => {
  it('of the first schema becomes one print with one piece, in the words of now', () => {
    expect(readSlipBody(OLD)).toEqual({
      ...{ title: 'Fern', memberId: null, chargeTo: 'group' },
      prints: [
        {
          ...{ id: 'first', versionId: ID, sheet: OLD.sheet, edge: 'borderless', enlargement: 'left' },
          ...{ centring: { kind: 'even', um: 15_000 }, darkness: -3, copies: 7 },
          pieces: [
            {
              ...{ id: 'first', pictureId: ID, crop: OLD.crop, quarter: 'auto', placing: { mode: 'fill' } },
              anchor: { x: 0.25, y: 1 },
            },
          ],
        },
      ],
    })
    expect(readSlipBody({ ...OLD, growth: 'cancelled' }).prints[0]?.enlargement).toBe('corrected')
  })
  it('of today comes back as it was stored', () => {
    const body = plainSlip({ title: 'Moss', copies: 2, pictureId: ID })
    expect(storedSlipBody(body).schema).toBe(SLIP_SCHEMA)
    expect(readSlipBody(JSON.parse(JSON.stringify(storedSlipBody(body))))).toEqual(body)
  })
  it.each([
    ['of a newer program', { ...storedSlipBody(plainSlip({})), schema: SLIP_SCHEMA + 1 }, /this program knows/],
    ['that is none', { schema: SLIP_SCHEMA, title: 1 }, /title/],
    ['of the first schema with a word that never was', { ...OLD, growth: 'kept' }, /growth/],
  ])('one %s is refused', (_name, json, says) => {
    expect(() => readSlipBody(json)).toThrow(says)
  })
  it('no slip is without a print, no print without a piece, and ids are not used twice', () => {
    const ok = { ...BODY, prints: [{ ...PRINT, versionId: null, pieces: [{ ...PRINT.pieces[0], pictureId: null }] }] }
    const [print] = ok.prints
    expect(slipBodySchema.safeParse(ok).success).toBe(true)
    for (const prints of [
      [],
      [print, print],
      [{ ...print, pieces: [] }],
      [{ ...print, pieces: [0, 1].map(() => print?.pieces[0]) }],
    ])
      expect(slipBodySchema.safeParse({ ...ok, prints }).success).toBe(false)
  })
})
