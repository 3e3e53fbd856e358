const DAY = 86_400_000

/** Minutes that a zone is ahead of UTC at a time. */
function aheadMinutes(at: number, timeZone: string): number {
  const parts = new Intl.DateTimeFormat('en-US', {
    timeZone,
    hourCycle: 'h23',
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
  }).formatToParts(at)
  const n = (type: string): number => Number(parts.find((p) => p.type === type)?.value ?? 0)
  const there = Date.UTC(n('year'), n('month') - 1, n('day'), n('hour'), n('minute'), n('second'))
  return Math.round((there - Math.floor(at / 1000) * 1000) / 60_000)
}

/** The UTC time at which the day that holds `at` began in a zone. */
export function startOfDay(at: number, timeZone: string): number {
  const local = at + aheadMinutes(at, timeZone) * 60_000
  const midnight = Math.floor(local / DAY) * DAY
  const guess = midnight - aheadMinutes(at, timeZone) * 60_000
  // a clock change between midnight and now moves midnight by its hour
  return midnight - aheadMinutes(guess, timeZone) * 60_000
}

/** The UTC start of a day written `2026-11-24`, in a zone; null for anything else. */
export function dayFromText(text: string | undefined, timeZone: string): number | null {
  const match = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text ?? '')
  if (!match) return null
  const noon = Date.UTC(Number(match[1]), Number(match[2]) - 1, Number(match[3]), 12)
  // 31 February is not 3 March: a day that does not exist is none
  return new Date(noon).toISOString().startsWith(match[0]) ? startOfDay(noon, timeZone) : null
}
