import { Button } from '@mantine/core'
import type { ShelfPick } from './shelf'
import { useDo } from './use-do'

/** Papers that a feed could hold: who looked says which it is. */
export function ItIs(props: {
  readonly printerId: string
  readonly feedId: string
  readonly picks: readonly ShelfPick[]
}) {
  const { printerId, feedId, picks } = props
  const { act, busy } = useDo()
  return picks.map(({ stockId, rollId, name }) => (
    <Button
      key={`${stockId} ${rollId}`}
      size="compact-xs"
      variant="default"
      loading={busy}
      onClick={() => void act('printer.load', { printerId, feedId, stockId, rollId }, 'Noted what is in the feed.')}
    >
      It is {name}
    </Button>
  ))
}
