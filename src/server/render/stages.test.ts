import { describe, expect, it } from 'vitest'
import { matrixProfile, WIDE } from '../../../demo/icc'
import { openStages, type Treatment, through } from './stages'

const NOTHING: Treatment = { convert: 'nothing', target: null, grey: null, curve: null }
const open = async (channels: 1 | 3, bytes: 1 | 2, how: Partial<Treatment>) => {
  const stages = await openStages({ name: 'p', channels, bytes, icc: null }, { ...NOTHING, ...how })
  if (!stages.ok) throw new Error(JSON.stringify(stages.problem))
  return stages.value
}
/** Half of what is asked for is sent. */
const HALF = [0, 16_384, 32_768]

describe('the stages that a picture goes through', () => {
  it('leave what was converted to a printer’s profile as it is: it is no light any more', async () => {
    const target = {
      profile: matrixProfile('fen', WIDE, 2),
      name: 'fen',
      intent: 'relative',
      blackPoint: true,
    } as const
    const stages = await open(3, 1, { convert: 'to the profile', target, grey: 'as light' })
    expect(stages.map((s) => s.channels)).toEqual([3])
    for (const s of stages) s.close()
  })
  it('are none where nothing is to be done', async () => {
    expect(await open(1, 1, {})).toEqual([])
    expect(await open(3, 2, { grey: null, curve: HALF })).toEqual([])
    expect(await open(1, 2, { grey: 'as light' })).toEqual([])
  })
  it('a curve works on black asked for, in 16 bits, from 8 and from 16', async () => {
    const eight = await open(1, 1, { curve: HALF })
    expect(eight.map((s) => [s.channels, s.bytes])).toEqual([[1, 2]])
    expect([...through(eight, Uint8Array.from([255, 0, 128]))]).toEqual([65_535, 32_767, 49_215])
    const sixteen = await open(1, 2, { curve: HALF })
    expect([...through(sixteen, Uint16Array.from([65_535, 0, 32_767]))]).toEqual([65_535, 32_767, 49_151])
    // neighbours of 8 bits stay apart
    const all = through(
      eight,
      Uint8Array.from({ length: 256 }, (_, i) => i),
    )
    expect(new Set(all).size).toBe(256)
  })
  it('colours become grey by their light, and go through the curve then', async () => {
    const grey = await open(3, 1, { grey: 'as light' })
    const [white, black, red, green, blue] = through(
      grey,
      Uint8Array.from([255, 255, 255, 0, 0, 0, 255, 0, 0, 0, 255, 0, 0, 0, 255]),
    )
    expect([white, black]).toEqual([65_535, 0])
    const encoded = (y: number): number => Math.round(65_535 * (1.055 * y ** (1 / 2.4) - 0.055))
    for (const [is, y] of [
      [red, 0.2126],
      [green, 0.7152],
      [blue, 0.0722],
    ] as const)
      expect(Math.abs((is ?? 0) - encoded(y))).toBeLessThan(4)
    const filtered = await open(3, 1, { grey: 'red filter' })
    const through3 = through(filtered, Uint8Array.from([255, 0, 0]))
    expect(Math.abs((through3[0] ?? 0) - encoded(0.8))).toBeLessThan(4)
    const both = await open(3, 1, { grey: 'as light', curve: HALF })
    expect([...through(both, Uint8Array.from([0, 0, 0, 255, 255, 255]))]).toEqual([32_767, 65_535])
    // a neutral colour stays as light as it was
    const [neutral] = through(grey, Uint8Array.from([119, 119, 119]))
    expect(Math.abs((neutral ?? 0) - 119 * 257)).toBeLessThan(12)
  })
})
