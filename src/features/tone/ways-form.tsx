'use client'

import { Button, Checkbox, Select } from '@mantine/core'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { ToneVersion } from '@/contract/views/tone'
import { sayDarkness } from '@/core/printer/darkness'
import { GREY_WAYS, type GreyWay, sayWeights } from '@/core/tone/to-grey'
import { useDo } from '@/ui/parts/use-do'
import css from './tone.module.css'

/** As many ways as lie on one sheet. */
const MOST = 6
const LEFT = 'left to the printer'

type Way = { readonly versionId: string; readonly darkness: number }
const keyOf = ({ versionId, darkness }: Way): string => `${versionId} ${darkness}`

/** Darkness as set, a step lighter and a step darker; colour inks know none. */
function darknessesOf({ mono, darkness: { least, most, step } }: ToneVersion): readonly number[] {
  return mono ? [0, -step, step].filter((d) => d >= least && d <= most) : [0]
}

/** One picture in several ways on one sheet: by monochrome, by colour inks, through a curve, at several darknesses. */
export function WaysForm(props: {
  readonly versions: readonly ToneVersion[]
  readonly pictures: readonly { readonly id: string; readonly name: string }[]
}) {
  const { versions, pictures } = props
  const router = useRouter()
  const { act, busy } = useDo()
  const [pictureId, setPicture] = useState(pictures[0]?.id ?? null)
  const [ways, setWays] = useState<readonly Way[]>([])
  const [sheet, setSheet] = useState(0)
  const [grey, setGrey] = useState<GreyWay | null>('as light')
  const first = versions.find((v) => v.id === ways[0]?.versionId) ?? null
  // what was ticked first says the paper and the feed that the one sheet is of
  const offered = first ? versions.filter((v) => v.paperId === first.paperId && v.feedId === first.feedId) : versions
  const chosen = first?.sheets[sheet] ?? first?.sheets[0] ?? null
  const tick = (way: Way, on: boolean): void =>
    setWays(on ? [...ways, way] : ways.filter((w) => keyOf(w) !== keyOf(way)))
  const make = async (): Promise<void> => {
    if (!pictureId || !chosen) return
    const made = await act('tone.ways', {
      ...{ pictureId, sheet: structuredClone(chosen.choice) as never },
      ways: ways.map((w) => ({ ...w, grey })),
    })
    if (made) router.push(`/slips/${made.id}`)
  }
  return (
    <>
      <p className="soft small">
        The sheet goes through the printer once for each way: print them in turn, and feed it the same way round each
        time. What is chosen and why is kept as a trial of the paper.
      </p>
      {pictures.length === 0 ? (
        <p className="level-caution small">
          The room has no picture yet: drop one on a new slip, it is offered here then.
        </p>
      ) : null}
      <div className={css.ways}>
        <Select
          label="Picture"
          size="xs"
          w={230}
          searchable
          data={pictures.map((p) => ({ value: p.id, label: p.name }))}
          value={pictureId}
          onChange={setPicture}
        />
        {first ? (
          <Select
            label="On"
            size="xs"
            w={150}
            data={first.sheets.map((s, i) => ({ value: String(i), label: s.says }))}
            value={String(sheet)}
            allowDeselect={false}
            onChange={(v) => setSheet(Number(v ?? 0))}
          />
        ) : null}
        <Select
          label="A colour picture becomes grey"
          size="xs"
          w={260}
          data={[LEFT, ...GREY_WAYS].map((way) => ({
            value: way,
            label: way === LEFT ? LEFT : `${way}: ${sayWeights(way as GreyWay)}`,
          }))}
          value={grey ?? LEFT}
          allowDeselect={false}
          onChange={(v) => setGrey(GREY_WAYS.find((g) => g === v) ?? null)}
        />
      </div>
      <fieldset className={css.list}>
        <legend className="soft small">Ways, at most {MOST}</legend>
        {offered.length === 0 ? (
          <p className="soft small">No preset is in use yet: a way is a version of one. Make one under Presets.</p>
        ) : null}
        {offered.map((v) =>
          darknessesOf(v).map((darkness) => {
            const way = { versionId: v.id, darkness }
            const on = ways.some((w) => keyOf(w) === keyOf(way))
            return (
              <Checkbox
                key={keyOf(way)}
                size="xs"
                label={`${v.name}, ${v.mono ? sayDarkness(darkness, v.darkness) : 'colour inks'}`}
                checked={on}
                disabled={v.sheets.length === 0 || (!on && ways.length >= MOST)}
                onChange={(e) => tick(way, e.currentTarget.checked)}
              />
            )
          }),
        )}
      </fieldset>
      <Button loading={busy} disabled={!pictureId || ways.length < 2 || !chosen} onClick={() => void make()}>
        Make the slip
      </Button>
    </>
  )
}
