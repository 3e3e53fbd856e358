import { TZDate } from '@date-fns/tz'

/** What a clock on the wall shows, to the minute: `2026-11-24T15:05`, as HTML's datetime-local has it. */
export type WallTime = string

const two = (n: number): string => String(n).padStart(2, '0')

/**
 * What the clock of a time zone shows at an instant.
 * @param at UTC milliseconds. @param timeZone IANA name. @example wallTime(0, 'UTC') // '1970-01-01T00:00'
 */
export function wallTime(at: number, timeZone: string): WallTime {
  const d = new TZDate(at, timeZone)
  return `${String(d.getFullYear()).padStart(4, '0')}-${two(d.getMonth() + 1)}-${two(d.getDate())}T${two(d.getHours())}:${two(d.getMinutes())}`
}

const WALL = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}):(\d{2})$/

/**
 * The instant at which the clock of a time zone shows this, UTC milliseconds; null when it is no such text. An hour that
 * the clock skips in spring is taken as the one after it; of an hour that it shows twice in autumn the first is meant.
 * @example instantOf('1970-01-01T00:00', 'UTC') // 0
 */
export function instantOf(wall: WallTime, timeZone: string): number | null {
  const found = WALL.exec(wall)
  if (!found) return null
  const [year = 0, month = 1, day = 1, hour = 0, minute = 0] = found.slice(1).map(Number)
  const at = new TZDate(year, month - 1, day, hour, minute, timeZone)
  // a day or hour that no clock shows is moved on by the calendar: 31 June is no day
  return at.getMonth() === month - 1 && at.getDate() === day ? at.getTime() : null
}
