'use client'

import { Button } from '@mantine/core'
import type { PieceBody, PrintBody, SlipBody, SlipHead } from '@/core/slip/body'
import css from './slip.module.css'

const HEAD: Readonly<Record<keyof SlipHead, string>> = {
  ...{ title: 'title', memberId: 'member', chargeTo: 'who pays', screenId: 'screen' },
}

const OWN: Readonly<Record<keyof Omit<PrintBody, 'id' | 'pieces'>, string>> = {
  versionId: 'preset',
  sheet: 'sheet',
  edge: 'edge',
  enlargement: 'enlargement',
  centring: 'centring',
  darkness: 'darkness',
  grey: 'grey',
  copies: 'copies',
  label: 'label',
  again: 'same sheet again',
}

const PIECE: Readonly<Record<keyof Omit<PieceBody, 'id'>, string>> = {
  pictureId: 'picture',
  crop: 'crop',
  quarter: 'turn',
  placing: 'placing',
  anchor: 'place',
}

const plain = (value: unknown): string =>
  value === null
    ? 'none'
    : typeof value === 'object'
      ? JSON.stringify(value).replace(/["{}]/g, '').replaceAll(',', ', ')
      : String(value)

type Difference = { readonly field: string; readonly mine: string; readonly theirs: string }

/** The named fields that are not the same in two of a kind. */
function among<T extends object>(
  names: Readonly<Partial<Record<keyof T, string>>>,
  mine: T,
  theirs: T,
  where: string,
): readonly Difference[] {
  return (Object.entries(names) as [keyof T, string][])
    .filter(([key]) => JSON.stringify(mine[key]) !== JSON.stringify(theirs[key]))
    .map(([key, name]) => ({ field: `${name}${where}`, mine: plain(mine[key]), theirs: plain(theirs[key]) }))
}

type Named = { readonly id: string }

/** What of two lists differs: what stands in one only, and what differs within what stands in both. */
function lists<T extends Named>(
  mine: readonly T[],
  theirs: readonly T[],
  what: string,
  within: (a: T, b: T, where: string) => readonly Difference[],
  where: string,
): readonly Difference[] {
  const plural = mine.length > 1 || theirs.length > 1
  const at = (i: number): string => `${plural ? ` of ${what} ${i + 1}` : ''}${where}`
  return [
    ...mine.flatMap((a, i) => {
      const b = theirs.find((t) => t.id === a.id)
      return b ? within(a, b, at(i)) : [{ field: `${what} ${i + 1}${where}`, mine: 'there', theirs: 'not there' }]
    }),
    ...theirs.flatMap((b, i) =>
      mine.some((m) => m.id === b.id)
        ? []
        : [{ field: `${what} ${i + 1}${where}`, mine: 'not there', theirs: 'there' }],
    ),
  ]
}

/** Which fields differ, in the docket's words. */
export const differences = (mine: SlipBody, theirs: SlipBody): readonly Difference[] => [
  ...among<SlipHead>(HEAD, mine, theirs, ''),
  ...lists(
    mine.prints,
    theirs.prints,
    'print',
    (a, b, where) => [
      ...among<PrintBody>(OWN, a, b, where),
      ...lists(a.pieces, b.pieces, 'piece', (x, y, of) => among<PieceBody>(PIECE, x, y, of), where),
    ],
    '',
  ),
]

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
