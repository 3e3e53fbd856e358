import { Readable } from 'node:stream'
import sharp from 'sharp'
import { fromMm, um } from '@/core/length/length'
import type { Light } from '@/core/paper/trial'
import { ACTIONS } from '@/server/actions/all'
import { addPicture } from '@/server/actions/pictures'
import type { Db } from '@/server/db/open'
import { receive } from '@/server/files/files'
import type { Do } from './doing'
import { patches } from './draw/target'

const DAY = 86_400_000
const HOUR = 3_600_000

const SCREENS = [
  { name: 'Desk by the door', brightness: 105, white: 6400, daysAgo: 9 },
  { name: 'Laptop of the guild', brightness: 185, white: 7100, daysAgo: 61 },
] as const

type DemoTrial = {
  readonly paper: string
  readonly queue: string
  readonly setting: string
  readonly light: Light
  readonly screen: string | null
  readonly seen: string
  readonly kept: 'kept' | 'not kept' | 'not decided'
  readonly daysAgo: number
  /** hours after it was printed */
  readonly after: number
  readonly printed: string
}

const TRIALS: readonly DemoTrial[] = [
  {
    ...{ paper: 'Fenland Matte', queue: 'Otter, photo', setting: 'Matte A', daysAgo: 170, after: 30 },
    ...{ light: 'viewing booth', screen: null, kept: 'not kept', printed: 'the moon strip' },
    seen: 'The shadows close up below a quarter; the back of the hand picks ink off the darkest square.',
  },
  {
    ...{ paper: 'Fenland Matte', queue: 'Otter, photo', setting: 'Matte B', daysAgo: 169, after: 28 },
    ...{ light: 'viewing booth', screen: null, kept: 'kept', printed: 'the moon strip' },
    seen: 'As black as Matte A, dry to the touch after a night, two more steps in the shadows.',
  },
  {
    ...{ paper: 'Dune Lustre 235', queue: 'Otter, photo', setting: 'Lustre', daysAgo: 158, after: 26 },
    ...{ light: 'window at noon', screen: 'Desk by the door', kept: 'kept', printed: 'estuary, A4' },
    seen: 'Even, no veil at a slant; the greens of the reeds hold.',
  },
  {
    ...{ paper: 'Fenland Matte', queue: 'Otter, office', setting: 'Matte A', daysAgo: 20, after: 1 },
    ...{ light: 'room lamps', screen: 'Laptop of the guild', kept: 'not decided', printed: 'a poster for the door' },
    seen: 'Looks warm and a little dark. To be looked at again by day.',
  },
]

/** What was found otherwise at a dialog: long ago and put right, and lately. */
const READ_BACKS = [
  { queue: 'Otter, photo', paper: 'Fenland Matte', daysAgo: 90, found: [['Level', 'Fine', 'Quick']], settled: true },
  { queue: 'Otter, photo', paper: 'Fenland Matte', daysAgo: 12, found: [['Fit to page', 'off', 'on']], settled: true },
] as const

/** A paper that came in this week: on its way from box to card, one step of it left out. */
const NEW_PAPER = {
  ...{ maker: 'Mill at Low Fen', name: 'Sedge Matte 180', surface: 'matte', weight: 180, thickness: um(235) },
  note: 'A sample pack. Whether it is worth its price is to be found out.',
}

/** A chart that a service measures, as its file came, with a word of the maker at the paper. */
async function fillOutside(act: Do, folder: string, paperId: string, now: number): Promise<void> {
  const { data, width, height } = patches(20, 26, 100)
  const ppi = 300
  const tiff = await sharp(data, { raw: { width, height, channels: 3 } })
    .tiff({ compression: 'deflate', xres: ppi / 25.4, yres: ppi / 25.4 })
    .toBuffer()
  const received = await receive(folder, Readable.from([tiff]), 1e8)
  const { id: pictureId } = await act(addPicture, { name: 'tidewater-520.tif', received }, now - 40 * DAY)
  await act(
    ACTIONS['target.add'],
    {
      ...{ name: 'Tidewater 520', service: 'Tidewater Profiles', pictureId, ppi: null },
      instructions:
        'The printer’s colour off, one sheet at the quality that will be used. Dry flat for a day, send it unfolded.',
    },
    now - 40 * DAY,
  )
  const says =
    'Feed it the marked side up. Coated for pigment inks; let prints breathe for a day before they are framed.'
  await act(ACTIONS['note.add'], { paperId, says, source: 'the leaflet in the box' }, now - 160 * DAY)
}

async function fillNewPaper(act: Do, queueId: string, now: number): Promise<void> {
  const { id: paperId } = await act(ACTIONS['paper.add'], NEW_PAPER, now - 5 * DAY)
  const a4 = { width: fromMm(210), length: fromMm(297) }
  await act(
    ACTIONS['stock.add'],
    { paperId, kind: 'sheet', ...a4, pack: 25, price: 1650, count: 25 },
    now - 5 * DAY + HOUR,
  )
  const { id } = await act(ACTIONS['path.begin'], { paperId, queueId }, now - 4 * DAY)
  const says = 'As thick as Fenland Matte within a hundredth, and that was checked in this feed.'
  await act(ACTIONS['path.say'], { id, revision: 1, step: 'edges', state: 'skipped', says }, now - 4 * DAY + HOUR)
}

/** Screens of the room, what was tried on its papers, and cards that were read back. */
export async function fillKnowHow(act: Do, db: Db, folder: string, now: number): Promise<void> {
  const one = (sql: string, ...values: readonly unknown[]): string => {
    const found = db.$client
      .prepare(sql)
      .pluck()
      .get(...values)
    if (found === undefined) throw new Error(`the demo asks for ${values.join(', ')}, which was not made`)
    return String(found)
  }
  const screens = new Map<string, string>()
  for (const { name, brightness, white, daysAgo } of SCREENS) {
    const { id } = await act(ACTIONS['screen.add'], { name }, now - 175 * DAY)
    screens.set(name, id)
    // measured before the first trial that was held against it, and again since
    for (const at of [now - 172 * DAY, now - daysAgo * DAY])
      await act(ACTIONS['screen.measure'], { id, brightness, white, instrument: 'the club’s colorimeter' }, at)
  }
  for (const { paper, queue, setting, screen, daysAgo, after, ...said } of TRIALS) {
    const queueId = one('select id from queues where name = ?', queue)
    await act(
      ACTIONS['trial.add'],
      {
        ...{ ...said, queueId, screenId: screen === null ? null : (screens.get(screen) ?? null) },
        paperId: one('select id from papers where name = ?', paper),
        mediaSettingId: one(
          "select json_extract(m.value, '$.id') from queues q, json_each(q.facts, '$.mediaSettings') m where q.id = ? and json_extract(m.value, '$.name') = ?",
          queueId,
          setting,
        ),
        printedAt: now - daysAgo * DAY - after * HOUR,
      },
      now - daysAgo * DAY,
    )
  }
  await fillOutside(act, folder, one('select id from papers where name = ?', 'Fenland Matte'), now)
  await fillNewPaper(act, one('select id from queues where name = ?', 'Otter, photo'), now)
  // each profile was made with what is printed by now
  const made = db.$client
    .prepare(
      "select p.id, v.seal from profiles p join preset_versions v on json_extract(v.settings, '$.fileColour.profileId') = p.id where v.number = (select max(w.number) from preset_versions w where w.preset_id = v.preset_id)",
    )
    .all() as readonly { readonly id: string; readonly seal: string }[]
  for (const { id, seal } of made) await act(ACTIONS['profile.bind'], { id, seal, made: true }, now - 150 * DAY)
  for (const { queue, paper, daysAgo, found, settled } of READ_BACKS) {
    const at = now - daysAgo * DAY
    const versionId = one(
      "select v.id from preset_versions v where json_extract(v.settings, '$.queueId') = (select id from queues where name = ?) and json_extract(v.settings, '$.paperId') = (select id from papers where name = ?) and v.at < ? order by v.at desc",
      ...[queue, paper, at],
    )
    const said = found.map(([label, expected, is]) => ({ label, expected, found: is }))
    const { id } = await act(ACTIONS['read-back.log'], { versionId, found: said }, at)
    if (settled) await act(ACTIONS['read-back.settle'], { id }, at + HOUR)
  }
}
