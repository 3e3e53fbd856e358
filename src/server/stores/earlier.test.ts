import { describe, expect, it } from 'vitest'
import { TestRoom } from '../../../test/room'
import { earlierPrints } from './earlier'

/** A room in which a picture was printed on one slip; the same file came in again as another picture. */
async function twice() {
  const room = await TestRoom.open()
  const [first, again] = [room.picture(), room.picture()]
  const slip = await room.slip({ pictureId: first, darkness: -2, title: 'Fern' })
  const told = (slipId = '', picture = again) => earlierPrints(room.db, [picture], slipId)[picture] ?? []
  return { room, first, again, slip, told }
}

describe('a picture that came in before', () => {
  it('says how it was printed, and what was asked', async () => {
    const { room, first, slip, told } = await twice()
    await room.log(slip, 'good')
    expect(told()).toMatchObject([
      {
        ...{ outcome: 'good', sizeName: 'A4', presetName: room.one('select name from presets'), versionNumber: 1 },
        ...{ retired: false, width: 210_000, length: 297_000 },
        print: { darkness: -2, copies: 1, pieces: [{ pictureId: first }] },
      },
    ])
  })
  it('each way is told once, the newest first, and what is not known not at all', async () => {
    const { room, again, slip, told } = await twice()
    await room.log(slip, 'good', 3)
    expect(told()).toMatchObject([{ times: 3 }])
    // the same way on another slip, and another darkness
    await room.log(await room.slip({ pictureId: again, darkness: -2 }), 'good')
    expect(told()).toMatchObject([{ times: 4 }])
    await room.log(await room.slip({ pictureId: again }), 'good')
    expect(
      told()
        .map((e) => [e.print?.darkness, e.times])
        .toSorted(),
    ).toEqual([
      [-2, 4],
      [0, 1],
    ])
    room.now += 1000
    await room.log(await room.slip({ pictureId: again }), 'spoiled')
    expect(told().map((e) => [e.outcome, e.cause])).toEqual([
      ['spoiled', 'banding'],
      ['good', null],
      ['good', null],
    ])
    room.db.$client.prepare("update run_parts set now_outcome = 'not known', now_cause = null where copy = 1").run()
    expect(told()).toMatchObject([{ outcome: 'good', times: 2 }])
  })
  it('nothing is told of its own slip, of other files, or of another picture of the same file', async () => {
    const { room, first, again, slip, told } = await twice()
    await room.log(slip, 'good')
    expect(told(slip.id)).toEqual([])
    expect(told('', first)).toHaveLength(1)
    room.db.$client.prepare("update pictures set sha = 'other' where id = ?").run(again)
    expect(told()).toEqual([])
    room.db.$client.prepare("update pictures set sha = 'x', page = 1 where id = ?").run(again)
    expect(told()).toEqual([])
  })
  it('a preset that was removed is said', async () => {
    const { room, slip, told } = await twice()
    await room.log(slip, 'good')
    room.db.$client.prepare('update presets set retired_at = ?').run(room.now)
    expect(told()[0]?.retired).toBe(true)
  })
})
