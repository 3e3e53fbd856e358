import type { ReadingBody } from '@/contract/tone'
import { ACTIONS } from '@/server/actions/all'
import { newId } from '@/server/db/ids'
import { TestRoom } from './room'

const A4 = { kind: 'size', sizeId: 'iso_a4_210x297mm' } as const

/** A room whose queue has an address, with a version in black-and-white. */
export async function greyRoom() {
  const room = await TestRoom.open()
  room.db.$client.exec("update queues set address = 'ipp://127.0.0.1:9/none'")
  const versionId = newId()
  room.db.$client
    .prepare(
      `insert into preset_versions (id, preset_id, number, settings, canonical, seal_hash, seal, by_id, at, why)
       select ?, preset_id, number + 1, json_set(settings, '$.colourMode', 'monochrome', '$.printerColour', null,
         '$.fileColour', json('{"kind":"untouched"}'), '$.tint', json('{"a":0,"b":0}')),
         canonical, seal_hash, 'GREY01', by_id, at, why from preset_versions order by number desc limit 1`,
    )
    .run(versionId)
  const start = (more: object = {}) =>
    room.act(ACTIONS['tone.start'], {
      ...{ versionId, sheet: A4, steps: 21, darkness: 0, place: 1, of: 1, note: '', print: true, ...more },
    } as never)
  const begun = async (more: object = {}) => {
    const made = await start(more)
    if (!made.ok) throw new Error(JSON.stringify(made.problem))
    return made.value
  }
  const read = (id: string, body: ReadingBody) => room.act(ACTIONS['tone.read'], { id, body } as never)
  return { room, versionId, start, begun, read }
}
