'use client'

import { Select } from '@mantine/core'
import { useState } from 'react'
import { fromMm } from '@/core/length/length'
import { tradeLength, writeNumber } from '@/core/length/write'
import { type Minor, minor, writeAmount } from '@/core/money/money'
import type { Settings } from '@/core/preset/settings'
import { type QualityOffer, qualityOffers, type SeenLimit, seenLimit, surfacePpi } from '@/core/quality/seen'
import { sayDuration } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { useWays } from '@/ui/unit/unit'
import type { PresetWorld } from './types'

const FROM = [
  { mm: 300, says: 'in the hand' },
  { mm: 600, says: 'on a desk' },
  { mm: 1000, says: 'on a wall' },
  { mm: 2500, says: 'across a room' },
] as const

const LIST = { size: 'xs', w: 160, allowDeselect: false } as const

/** The cheapest quality that cannot be told apart from the finest, for a size and a distance: advice, never a lock. */
export function WhichQuality(props: {
  readonly settings: Settings
  readonly world: PresetWorld
  readonly inkPer100Ml: Minor | null
}) {
  const { settings, world } = props
  const { unit, currency } = useWays()
  const [sizeId, setSize] = useState('iso_a4_210x297mm')
  const [mm, setDistance] = useState<number>(600)
  const queue = world.queues.find((q) => q.id === settings.queueId)
  const setting = queue?.facts.mediaSettings.find((m) => m.id === settings.mediaSettingId)
  const paper = world.papers.find((p) => p.id === settings.paperId)
  const size = world.sizes.find((s) => s.id === sizeId) ?? world.sizes[0]
  if (!queue || !setting || !paper || !size) return null
  const limit = seenLimit(fromMm(mm), paper.surface)
  const { offers, cheapest } = qualityOffers(
    queue.facts.qualities,
    setting.rates,
    (size.short * size.long) / 1e6,
    limit,
  )
  if (offers.length < 2) return null
  const cost = (o: QualityOffer): Minor | null =>
    o.inkMl === null || props.inkPer100Ml === null ? null : minor((o.inkMl * props.inkPer100Ml) / 100)
  return (
    <section>
      <h2>Which quality</h2>
      <div className={lists.row}>
        <Select
          {...LIST}
          label="Size"
          value={size.id}
          data={world.sizes.map((s) => ({ value: s.id, label: s.name }))}
          onChange={(id) => setSize(id ?? size.id)}
        />
        <Select
          {...LIST}
          label="Looked at"
          value={String(mm)}
          data={FROM.map((f) => ({ value: String(f.mm), label: `${f.says}, ${tradeLength(fromMm(f.mm), unit)}` }))}
          onChange={(value) => setDistance(Number(value ?? mm))}
        />
      </div>
      <table className="ruled small">
        <thead>
          <tr>
            <th scope="col">Quality</th>
            <th scope="col" className="number">
              ppi
            </th>
            <th scope="col" className="number">
              Time
            </th>
            <th scope="col" className="number">
              Ink
            </th>
          </tr>
        </thead>
        <tbody>
          {offers.map((o) => {
            const money = cost(o)
            return (
              <tr key={o.id}>
                <th scope="row" className={o.id === cheapest ? 'strong' : undefined}>
                  {o.name}
                </th>
                <td className="number">{o.ppi}</td>
                <td className="number">{o.seconds === null ? 'not known' : sayDuration(o.seconds)}</td>
                <td className="number">
                  {o.inkMl === null ? 'not known' : `${writeNumber(o.inkMl, 1)} ml`}
                  {money === null ? '' : `, ${writeAmount(money, currency)}`}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
      <p className="small">{sayWhich(offers, cheapest, limit, paper)}</p>
    </section>
  )
}

/** Why the cheapest is enough, or that none is, in a sentence or two. */
export function sayWhich(
  offers: readonly QualityOffer[],
  cheapest: string | null,
  limit: SeenLimit,
  paper: { readonly name: string; readonly surface: string },
): string {
  const [chosen, finest] = [offers.find((o) => o.id === cheapest), offers.at(-1)]
  const through = surfacePpi(paper.surface)
  const seen =
    limit.by === 'eye'
      ? `From there an eye tells ${Math.round(limit.ppi)} dots per inch apart.`
      : `${paper.name} is ${paper.surface} and lets about ${Math.round(through ?? limit.ppi)} dots per inch through.`
  if (!chosen || !finest) return seen
  if (!chosen.enough) return `${seen} None of these is as fine: ${finest.name} comes nearest.`
  if (chosen.id === finest.id) return `${seen} Only ${finest.name} is as fine.`
  return `${seen} ${chosen.name} cannot be told apart from ${finest.name} there; banding and gradation are for a trial to judge.`
}
