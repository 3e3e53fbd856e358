import { daysBetween } from '@/core/time/days'

const made = new Map<string, Intl.DateTimeFormat>()

/** A formatter of the platform: making one takes longer than a hundred uses of it. */
function formatter(timeZone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${timeZone} ${Object.entries(options).join()}`
  const format = made.get(key) ?? new Intl.DateTimeFormat('en-GB', { timeZone, ...options })
  made.set(key, format)
  return format
}

/** A day in the room's time zone: `Tue 24 Nov`, with the year when it is not this one. */
export function sayDay(at: number, timeZone: string, now: number): string {
  const year = (t: number): string => formatter(timeZone, { year: 'numeric' }).format(t)
  const sameYear = year(at) === year(now)
  const options = { weekday: 'short', day: 'numeric', month: 'short' } as const
  return formatter(timeZone, sameYear ? options : { ...options, year: 'numeric' })
    .format(at)
    .replace(',', '')
}

/** `3 Nov`, or `3 Nov 2025` in another year. */
export function sayShortDay(at: number, timeZone: string, now: number): string {
  return sayDay(at, timeZone, now).replace(/^\S+ /, '')
}

/** `14:05` in the room's time zone. */
export const sayTime = (at: number, timeZone: string): string =>
  formatter(timeZone, { hour: '2-digit', minute: '2-digit' }).format(at)

/** `Tuesday 24 November`. */
export const sayLongDay = (at: number, timeZone: string): string =>
  formatter(timeZone, { weekday: 'long', day: 'numeric', month: 'long' }).format(at).replace(',', '')

/** How long ago, in days of the calendar: `today`, `yesterday`, `9 days ago`. */
export function sayAgo(at: number, now: number, timeZone: string): string {
  const days = daysBetween(at, now, timeZone)
  if (days <= 0) return 'today'
  return days === 1 ? 'yesterday' : `${days} days ago`
}

/** Minutes of work: `40 s`, `3.5 min`, `1 h 20 min`. */
export function sayDuration(seconds: number): string {
  if (seconds < 60) return `${seconds} s`
  const minutes = seconds / 60
  if (minutes < 10) return `${minutes.toFixed(1)} min`
  if (minutes < 90) return `${Math.round(minutes)} min`
  return `${Math.floor(minutes / 60)} h ${Math.round(minutes % 60)} min`
}
