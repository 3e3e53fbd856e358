'use client'

import { CategoryScale, Chart, Legend, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import { Line } from 'react-chartjs-2'
import { EDGE_NAMES, type Edges } from '@/core/sheet/sheet'
import { useColours } from '@/ui/theme/use-colours'
import css from './printer.module.css'

Chart.register(CategoryScale, LinearScale, PointElement, LineElement, Legend, Tooltip)

const UM_PER = { mm: 1000, in: 25_400 } as const
const DASH = { left: [], right: [6, 3], lead: [2, 2], trail: [8, 3, 2, 3] } as const
const COLOURS = { left: '--press', right: '--pencil', lead: '--caution', trail: '--stop' } as const

const NAMES = [...Object.values(COLOURS), '--ink', '--hair']

/** The measured edges of one feed over its checks: a printer that wanders shows. */
export function Wander(props: {
  readonly title: string
  readonly unit: 'mm' | 'in'
  readonly points: readonly { readonly at: string; readonly edges: Edges }[]
}) {
  const { title, unit, points } = props
  const colours = useColours(NAMES)
  const ink = colours['--ink'] ?? '#1d2b2a'
  return (
    <div className={css.wander}>
      <Line
        role="img"
        aria-label={`How the edges of ${title} wander from check to check`}
        data={{
          labels: points.map((p) => p.at),
          datasets: EDGE_NAMES.map((edge) => ({
            label: edge,
            data: points.map((p) => p.edges[edge] / UM_PER[unit]),
            borderColor: colours[COLOURS[edge]] ?? ink,
            backgroundColor: colours[COLOURS[edge]] ?? ink,
            borderDash: [...DASH[edge]],
            borderWidth: 1.5,
            pointRadius: 3,
          })),
        }}
        options={{
          animation: false,
          maintainAspectRatio: false,
          plugins: { legend: { position: 'right', labels: { color: ink, boxWidth: 22, boxHeight: 0 } } },
          scales: {
            x: { ticks: { color: ink }, grid: { color: colours['--hair'] ?? '#e4dfd0' } },
            y: {
              title: { display: true, text: unit, color: ink },
              ticks: { color: ink },
              grid: { color: colours['--hair'] ?? '#e4dfd0' },
            },
          },
        }}
      />
    </div>
  )
}
