'use client'

import { Button } from '@mantine/core'
import type { SlipBody } from '@/core/slip/facts'
import css from './slip.module.css'

const FIELDS: Readonly<Record<keyof SlipBody, string>> = {
  title: 'title',
  memberId: 'member',
  chargeTo: 'who pays',
  pictureId: 'picture',
  crop: 'crop',
  quarter: 'turn',
  versionId: 'preset',
  sheet: 'sheet',
  edge: 'edge',
  growth: 'growth',
  centring: 'centring',
  placing: 'placing',
  anchor: 'place',
  depth: 'darkness',
  copies: 'copies',
}

const plain = (value: unknown): string =>
  value === null
    ? 'none'
    : typeof value === 'object'
      ? JSON.stringify(value).replace(/["{}]/g, '').replaceAll(',', ', ')
      : String(value)

/** Which fields differ, in the docket's words. */
export function differences(
  mine: SlipBody,
  theirs: SlipBody,
): readonly { readonly field: string; readonly mine: string; readonly theirs: string }[] {
  return (Object.keys(FIELDS) as (keyof SlipBody)[])
    .filter((key) => JSON.stringify(mine[key]) !== JSON.stringify(theirs[key]))
    .map((key) => ({ field: FIELDS[key], mine: plain(mine[key]), theirs: plain(theirs[key]) }))
}

/** Two windows changed one slip: the difference, and a choice. Nothing was overwritten. */
export function Conflict(props: {
  readonly mine: SlipBody
  readonly theirs: SlipBody
  readonly onSettle: (keep: 'mine' | 'theirs') => void
}) {
  const found = differences(props.mine, props.theirs)
  return (
    <div role="alert" className={css.conflict}>
      <strong>This slip was changed in another window. Nothing was overwritten.</strong>
      <ul>
        {found.map((d) => (
          <li key={d.field}>
            {d.field}: here {d.mine}, there {d.theirs}
          </li>
        ))}
      </ul>
      <Button size="compact-sm" onClick={() => props.onSettle('mine')}>
        Keep what is here
      </Button>{' '}
      <Button size="compact-sm" variant="default" onClick={() => props.onSettle('theirs')}>
        Take what is there
      </Button>
    </div>
  )
}
