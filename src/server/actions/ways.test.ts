import { describe, expect, it } from 'vitest'
import { readStored, slipBookingSchema, storedJson } from '@/contract/print-job'
import { plainSlip } from '@/contract/slip-data'
import { bookingOf, printableForFile } from '@/server/books/printable'
import { slipsInGrey } from '@/server/stores/grey-sets'
import { wayChosen } from '@/server/stores/paper-deeds'
import { readSlip } from '@/server/stores/slips'
import { greyRoom } from '../../../test/grey-room'
import { ACTIONS } from './all'

const A4 = { kind: 'size', sizeId: 'iso_a4_210x297mm' } as const
const GONE = '01a00000-0000-7000-8000-00000000dead'

describe('a proof sheet of ways', () => {
  const made = async () => {
    const { room, versionId } = await greyRoom()
    const first = room.one<string>("select id from preset_versions where seal <> 'GREY01' limit 1")
    const pictureId = room.picture(1200, 800)
    const ask = (more: object = {}) =>
      room.act(ACTIONS['tone.ways'], {
        ...{ pictureId, sheet: A4 },
        ways: [
          { versionId, darkness: -2 },
          { versionId, darkness: 0, grey: 'red filter' },
          { versionId: first, darkness: 3 },
        ],
        ...more,
      } as never)
    return { room, versionId, first, ask }
  }
  it('is a slip with a labelled print for each way, apart on one sheet that is taken off the shelf once', async () => {
    const { room, ask } = await made()
    const result = await ask()
    if (!result.ok) throw new Error(JSON.stringify(result.problem))
    const slip = readSlip(room.db, result.value.id)
    if (!slip) throw new Error('there is a slip')
    const laid = slip.body.prints.map((print) => {
      const ready = printableForFile(room.db, slip, print.id, room.now)
      if (!ready.ok) throw new Error(JSON.stringify(ready.problem))
      const [item, label] = ready.value.outcome.page.items
      if (item?.kind !== 'picture' || label?.kind !== 'text') throw new Error('a picture with its label')
      const { used } = readStored(slipBookingSchema, storedJson(bookingOf(room.db, slip, ready.value, [])))
      return { item: item.window, label, paper: used.paper, charge: ready.value.outcome.charge }
    })
    expect(slip.body.prints.map((p) => [p.darkness, p.grey, p.again])).toEqual([
      [-2, undefined, undefined],
      [0, 'red filter', true],
      // colour inks know no darkness
      [0, undefined, true],
    ])
    expect(laid.map((l) => l.label.text)).toEqual([
      expect.stringMatching(/^1\. .*, monochrome, darkness −2, seal GREY01$/),
      expect.stringMatching(/^2\. .*, monochrome, darkness 0, seal GREY01$/),
      expect.stringMatching(/^3\. .*, colour inks.*, seal [0-9A-Z]{6}$/),
    ])
    for (const [i, a] of laid.entries()) {
      expect(a.label.at.y).toBeGreaterThan(a.item.y + a.item.h)
      for (const b of laid.slice(i + 1)) expect(b.item.y >= a.label.at.y || b.item.x >= a.item.x + a.item.w).toBe(true)
    }
    const again = { kind: 'nothing', why: 'again' }
    expect(laid.map((l) => l.paper)).toEqual([{ kind: 'sheet', stockId: expect.any(String) }, again, again])
    const paper = laid.map((l) => l.charge?.lines.find((c) => c.what === 'paper')?.amount)
    expect([Number(paper[0]) > 0, paper[1], paper[2]]).toEqual([true, 0, 0])
  })
  it('a way that came out can be chosen on its paper, with its run and what stands below it', async () => {
    const { room, ask } = await made()
    const result = await ask()
    if (!result.ok) throw new Error(JSON.stringify(result.problem))
    const { id } = result.value
    const slip = readSlip(room.db, id)
    const [first, second] = slip?.body.prints ?? []
    const paperId = room.one<string>('select id from papers')
    const chosen = (print: string | undefined, paper = paperId) => wayChosen(room.db, paper, `${id}.${print}`)
    expect(chosen(second?.id)).toBeNull()
    await room.must(ACTIONS['run.log'], {
      ...{ slipId: id, revision: 1, outcome: 'proof', cause: null, note: '' },
      prints: [{ printId: second?.id ?? '', copies: 1, answers: [] }],
    } as never)
    expect(chosen(second?.id)).toMatchObject({
      run: { number: 1, outcome: 'proof', mediaSettingId: expect.any(String) },
      says: second?.label,
    })
    expect([chosen(first?.id), chosen(second?.id, GONE), wayChosen(room.db, paperId, 'nothing')]).toEqual([
      null,
      null,
      null,
    ])
    // its paper was counted with the first, and what is loaded stays as it is noted
    expect(room.one('select paper_um2 from run_parts')).toBe(0)
    expect(room.one('select count(*) from loads where stock_id is null')).toBe(0)
    room.db.$client.exec("update run_parts set now_outcome = 'not printed'")
    expect(chosen(second?.id)).toBeNull()
  })
  it('refuses what is not there, and too many for a sheet', async () => {
    const { room, versionId, ask } = await made()
    const before = room.one('select count(*) from slips')
    expect(await ask({ pictureId: GONE })).toMatchObject({ problem: { what: 'This picture' } })
    expect(await ask({ ways: [{ versionId, darkness: 0 }] })).toMatchObject({ problem: { code: 'input' } })
    expect(await ask({ ways: [0, 1].map(() => ({ versionId: GONE, darkness: 0 })) })).toMatchObject({
      problem: { code: 'not_found' },
    })
    const wide = room.picture(20_000, 900)
    expect(await ask({ pictureId: wide })).toMatchObject({
      problem: { says: [expect.stringMatching(/too small to judge/)] },
    })
    expect(room.one('select count(*) from slips')).toBe(before)
  })
})

describe('a row of tints', () => {
  it('is a strip for each neighbouring tint, labelled, apart on one sheet; the set one in their middle', async () => {
    const { room, versionId } = await greyRoom()
    const made = await room.act(ACTIONS['tone.tints'], { versionId, sheet: A4, axis: 'b' } as never)
    if (!made.ok) throw new Error(JSON.stringify(made.problem))
    const slip = readSlip(room.db, made.value.id)
    expect(slip?.body.title).toMatch(/^Tints beside 0, 0, /)
    expect(slip?.body.prints.map((p) => [p.label, p.again ?? false])).toEqual([
      ['tint 0, −2: set it at the printer', false],
      ['tint 0, −1: set it at the printer', true],
      ['tint 0, 0: set it at the printer', true],
      ['tint 0, 1: set it at the printer', true],
      ['tint 0, 2: set it at the printer', true],
    ])
    const windows = (slip?.body.prints ?? []).map((print) => {
      const ready = slip && printableForFile(room.db, slip, print.id, room.now)
      if (!ready?.ok) throw new Error('it can be printed')
      const [item, label] = ready.value.outcome.page.items
      if (item?.kind !== 'picture' || label?.kind !== 'text') throw new Error('a strip with its label')
      return { ...item.window, label: label.at.y }
    })
    for (const [i, w] of windows.entries()) {
      const next = windows[i + 1]
      if (next) expect(next.y).toBeGreaterThan(w.label)
    }
  })
  it('needs a tint, and a sheet that holds it', async () => {
    const { room, versionId } = await greyRoom()
    const colour = room.one<string>("select id from preset_versions where seal <> 'GREY01' limit 1")
    expect(await room.act(ACTIONS['tone.tints'], { versionId: colour, sheet: A4, axis: 'a' } as never)).toMatchObject({
      problem: { says: [expect.stringMatching(/does not print in monochrome with a tint/)] },
    })
    const small = { kind: 'size', sizeId: 'iso_a6_105x148mm' }
    expect(await room.act(ACTIONS['tone.tints'], { versionId, sheet: small, axis: 'a' } as never)).toMatchObject({
      ok: false,
    })
  })
})

describe('a set over slips', () => {
  it('lists pictures in black-and-white with what holds them together; labelled ways and colour are none of it', async () => {
    const { room, versionId } = await greyRoom()
    const colour = room.one<string>("select id from preset_versions where seal <> 'GREY01' limit 1")
    const pictureId = room.picture(1200, 800)
    const add = async (version: string, darkness = 0) =>
      (
        await room.must(ACTIONS['slip.add'], {
          body: plainSlip({ title: 'Fern', pictureId, versionId: version, sheet: A4, darkness, copies: 1, quarter: 0 }),
        } as never)
      ).id
    const [grey] = [await add(versionId, -2), await add(colour)]
    await room.must(ACTIONS['tone.ways'], {
      ...{ pictureId, sheet: A4 },
      ways: [0, 1].map((darkness) => ({ versionId, darkness, grey: null })),
    } as never)
    const listed = () => slipsInGrey(room.db, room.now, [])
    expect(listed()).toMatchObject([
      {
        id: grey,
        title: 'Fern',
        prints: [{ pictureId, version: 2, darkness: '−2', of: { darkness: -2, curve: null } }],
      },
    ])
    room.db.$client.prepare("update slips set state = 'withdrawn' where id = ?").run(grey)
    expect(listed()).toEqual([])
    expect(slipsInGrey(room.db, room.now, [grey, GONE])).toHaveLength(1)
  })
})
