import { TZDate } from '@date-fns/tz'
import { instantOf, wallTime } from './zone'

const HOUR = 3_600_000
const QUARTER = HOUR / 4

/** The day of the clock on the wall: `2026-11-24`. */
const dateOf = (at: number, timeZone: string): string => wallTime(at, timeZone).slice(0, 10)

/**
 * The instant at which the day that holds `at` began in a time zone, UTC milliseconds. Where the clock skips midnight it is
 * the first instant that bears the day's date; where it shows midnight twice it is the first of the two.
 * @example startOfDay(Date.UTC(2026, 6, 1, 12), 'Europe/Lisbon') // Date.UTC(2026, 5, 30, 23)
 */
export function startOfDay(at: number, timeZone: string): number {
  const d = new TZDate(at, timeZone)
  const date = dateOf(at, timeZone)
  let begins = new TZDate(d.getFullYear(), d.getMonth(), d.getDate(), timeZone).getTime()
  while (dateOf(begins, timeZone) < date) begins += QUARTER
  while (dateOf(begins - QUARTER, timeZone) === date) begins -= QUARTER
  return begins
}

/** No day is longer than this, and the day after begins before it: days have 23 to 25 hours. */
const SURELY_TOMORROW = 30 * HOUR

/**
 * The instant at which the next day begins: a day ends there, however many hours it has.
 * @example startOfNextDay(Date.UTC(2026, 0, 1, 15), 'UTC') // Date.UTC(2026, 0, 2)
 */
export const startOfNextDay = (at: number, timeZone: string): number =>
  startOfDay(startOfDay(at, timeZone) + SURELY_TOMORROW, timeZone)

/**
 * Days of the calendar from one instant to another: 0 on the same day, 1 from any hour to any hour of the next.
 * @example daysBetween(Date.UTC(2026, 0, 1, 23), Date.UTC(2026, 0, 2, 1), 'UTC') // 1
 */
export function daysBetween(from: number, to: number, timeZone: string): number {
  const number = (at: number): number => Date.parse(`${dateOf(at, timeZone)}T00:00:00Z`) / (24 * HOUR)
  return number(to) - number(from)
}

/**
 * The instant that is the start of the day so many days of the calendar before the one that holds `at`.
 * @example startOfDayBefore(Date.UTC(2026, 0, 3, 15), 2, 'UTC') // Date.UTC(2026, 0, 1)
 */
export function startOfDayBefore(at: number, days: number, timeZone: string): number {
  const d = new TZDate(at, timeZone)
  return startOfDay(new TZDate(d.getFullYear(), d.getMonth(), d.getDate() - days, 12, timeZone).getTime(), timeZone)
}

/**
 * The start of a day that is written `2026-11-24`, in a zone; null for anything else, and for a day that no calendar has.
 * @example dayFromText('2026-02-31', 'UTC') // null
 */
export function dayFromText(text: string | undefined, timeZone: string): number | null {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text ?? '')) return null
  const noon = instantOf(`${text}T12:00`, timeZone)
  return noon === null ? null : startOfDay(noon, timeZone)
}
