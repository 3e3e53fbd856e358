import type { Um } from '@/core/length/length'
import { type SizeQueue, type SizeVerdict, verdictsOn } from '@/core/printer/size-verdict'
import { sayVerdict, sayVerdictBorderless } from '@/core/words/sizes'
import { useWays } from '@/ui/unit/unit'
import css from './sizes.module.css'

/** Which queues and feeds take a size, and why the others do not. */
export function Verdicts(props: {
  readonly size: { readonly short: Um; readonly long: Um }
  readonly queues: readonly SizeQueue[]
}) {
  const { unit } = useWays()
  const verdicts = verdictsOn(props.size, props.queues)
  if (verdicts.length === 0) return <p className="soft small">No printer has a feed yet that could take it.</p>
  const nameOf = (v: SizeVerdict): string => props.queues.find((q) => q.queueId === v.queueId)?.queueName ?? ''
  return (
    <table className="ruled small">
      <thead>
        <tr>
          <th scope="col" style={{ width: '34%' }}>
            Queue and feed
          </th>
          <th scope="col">Takes it</th>
          <th scope="col" style={{ width: '24%' }}>
            Borderless
          </th>
        </tr>
      </thead>
      <tbody>
        {verdicts.map((v) => (
          <tr key={`${v.queueId} ${v.feedId}`} className={v.taken ? undefined : css.closed}>
            <th scope="row" className="wraps">
              {nameOf(v)}, {v.feedName}
            </th>
            <td className={v.taken ? css.taken : undefined}>{sayVerdict(v, unit)}</td>
            <td>{sayVerdictBorderless(v, unit)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
