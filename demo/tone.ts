import type { ReadingBody } from '@/contract/tone'
import { stepOf } from '@/core/tone/wedge'
import { ACTIONS } from '@/server/actions/all'
import type { Db } from '@/server/db/open'
import type { Do } from './doing'

const DAY = 86_400_000
const STEPS = 21

/** How cotton prints in black-and-white with the tint of each of its versions: as a meter read it. */
const READ = [
  { version: 1, daysAgo: 38, gamma: 0.78, black: 18.4, tint: [1.1, 2.6], note: 'lent meter of the school' },
  { version: 2, daysAgo: 9, gamma: 0.8, black: 18.1, tint: [1.2, 3.5], note: '' },
] as const

const tenth = (v: number): number => Math.round(v * 100) / 100

/** A meter's reading of a wedge on warm cotton: the tint is strongest in the middle. */
function readingOf(r: (typeof READ)[number], random: () => number): ReadingBody {
  const chance = (): number => 0.08 * (random() + random() + random() - 1.5)
  const [white, a, b] = [96.3, 0.4, 2.9]
  return {
    ...{ kind: 'instrument', within: 0.3, instrument: 'meter, aperture 4.5 mm', fileName: `cotton v${r.version}.txt` },
    patches: Array.from({ length: STEPS }, (_, i) => {
      const d = stepOf(i, STEPS)
      const middle = 4 * d * (1 - d)
      return {
        ...{ d, l: tenth(white - (white - r.black) * d ** r.gamma + chance()), spread: 0.08 },
        ab: [tenth(a * (1 - d) + r.tint[0] * middle + chance()), tenth(b * (1 - d) + r.tint[1] * middle + chance())],
      }
    }),
  }
}

/** Two tone checks of the warm grey on cotton, one for each tint that was tried; the later one's curve is bound. */
export async function fillTone(act: Do, db: Db, now: number, random: () => number): Promise<void> {
  for (const r of READ) {
    const { id: versionId } = db.$client
      .prepare(
        `select v.id from preset_versions v join presets p on p.id = v.preset_id
         where p.name = 'Otter, Saltmarsh Cotton, warm grey' and v.number = ?`,
      )
      .get(r.version) as { id: string }
    const at = now - r.daysAgo * DAY
    const { id } = await act(
      ACTIONS['tone.start'],
      {
        ...{ versionId, sheet: { kind: 'size' as const, sizeId: 'iso_a3_297x420mm' }, steps: 21 as const, darkness: 0 },
        ...{ place: 1, of: 1, note: r.note, print: false },
      },
      at,
    )
    await act(ACTIONS['tone.printed'], { id, revision: 1, at }, at)
    const body = readingOf(r, random)
    const reading = await act(ACTIONS['tone.read'], { id, body: structuredClone(body) as never }, at + 2 * DAY)
    if (r === READ.at(-1)) await act(ACTIONS['tone.bind'], { readingId: reading.id, strength: 900 }, at + 2 * DAY)
  }
  await act(ACTIONS['scanner.add'], { name: 'the flatbed by the door', encoding: 'sRGB' }, now - 30 * DAY)
}
