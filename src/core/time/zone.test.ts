import { describe, expect, it } from 'vitest'
import { instantOf, wallTime } from './zone'

describe('the clock on the wall', () => {
  it.each([
    ['2026-01-15T12:00', 'Europe/Lisbon', Date.UTC(2026, 0, 15, 12)],
    ['2026-07-15T12:00', 'Europe/Lisbon', Date.UTC(2026, 6, 15, 11)],
    ['2026-07-15T00:30', 'Asia/Kolkata', Date.UTC(2026, 6, 14, 19, 0)],
    ['2026-12-31T23:59', 'America/St_Johns', Date.UTC(2027, 0, 1, 3, 29)],
  ])('%s in %s', (wall, zone, at) => {
    expect(instantOf(wall, zone)).toBe(at)
    expect(wallTime(at, zone)).toBe(wall)
  })
  it('comes back whatever the hour, also where clocks are turned', () => {
    for (const zone of ['Europe/Lisbon', 'America/New_York', 'Australia/Lord_Howe'])
      for (let h = 0; h < 24 * 366; h += 7) {
        const at = Date.UTC(2026, 0, 1) + h * 3_600_000
        const back = instantOf(wallTime(at, zone), zone) ?? 0
        // of an hour that is shown twice the first is meant
        expect([0, 1_800_000, 3_600_000]).toContain(Math.abs(at - back))
      }
  })
  it('is nothing where no clock shows it', () => {
    expect(['', 'yesterday', '2026-06-31T10:00', '2026-13-01T10:00'].map((w) => instantOf(w, 'UTC'))).toEqual([
      null,
      null,
      null,
      null,
    ])
  })
})
