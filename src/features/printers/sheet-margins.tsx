'use client'

import { useState } from 'react'
import type { EdgeCheck } from '@/contract/views/edge-check'
import type { Queue } from '@/contract/views/printer'
import { checkedMargins, figuresFrom } from '@/core/edge/figures'
import { type Um, um } from '@/core/length/length'
import { declaredMargins, type Feed } from '@/core/printer/facts'
import { type Edges, type FedSheet, fedSheet, sameEdges } from '@/core/sheet/sheet'
import { fitSize } from '@/core/sizes/fit'
import { saySizeProblem } from '@/core/words/checks'
import { CentringTable } from '@/ui/drawing/centring-table'
import { SizeSelect } from '@/ui/fields/size-select'
import { Choices } from '@/ui/parts/choices'
import { useWays } from '@/ui/unit/unit'

export type NamedSize = { readonly id: string; readonly name: string; readonly short: Um; readonly long: Um }

/** The largest size that goes through a feed: what to begin with. */
const largestOn = (feed: Feed, sizes: readonly NamedSize[]): NamedSize | null =>
  sizes
    .filter((s) => fitSize(s.short, s.long, feed, null).problems.length === 0)
    .reduce<NamedSize | null>((a, b) => (a && a.short * a.long >= b.short * b.long ? a : b), null)

/** What a feed leaves of a sheet: its margins as checked, else as declared, and what each centring of them costs. */
export function SheetMargins(props: {
  readonly queues: readonly Queue[]
  readonly feed: Feed
  readonly sizes: readonly NamedSize[]
  readonly checks: readonly EdgeCheck[]
}) {
  const { queues, feed, sizes, checks } = props
  const { unit } = useWays()
  const [queueId, setQueueId] = useState(queues[0]?.id ?? '')
  const [sizeId, setSizeId] = useState<string | null>(() => largestOn(feed, sizes)?.id ?? null)
  const driven = queues.find((q) => q.id === queueId)?.facts.feeds.find((f) => f.feedId === feed.id) ?? null
  const size = sizes.find((s) => s.id === sizeId) ?? null
  const fit = size ? fitSize(size.short, size.long, feed, null) : null
  const [problem] = fit?.problems ?? []
  const sheet: FedSheet | null = size && fit ? fedSheet(size.short, size.long, fit.leads) : null
  const check = checks.find((c) => c.queueId === queueId && c.feedId === feed.id && c.edge === 'margins' && c.result)
  const marginsOn = (on: FedSheet): Edges => {
    if (!driven) return sameEdges(0)
    if (!check?.result) return declaredMargins(driven, on.width)
    const about = { checkId: check.id, number: check.number, at: check.createdAt, sheet: check.sheet }
    return checkedMargins(figuresFrom(about, 'margins', check.result, null), driven, on)
  }
  return (
    <div>
      {queues.length > 1 ? (
        <Choices
          label="Queue"
          value={queueId}
          choices={queues.map((q) => ({ value: q.id, label: q.name }))}
          onChange={setQueueId}
        />
      ) : null}
      <SizeSelect inDialog label="On a sheet of" sizes={sizes} value={sizeId} onChange={(s) => setSizeId(s.id)} />
      {problem ? <p className="level-caution small">{saySizeProblem(problem, feed.name, unit)}</p> : null}
      {sheet && driven && !problem ? (
        <>
          <CentringTable sheet={sheet} margins={marginsOn(sheet)} />
          <p className="soft small">
            {check ? `Margins by edge check ${check.number}` : 'Margins as declared'}
            {driven.borderless
              ? `; borderless leaves ${unit === 'mm' ? '0 mm' : '0 in'} and enlarges instead`
              : '; no borderless here'}
            {fit?.leads === 'long' && um(size?.short ?? 0) !== um(size?.long ?? 0) ? '; fed long edge first' : ''}.
          </p>
        </>
      ) : null}
    </div>
  )
}
