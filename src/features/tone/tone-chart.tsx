'use client'

import { Chart, Legend, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import { Line } from 'react-chartjs-2'
import { responseOf, type ToneCurve, throughCurve } from '@/core/tone/curve'
import { ends, evenSteps } from '@/core/tone/reading'
import { useColours } from '@/ui/theme/use-colours'
import { type JudgedCheck, namesOf } from './judged'
import css from './tone.module.css'

Chart.register(LinearScale, PointElement, LineElement, Legend, Tooltip)

/** A colour for each check that lies over the others: the first is the one that is worked on. */
export const COLOURS = ['--press', '--stop', '--pencil', '--caution', '--soft', '--ink'] as const
const NAMES = [...COLOURS, '--hair'] as const

const LINE = 80

/** Lightness against the black that is asked for: what was read, the aim, and what the curve would make of it. */
export function ToneChart(props: { readonly checks: readonly JudgedCheck[]; readonly curve: ToneCurve | null }) {
  const { checks, curve } = props
  const colour = useColours(NAMES)
  const name = namesOf(checks)
  const [first] = checks
  if (!first) return null
  const { white, black } = ends(first.measured)
  const response = responseOf(first.measured)
  const along = Array.from({ length: LINE + 1 }, (_, i) => i / LINE)
  const ink = colour['--ink'] ?? '#1d2b2a'
  const grid = { color: colour['--hair'] ?? '#e4dfd0' }
  const quiet = { pointRadius: 0, pointHitRadius: 0, borderWidth: 1.4 }
  return (
    <div className={css.chart}>
      <Line
        role="img"
        aria-label={`Lightness against the black asked for: ${checks.map((c) => `wedge ${c.check.code}, ${name(c.check)}`).join('; ')}`}
        data={{
          datasets: [
            ...checks.map((c, i) => {
              const its = colour[COLOURS[i] ?? '--ink'] ?? ink
              return {
                label: name(c.check),
                data: c.measured.patches.map((p) => ({ x: 100 * p.d, y: p.l })),
                ...{ borderColor: its, backgroundColor: colour['--hair'] ?? '#fff', borderWidth: 2, pointRadius: 3.4 },
                pointBorderColor: its,
              }
            }),
            {
              label: 'even steps, the aim',
              data: [0, 1].map((d) => ({ x: 100 * d, y: evenSteps(d, white, black) })),
              ...{ ...quiet, borderColor: colour['--pencil'] ?? ink, borderDash: [5, 4] },
            },
            ...(curve
              ? [
                  {
                    label: `${name(first.check)} after the curve`,
                    data: along.map((d) => ({ x: 100 * d, y: response(throughCurve(curve, d)) })),
                    ...{ ...quiet, borderColor: colour['--press'] ?? ink, borderDash: [2, 3], borderWidth: 2 },
                  },
                ]
              : []),
          ],
        }}
        options={{
          animation: false,
          maintainAspectRatio: false,
          parsing: false,
          plugins: {
            legend: { position: 'top', align: 'end', labels: { color: ink, boxHeight: 1, boxWidth: 26 } },
          },
          scales: {
            x: {
              ...{ type: 'linear', min: 0, max: 100, grid },
              ticks: { color: ink, callback: (v) => `${v} %` },
              title: { display: true, text: 'black asked for', color: ink },
            },
            y: {
              ...{ min: 0, max: 100, grid },
              ticks: { color: ink, stepSize: 10 },
              title: { display: true, text: 'L*, lightness on paper', color: ink },
            },
          },
        }}
      />
    </div>
  )
}
