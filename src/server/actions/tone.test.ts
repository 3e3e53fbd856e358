import { describe, expect, it } from 'vitest'
import { documentSchema, readStored, slipBookingSchema } from '@/contract/print-job'
import type { ReadingBody } from '@/contract/tone'
import { stepOf } from '@/core/tone/wedge'
import { removedThings } from '@/server/stores/removed'
import { slipPage } from '@/server/stores/slip-page'
import { readSlip } from '@/server/stores/slips'
import { listScanners, toneChecks, toneVersions, wedgePlaces } from '@/server/stores/tone'
import { curveTable, toneBySeal } from '@/server/stores/tone-use'
import { readVersionFacts } from '@/server/stores/version-facts'
import { slipSheets } from '@/server/subjects/slip-print'
import { toneFile } from '@/server/tone/tone-file'
import { greyRoom } from '../../../test/grey-room'
import { ACTIONS } from './all'
import { stepPrint } from './prints'

const GONE = '01a00000-0000-7000-8000-00000000dead'

/** A reading of so many steps by a meter, as a printer answers. */
const metered = (answer: (d: number) => number, steps = 21): ReadingBody => ({
  ...{ kind: 'instrument', within: 0.3, instrument: 'a meter', fileName: 'a.txt' },
  patches: Array.from({ length: steps }, (_, i) => {
    const d = stepOf(i, steps)
    return { d, l: answer(d), spread: 0.08, ab: [0, 1] as const }
  }),
})
const DARK = metered((d) => 95 - 78 * d ** 0.7)

describe('a wedge', () => {
  it('goes out untouched as a proof of a slip of its own, at its own size, with its code', async () => {
    const { room, begun, versionId } = await greyRoom()
    const made = await begun()
    const job = room.db.$client.prepare('select * from print_jobs').get() as Record<string, string>
    expect(job).toMatchObject({ subject: 'wedge', outcome: 'proof', title: `Wedge ${made.code}`, sheet: 1 })
    expect(job.job_name).toContain(`wedge ${made.code}`)
    const document = readStored(documentSchema, JSON.parse(job.document ?? ''))
    expect(document).toMatchObject({ space: 'sgray', target: null, curveId: null, pictures: [{ convert: 'nothing' }] })
    const [check] = toneChecks(room.db, room.now)
    expect(check).toMatchObject({ code: made.code, seal: 'GREY01', darkness: 0, printedAt: null, readings: [] })
    expect(check?.layout).toMatchObject({ steps: 21, columns: 11, place: 1, of: 1 })
    // the page shows it at exactly the size that it was drawn for
    const [item] = document.page.items
    expect(item).toMatchObject({ kind: 'picture', quarter: 0, full: { w: check?.layout.sheet.width } })
    expect(toneVersions(room.db, room.now, null).map((v) => v.id)).toContain(versionId)
    const slip = readSlip(room.db, made.slipId)
    expect(slip?.body.title).toBe(`Wedge ${made.code}`)
    expect(slipPage(room.db, made.slipId, room.now)?.target).toMatchObject({ what: 'a wedge', where: 'Tone checks' })
    expect(await room.act(ACTIONS['slip.copy'], { id: made.slipId })).toMatchObject({
      problem: { says: [expect.stringMatching(/holds a wedge, which goes out untouched.*Tone checks/)] },
    })
  })
  it('that came out is in the log as a proof, its slip is done, and its ink begins to dry', async () => {
    const { room, begun } = await greyRoom()
    const made = await begun()
    const id = room.one<string>('select id from print_jobs')
    const step = (to: object) => room.must(stepPrint, { id, to } as never)
    await step({ state: 'sending' })
    await step({ state: 'printing', ippJobId: 1, jobUri: null, says: '' })
    await step({ state: 'done', says: '' })
    expect(room.one('select now_outcome from run_parts')).toBe('proof')
    expect(readSlip(room.db, made.slipId)?.state).toBe('done')
    const [check] = toneChecks(room.db, room.now)
    expect(check?.printedAt).toBe(room.now)
    expect((check?.dryAt ?? 0) - room.now).toBe(24 * 3_600_000)
    const places = wedgePlaces(room.db, room.one<string>('select job_name from print_jobs'), room.now)
    expect(places?.places).toHaveLength(21)
    const [first, second] = places?.places ?? []
    expect((second?.x ?? 0) - (first?.x ?? 0)).toBeCloseTo(10.5, 2)
    expect(wedgePlaces(room.db, 'no wedge', room.now)).toBeNull()
  })
  it('whose file is printed elsewhere is logged as a proof when somebody says that it came out, once', async () => {
    const { room, begun } = await greyRoom()
    const made = await begun({ print: false })
    expect(room.one('select count(*) from print_jobs')).toBe(0)
    const printed = (at: number, revision = 1) => room.act(ACTIONS['tone.printed'], { id: made.id, revision, at })
    expect(await printed(room.now + 1000)).toMatchObject({ problem: { code: 'input' } })
    expect(await printed(room.now - 5000)).toMatchObject({ ok: true })
    expect(room.one('select now_outcome from run_parts')).toBe('proof')
    expect(readSlip(room.db, made.slipId)?.state).toBe('done')
    expect(toneChecks(room.db, room.now)[0]?.printedAt).toBe(room.now - 5000)
    expect(await printed(room.now, 2)).toMatchObject({
      problem: { says: [expect.stringMatching(/in the log already/)] },
    })
    expect(room.one('select count(*) from run_parts')).toBe(1)
  })
  it('that is retired stands among removed things, and comes back with its scanner', async () => {
    const { room, begun } = await greyRoom()
    const { id, code } = await begun()
    const scanner = (await room.must(ACTIONS['scanner.add'], { name: 'flatbed', encoding: 'sRGB' })) as { id: string }
    await room.must(ACTIONS['tone.retire'], { id, revision: 1 })
    await room.must(ACTIONS['thing.retire'], { kind: 'scanner', id: scanner.id, revision: 1 })
    expect(toneChecks(room.db, room.now)).toEqual([])
    expect(listScanners(room.db)).toEqual([])
    expect(
      removedThings(room.db)
        .map((r) => [r.kind, r.name])
        .toSorted(),
    ).toEqual([
      ['scanner', 'flatbed'],
      ['tone check', code],
    ])
    await room.must(ACTIONS['tone.restore'], { id, revision: 2 })
    await room.must(ACTIONS['thing.restore'], { kind: 'scanner', id: scanner.id, revision: 2 })
    expect([toneChecks(room.db, room.now).length, listScanners(room.db).length]).toEqual([1, 1])
  })
  it('that does not fit says what it needs and what there is', async () => {
    const { room, start } = await greyRoom()
    const refused = await start({ steps: 51, of: 6, place: 2 })
    expect(refused).toMatchObject({
      problem: {
        code: 'rules',
        says: [
          expect.stringMatching(/^A wedge of 51 steps needs .* mm of printable area; a share of this sheet for 6 has/),
        ],
      },
    })
    expect(await start({ place: 3, of: 2 })).toMatchObject({ problem: { code: 'input' } })
    expect(await start({ versionId: GONE })).toMatchObject({ problem: { code: 'not_found' } })
    expect(await start({ curveId: GONE })).toMatchObject({ problem: { what: 'This curve' } })
    expect([room.one('select count(*) from wedges'), room.one('select count(*) from slips')]).toEqual([0, 1])
  })
  it('of several on one sheet each lies in its own share of it', async () => {
    const { room, begun } = await greyRoom()
    await begun({ place: 1, of: 3 })
    await begun({ place: 3, of: 3 })
    // the sheet is taken off the shelf once
    const bookings = room.db.$client.prepare('select booking from print_jobs order by rowid').pluck().all()
    const stocks = bookings.map((b) => readStored(slipBookingSchema, JSON.parse(String(b))).used.paper)
    expect(stocks).toEqual([
      { kind: 'sheet', stockId: expect.any(String) },
      { kind: 'nothing', why: 'again' },
    ])
    const [third, first] = toneChecks(room.db, room.now).map((c) => c.layout)
    expect(first?.y ?? 0).toBeLessThan((first?.sheet.length ?? 0) / 3)
    expect(third?.y ?? 0).toBeGreaterThan(((third?.sheet.length ?? 0) * 2) / 3)
  })
  it('is not printed where the printer’s own colour would change it', async () => {
    const { room, start } = await greyRoom()
    room.db.$client.exec(
      `insert into preset_versions (id, preset_id, number, settings, canonical, seal_hash, seal, by_id, at, why)
       select '${GONE}', preset_id, number + 1, json_set(settings, '$.colourMode', 'colour', '$.printerColour', 'own', '$.tint', null),
         canonical, seal_hash, 'OWN001', by_id, at, why from preset_versions order by number desc limit 1`,
    )
    expect(await start({ versionId: GONE })).toMatchObject({
      problem: { says: [expect.stringMatching(/colour is own in/)] },
    })
    expect(toneVersions(room.db, room.now, GONE).map((v) => v.id)).not.toContain(GONE)
  })
})

describe('a reading', () => {
  it('is kept beside those before it, and what is none of this wedge is refused with what is wrong', async () => {
    const { room, begun, read } = await greyRoom()
    const { id } = await begun()
    const refused = async (body: ReadingBody, says: RegExp) =>
      expect(await read(id, body)).toMatchObject({ problem: { says: [expect.stringMatching(says)] } })
    await refused(
      metered((d) => 95 - 70 * d, 20),
      /^20 patches were read, and this wedge has 21/,
    )
    await refused(
      metered((d) => 15 + 70 * d),
      /hardly differ: was the wedge read in its order/,
    )
    const bent = metered((d) => 95 - 70 * d)
    if (bent.kind !== 'instrument') throw new Error('a meter read it')
    await refused({ ...bent, patches: bent.patches.map((p) => ({ ...p, d: p.d ** 2 })) }, /are not those of this wedge/)
    await refused({ kind: 'eye', lightest: 30, deepest: 2, light: 'booth', tint: null }, /there is no patch 31/)
    const first = await read(id, DARK)
    const second = await read(id, { kind: 'eye', lightest: 1, deepest: 17, light: 'booth', tint: null })
    expect([first.ok, second.ok]).toEqual([true, true])
    const kinds = () => toneChecks(room.db, room.now)[0]?.readings.map((r) => r.body.kind)
    expect(kinds()?.toSorted()).toEqual(['eye', 'instrument'])
    if (first.ok) expect(await room.act(ACTIONS['tone.unread'], { id: first.value.id })).toMatchObject({ ok: true })
    expect(kinds()).toEqual(['eye'])
    expect(await read(GONE, DARK)).toMatchObject({ problem: { what: 'This tone check' } })
  })
})

describe('a curve', () => {
  it('is bound to its seal and darkness: their prints go through it, and no others', async () => {
    const { room, begun, read, versionId } = await greyRoom()
    const { id } = await begun()
    const reading = await read(id, DARK)
    if (!reading.ok) throw new Error('not read')
    const bound = await room.act(ACTIONS['tone.bind'], { readingId: reading.value.id, strength: 1000 })
    if (!bound.ok) throw new Error(JSON.stringify(bound.problem))
    const table = curveTable(room.db, bound.value.id) ?? []
    // it printed too dark: less is sent in the middle
    expect([table[0], (table[2048] ?? 0) < 30_000, table.at(-1)]).toEqual([0, true, 65_535])
    expect(toneBySeal(room.db)('GREY01')).toMatchObject({
      checks: [{ number: 1, darkness: 0 }],
      curves: [{ id: bound.value.id, darkness: 0, strength: 1 }],
      since: null,
    })
    const facts = readVersionFacts(room.db, versionId, room.now)
    expect(facts.ok && facts.value.tone?.curves.map((c) => c.id)).toEqual([bound.value.id])
    const other = await room.act(ACTIONS['tone.bind'], { readingId: reading.value.id, strength: 500 })
    if (!other.ok) throw new Error('not bound')
    expect(toneBySeal(room.db)('GREY01').curves.map((c) => [c.id, c.strength])).toEqual([[other.value.id, 0.5]])
    await room.must(ACTIONS['tone.unbind'], { id: other.value.id })
    expect(toneBySeal(room.db)('GREY01').curves).toEqual([])
    expect(await room.act(ACTIONS['tone.unbind'], { id: other.value.id })).toMatchObject({ ok: false })
    // what is under way keeps the curve that it was pressed with
    expect(curveTable(room.db, other.value.id)).toHaveLength(4097)
  })
  it('of a wet print or an unchecked scan is asked about, and its prints carry the caution', async () => {
    const { room, begun, read } = await greyRoom()
    const { id } = await begun({ print: false })
    await room.must(ACTIONS['tone.printed'], { id, revision: 1, at: room.now })
    room.now += 3_600_000
    const scan = await read(id, {
      ...{ kind: 'scan', within: 6, encoding: 'sRGB', scannerId: null, anchor: null, fileName: 's.jpg' },
      patches: DARK.kind === 'instrument' ? DARK.patches : [],
      light: Array.from({ length: 21 }, (_, i) => 0.8 - 0.035 * i),
    })
    if (!scan.ok) throw new Error(JSON.stringify(scan.problem))
    const { uses } = await room.knowingly(ACTIONS['tone.bind'], { readingId: scan.value.id, strength: 1000 })
    expect(uses).toEqual([
      'Its wedge was read before it was dry.',
      expect.stringMatching(/^Its wedge was read by a scanner that was never checked against a meter/),
    ])
    expect(toneBySeal(room.db)('GREY01').curves).toMatchObject([{ doubts: ['wet', 'unchecked scan'] }])
    // dry, and by a meter: nothing is asked
    room.now += 24 * 3_600_000
    const meter = await read(id, DARK)
    if (!meter.ok) throw new Error('not read')
    expect(await room.act(ACTIONS['tone.bind'], { readingId: meter.value.id, strength: 1000 })).toMatchObject({
      ok: true,
    })
    expect(toneBySeal(room.db)('GREY01').curves[0]).not.toHaveProperty('doubts')
  })
  it('is not made of what an eye saw, nor of a wedge that went through one; that wedge goes through it', async () => {
    const { room, begun, read } = await greyRoom()
    const { id } = await begun()
    const eye = await read(id, { kind: 'eye', lightest: 1, deepest: 17, light: 'booth', tint: null })
    const reading = await read(id, DARK)
    if (!eye.ok || !reading.ok) throw new Error('not read')
    expect(await room.act(ACTIONS['tone.bind'], { readingId: eye.value.id, strength: 1000 })).toMatchObject({
      problem: { says: [expect.stringMatching(/measures no lightness/)] },
    })
    const bound = await room.act(ACTIONS['tone.bind'], { readingId: reading.value.id, strength: 1000 })
    if (!bound.ok) throw new Error('not bound')
    const again = await begun({ curveId: bound.value.id })
    const newest = room.one<string>('select document from print_jobs order by rowid desc limit 1')
    expect(readStored(documentSchema, JSON.parse(newest)).curveId).toBe(bound.value.id)
    const left = await read(
      again.id,
      metered((d) => 95 - 78 * d),
    )
    if (!left.ok) throw new Error('not read')
    expect(await room.act(ACTIONS['tone.bind'], { readingId: left.value.id, strength: 1000 })).toMatchObject({
      problem: { says: [expect.stringMatching(/went through a curve already/)] },
    })
    expect(toneBySeal(room.db)('GREY01').checks).toHaveLength(1)
  })
  it('is what a slip in black-and-white is sent with, at its own darkness alone', async () => {
    const { room, begun, read, versionId } = await greyRoom()
    const { id, slipId } = await begun()
    const reading = await read(id, DARK)
    if (!reading.ok) throw new Error('not read')
    const bound = await room.must(ACTIONS['tone.bind'], { readingId: reading.value.id, strength: 1000 })
    const slip = readSlip(room.db, slipId)
    const facts = readVersionFacts(room.db, versionId, room.now)
    if (!slip || !facts.ok) throw new Error('there is a slip')
    const { printableForFile } = await import('@/server/books/printable')
    // the wedge's own slip is held: another one with the same picture
    const copy = await room.must(ACTIONS['slip.add'], { body: { ...slip.body, title: 'moon' } } as never)
    const sent = (darkness: number) => {
      const plain = readSlip(room.db, (copy as { id: string }).id)
      const [print] = plain?.body.prints ?? []
      if (!plain || !print) throw new Error('there is a print')
      const body = { ...plain.body, prints: [{ ...print, darkness }] }
      const ready = printableForFile(room.db, { ...plain, body }, print.id, room.now)
      if (!ready.ok) throw new Error(JSON.stringify(ready.problem))
      const sheets = slipSheets(room.db, { ...plain, body }, ready.value, [], 1)
      return sheets.ok ? sheets.value[0]?.document.curveId : sheets.problem
    }
    expect([sent(0), sent(2)]).toEqual([(bound as { id: string }).id, null])
  })
  it('in use keeps its wedge and its reading from being put away: the prints would lose it without a word', async () => {
    const { room, begun, read } = await greyRoom()
    const { id, code } = await begun()
    const reading = await read(id, DARK)
    if (!reading.ok) throw new Error('not read')
    const bound = (await room.must(ACTIONS['tone.bind'], { readingId: reading.value.id, strength: 1000 })) as {
      id: string
    }
    const curves = () => toneBySeal(room.db)('GREY01').curves.map((c) => c.id)
    const refused = { problem: { says: [`The curve of wedge ${code} is in use: take it back first.`] } }
    expect(await room.act(ACTIONS['tone.retire'], { id, revision: 1 })).toMatchObject(refused)
    expect(await room.act(ACTIONS['tone.unread'], { id: reading.value.id })).toMatchObject(refused)
    expect(curves()).toEqual([bound.id])
    await room.must(ACTIONS['tone.unbind'], { id: bound.id })
    expect(await room.act(ACTIONS['tone.unread'], { id: reading.value.id })).toMatchObject({ ok: true })
    expect(await room.act(ACTIONS['tone.retire'], { id, revision: 1 })).toMatchObject({ ok: true })
  })
  it('is stale once the heads were changed', async () => {
    const { room, begun, read } = await greyRoom()
    const { id } = await begun()
    await read(id, DARK)
    const printerId = room.one<string>('select printer_id from queues')
    room.now += 3_600_000
    await room.must(ACTIONS['upkeep.log'], { printerId, kind: 'head change', note: '', at: null } as never)
    expect(toneBySeal(room.db)('GREY01').since).toBe('head change')
  })
})

describe('a scanner', () => {
  it('is known once one wedge was read by it and by a meter', async () => {
    const { room, begun, read } = await greyRoom()
    const { id } = await begun()
    const scanner = (await room.must(ACTIONS['scanner.add'], { name: 'by the window', encoding: 'sRGB' })) as {
      id: string
    }
    const scan = await read(id, {
      ...{ kind: 'scan', within: 6, encoding: 'sRGB', scannerId: scanner.id, anchor: null, fileName: 's.jpg' },
      patches: DARK.kind === 'instrument' ? DARK.patches : [],
      light: Array.from({ length: 21 }, (_, i) => 0.8 - 0.035 * i),
    })
    const meter = await read(id, DARK)
    if (!scan.ok || !meter.ok) throw new Error('not read')
    const check = (scanId: string, instrumentId: string) =>
      room.act(ACTIONS['scanner.check'], { id: scanner.id, revision: 1, scanId, instrumentId })
    expect(await check(meter.value.id, scan.value.id)).toMatchObject({ problem: { what: 'This pair of readings' } })
    expect(await check(scan.value.id, meter.value.id)).toMatchObject({ ok: true })
    const [known] = listScanners(room.db)
    expect(known?.curve?.points).toHaveLength(21)
    expect(known?.curve?.points[0]).toEqual({ light: 0.8, l: 95 })
    // checks were read with it: who retires it is told which
    expect(await room.act(ACTIONS['thing.retire'], { kind: 'scanner', id: scanner.id, revision: 2 })).toMatchObject({
      problem: { code: 'asks', uses: [expect.stringMatching(/^1 tone check was read with it: \d+\.$/)] },
    })
    const other = await begun()
    const elsewhere = await read(other.id, DARK)
    if (!elsewhere.ok) throw new Error('not read')
    expect(
      await room.act(ACTIONS['scanner.check'], {
        ...{ id: scanner.id, revision: 2, scanId: scan.value.id, instrumentId: elsewhere.value.id },
      }),
    ).toMatchObject({ problem: { says: [expect.stringMatching(/needs the same wedge/)] } })
  })
})

describe('files of a tone check', () => {
  it('are its wedge in three formats, its curve, its readings, its grey profile', async () => {
    const { room, begun, read } = await greyRoom()
    const { id, code } = await begun()
    const file = (name: string, strength = 1000) => toneFile(room.db, id, name, strength, room.now)
    expect([await file('curve.csv'), await file('readings.txt'), await file('grey.icc')]).toEqual([null, null, null])
    await read(id, DARK)
    const start = async (name: string): Promise<string> =>
      Buffer.from((await file(name))?.bytes ?? []).toString('latin1')
    expect((await start('wedge.png')).slice(1, 4)).toBe('PNG')
    expect((await start('wedge.tif')).slice(0, 2)).toBe('II')
    expect((await start('wedge.pdf')).slice(0, 5)).toBe('%PDF-')
    const csv = (await start('curve.csv')).split('\r\n')
    expect([csv[0], csv[1], csv.length]).toEqual(['asked %,sent %', '0.000,0.000', 258])
    const half = Buffer.from((await file('curve.csv', 0))?.bytes ?? [])
      .toString('latin1')
      .split('\r\n')
    expect(half[129]).toMatch(/^50\.196,50\.1/)
    expect(await start('readings.txt')).toContain(`WEDGE\t"${code}"`)
    expect((await start('grey.icc')).slice(12, 20)).toBe('prtrGRAY')
    expect(await file('nothing.txt')).toBeNull()
    expect(await toneFile(room.db, GONE, 'wedge.png', 1000, room.now)).toBeNull()
  })
})
