import type { BenchGroup, Lane } from '@/contract/views/bench'
import { writeNumber } from '@/core/length/write'
import { writeAmount } from '@/core/money/money'
import { countOf } from '@/core/words/count'
import { sayForm } from '@/core/words/paper-form'
import { useWays } from '@/ui/unit/unit'
import css from './bench.module.css'

/** `4 min`, `1 h 20 min`: never less than a minute. */
function sayMinutes(seconds: number): string {
  const minutes = Math.max(1, Math.round(seconds / 60))
  const hours = Math.floor(minutes / 60)
  return hours > 0 ? `${hours}\u00a0h ${minutes % 60}\u00a0min` : `${minutes}\u00a0min`
}

/** What has to be done before a group prints, what that frees, and what a swap of black costs in ink and time. */
export function GroupTitle({ group, lane }: { readonly group: BenchGroup; readonly lane: Lane }) {
  const { needs, count, prints, seconds } = group
  const { printer, swapCost } = lane
  const { unit, currency } = useWays()
  const load = needs.load
    ? `load ${needs.load.paperName} ${sayForm(needs.load.roll ? 'roll' : 'sheet', needs.load.width, needs.load.length, unit)} in the ${needs.load.feedName}`
    : null
  const swap = needs.black ? `swap to ${needs.black} black` : null
  const todo = [load, swap].filter((x) => x !== null).join('; ')
  const takes = [
    `${countOf(count, 'slip')}${prints > count ? `, ${prints} prints` : ''}`,
    ...(seconds === null || seconds === 0 ? [] : [sayMinutes(seconds)]),
  ].join(', ')
  const costs = [
    ...(printer.swapMicrolitres > 0 ? [`${writeNumber(printer.swapMicrolitres / 1000, 1)} ml`] : []),
    ...(swapCost !== null && swapCost > 0 ? [writeAmount(swapCost, currency)] : []),
    ...(printer.swapSeconds > 0 ? [sayMinutes(printer.swapSeconds)] : []),
  ].join(', ')
  return (
    <h3 className={css.groupTitle}>
      {todo === '' ? 'Ready' : `${todo.charAt(0).toUpperCase()}${todo.slice(1)}`}
      <span className="soft">
        {todo === '' ? takes : `frees ${takes}`}
        {needs.black && costs !== '' ? `; the swap takes ${costs}` : ''}
      </span>
    </h3>
  )
}
