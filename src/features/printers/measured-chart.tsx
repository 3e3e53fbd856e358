'use client'

import {
  CategoryScale,
  Chart,
  Filler,
  Legend,
  LinearScale,
  LineElement,
  PointElement,
  type PointStyle,
  Tooltip,
} from 'chart.js'
import { Line } from 'react-chartjs-2'
import { useColours } from '@/ui/theme/use-colours'
import css from './printer.module.css'

Chart.register(CategoryScale, LinearScale, PointElement, LineElement, Legend, Tooltip, Filler)

const UM_PER = { mm: 1000, in: 25_400 } as const
const NAMES = ['--press', '--pencil', '--soft', '--ink', '--hair'] as const

/** How far each measured sheet landed from its promise, with what was promised as a band. The oldest run first. */
export function MeasuredChart(props: {
  readonly title: string
  readonly unit: 'mm' | 'in'
  readonly runs: readonly {
    readonly number: number
    readonly across: number | null
    readonly along: number | null
    readonly within: number
  }[]
}) {
  const { title, unit, runs } = props
  const colour = useColours(NAMES)
  const of = (um: number | null): number | null => (um === null ? null : um / UM_PER[unit])
  const points = (
    label: string,
    name: string,
    shape: PointStyle,
    pick: (r: (typeof runs)[number]) => number | null,
  ) => ({
    ...{ label, data: runs.map((r) => of(pick(r))), showLine: false, pointRadius: 4, pointStyle: shape },
    ...{ borderColor: colour[name] ?? '#1d2b2a', backgroundColor: colour[name] ?? '#1d2b2a' },
  })
  const bound = (label: string, sign: 1 | -1, fill: boolean | string) => ({
    ...{ label, data: runs.map((r) => of(sign * r.within)), pointRadius: 0, borderWidth: 1, fill },
    ...{ borderColor: colour['--soft'] ?? '#5d6b67', backgroundColor: `${colour['--hair'] ?? '#e4dfd0'}88` },
    stepped: 'middle' as const,
  })
  const ink = colour['--ink'] ?? '#1d2b2a'
  const grid = { color: colour['--hair'] ?? '#e4dfd0' }
  return (
    <div className={css.wander}>
      <Line
        role="img"
        aria-label={`How far measured runs of ${title} lie from what was promised`}
        data={{
          labels: runs.map((r) => `run ${r.number}`),
          datasets: [
            points('across, to the right', '--press', 'circle', (r) => r.across),
            points('along, towards the trail', '--pencil', 'triangle', (r) => r.along),
            bound('promised within', 1, false),
            bound('to', -1, '-1'),
          ],
        }}
        options={{
          animation: false,
          maintainAspectRatio: false,
          plugins: {
            legend: {
              position: 'right',
              labels: {
                ...{ color: ink, usePointStyle: true, boxHeight: 7 },
                filter: (item) => item.text !== 'to',
              },
            },
          },
          scales: {
            x: { ticks: { color: ink }, grid },
            y: { title: { display: true, text: `${unit} off`, color: ink }, ticks: { color: ink }, grid },
          },
        }}
      />
    </div>
  )
}
