import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { dayFromText, daysBetween, startOfDay, startOfDayBefore, startOfNextDay } from './days'

const HOUR = 3_600_000

/** From the furthest behind UTC to the furthest ahead, with halves, quarters, and clocks that are turned at midnight. */
const ZONES = [
  ...['Pacific/Pago_Pago', 'Pacific/Honolulu', 'America/Anchorage', 'America/Los_Angeles', 'America/Denver'],
  ...['America/Chicago', 'America/New_York', 'America/Santiago', 'America/St_Johns', 'America/Sao_Paulo'],
  ...['America/Havana', 'Atlantic/Azores', 'UTC', 'Europe/Lisbon', 'Europe/London', 'Europe/Stockholm'],
  ...['Europe/Athens', 'Africa/Cairo', 'Asia/Beirut', 'Asia/Tehran', 'Asia/Kolkata', 'Asia/Kathmandu'],
  ...['Asia/Shanghai', 'Asia/Tokyo', 'Australia/Adelaide', 'Australia/Lord_Howe', 'Pacific/Auckland'],
  ...['Pacific/Chatham', 'Pacific/Apia', 'Pacific/Kiritimati'],
]

const dates = new Map<string, Intl.DateTimeFormat>()
/** The date that a clock of a zone shows, by the platform and not by the library. */
function shown(at: number, timeZone: string): string {
  const format =
    dates.get(timeZone) ??
    new Intl.DateTimeFormat('sv-SE', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' })
  dates.set(timeZone, format)
  return format.format(at)
}

const instants = fc.integer({ min: Date.UTC(2012, 0, 1), max: Date.UTC(2035, 0, 1) })

describe('days in a time zone', () => {
  it.each([
    ['Europe/Lisbon', '2026-11-24T15:00:00Z', '2026-11-24T00:00:00Z'],
    ['Europe/Lisbon', '2026-07-01T12:00:00Z', '2026-06-30T23:00:00Z'],
    ['America/New_York', '2026-11-24T02:00:00Z', '2026-11-23T05:00:00Z'],
    ['Pacific/Auckland', '2026-11-24T12:00:00Z', '2026-11-24T11:00:00Z'],
    ['Pacific/Kiritimati', '2026-11-24T12:00:00Z', '2026-11-24T10:00:00Z'], // 14 hours ahead
    ['Europe/Lisbon', '2026-03-29T12:00:00Z', '2026-03-29T00:00:00Z'], // the clock went forward at one
    ['Europe/Lisbon', '2026-10-25T12:00:00Z', '2026-10-24T23:00:00Z'], // and back again
    ['Africa/Cairo', '2026-04-24T12:00:00Z', '2026-04-23T22:00:00Z'], // midnight is skipped: the day begins at one
  ])('in %s the day of %s began at %s', (zone, at, began) => {
    expect(new Date(startOfDay(Date.parse(at), zone)).toISOString()).toBe(began.replace('Z', '.000Z'))
  })
  it('begin where the date changes, in 30 zones', () => {
    fc.assert(
      fc.property(instants, fc.constantFrom(...ZONES), (at, zone) => {
        const begins = startOfDay(at, zone)
        expect(shown(begins, zone)).toBe(shown(at, zone))
        expect(shown(begins - 1, zone)).not.toBe(shown(at, zone))
        const next = startOfNextDay(at, zone)
        expect(shown(next - 1, zone)).toBe(shown(at, zone))
        expect(shown(next, zone)).not.toBe(shown(at, zone))
        expect([23, 23.5, 24, 24.5, 25]).toContain((next - begins) / HOUR)
        expect(dayFromText(shown(at, zone), zone)).toBe(begins)
        expect(daysBetween(begins, next - 1, zone)).toBe(0)
        expect(daysBetween(next - 1, next, zone)).toBe(1)
        expect(startOfDayBefore(at, 0, zone)).toBe(begins)
        expect(startOfDayBefore(next, 1, zone)).toBe(begins)
      }),
      { numRuns: 3000 },
    )
  })
  it('reads a day from an address, and nothing else', () => {
    expect(dayFromText('2026-11-24', 'Europe/Lisbon')).toBe(Date.UTC(2026, 10, 24))
    for (const text of [undefined, '', 'yesterday', '2026-11', '24.11.2026', '2026-02-31'])
      expect(dayFromText(text, 'UTC')).toBeNull()
  })
})
