'use client'

import type { EdgeCheck } from '@/contract/views/edge-check'
import type { CheckResult } from '@/core/edge/solve'
import { type Um, um } from '@/core/length/length'
import { signedNumber, signOf, writeLength, writeNumber } from '@/core/length/write'
import { EDGE_NAMES } from '@/core/sheet/sheet'
import { sayOutlier } from '@/core/words/edge-check'
import { LevelWord } from '@/ui/parts/level'
import { useWays } from '@/ui/unit/unit'
import css from './edge-check.module.css'
import { sayFine } from './fine'

type Row = { readonly name: string; readonly declared: string; readonly found: string; readonly differs: string }

/** Declared beside measured, sheets that stand apart, and how each sheet lay. */
export function Result({
  check,
  result,
  settled,
}: {
  readonly check: EdgeCheck
  readonly result: CheckResult
  /** it is in use, not only what the readings so far would give */
  readonly settled: boolean
}) {
  const { unit } = useWays()
  const len = (v: number): string => writeLength(um(v), unit)
  const fine = (v: number): string => sayFine(v, unit)
  const plus = (v: number): string => signOf(fine(Math.abs(v)), v)
  const perMetre = (ratio: number): string => `${signedNumber((ratio - 1) * 1000, 2)} mm per metre`
  const { accuracy: a } = result
  const drift = (v: number, declared: Um): Row['found'] =>
    result.driftKnown ? `± ${fine(v)}` : `± ${len(declared)}, as declared`
  const rows: readonly Row[] = [
    ...EDGE_NAMES.map((edge) => ({
      name: `${check.edge === 'margins' ? 'Margin' : 'Overspray'}, ${edge}`,
      declared: len(check.declared.edges[edge]),
      found: fine(result.edges[edge]),
      differs: plus(result.edges[edge] - check.declared.edges[edge]),
    })),
    ...(check.edge === 'margins'
      ? [
          { name: 'Lands across', declared: 'true', found: plus(result.offsetAcross), differs: '' },
          { name: 'Lands along', declared: 'true', found: plus(result.offsetAlong), differs: '' },
        ]
      : []),
    {
      name: 'Drift across',
      declared: `± ${len(check.declared.driftAcross)}`,
      found: drift(a.driftAcross, check.declared.driftAcross),
      differs: '',
    },
    {
      name: 'Drift along',
      declared: `± ${len(check.declared.driftAlong)}`,
      found: drift(a.driftAlong, check.declared.driftAlong),
      differs: '',
    },
    {
      name: 'Skew',
      declared: 'not declared',
      found:
        result.skew === null
          ? 'not measured'
          : `${writeNumber(result.skew, 2)} mm per metre, ${writeNumber(a.skew, 2)} at most`,
      differs: '',
    },
    {
      name: 'Stretch across',
      declared: 'none',
      found: result.stretchAcross === null ? stretchSays(check.edge) : perMetre(result.stretchAcross),
      differs: '',
    },
    {
      name: 'Stretch along',
      declared: 'none',
      found: result.stretchAlong === null ? stretchSays(check.edge) : perMetre(result.stretchAlong),
      differs: '',
    },
  ]
  return (
    <div className={css.found}>
      <table className="ruled">
        <thead>
          <tr>
            <th scope="col">{result.sheets === 1 ? 'One sheet' : `${result.sheets} sheets`}</th>
            <th scope="col">Declared</th>
            <th scope="col">Measured</th>
            <th scope="col">Differs by</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.name}>
              <th scope="row">{r.name}</th>
              <td className="soft">{r.declared}</td>
              <td className="strong">{r.found}</td>
              <td>{r.differs}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div>
        {result.outliers.map((o) => (
          <p key={`${o.sheet} ${o.what}`} className="small">
            <LevelWord level="caution" /> {sayOutlier(o, unit)}
          </p>
        ))}
        {result.driftKnown ? null : (
          <p className="small">
            <LevelWord level="caution" /> Fewer than three sheets: the means are known, how far sheets differ is not.
            The declared drift stays in use.
          </p>
        )}
        {result.perSheet.length > 1 ? <Scatter result={result} /> : null}
        <p className="soft small">
          {settled
            ? 'In use for every prediction of this queue and feed since it was calculated, until a newer check.'
            : 'What the readings so far would give. It is used once it is calculated.'}{' '}
          A drift holds 95 % of sheets, with 90 % confidence.
        </p>
      </div>
    </div>
  )
}

const stretchSays = (edge: EdgeCheck['edge']): string =>
  edge === 'borderless' ? 'part of the overspray here; a check with margins tells it apart' : 'not measured'

const SIDE = 150

/** Each sheet as a dot, where it lay against the mean of all; the frame is the drift. */
function Scatter({ result }: { readonly result: CheckResult }) {
  const { unit } = useWays()
  const { accuracy: a, perSheet } = result
  const most = Math.max(
    100,
    ...perSheet.flatMap((p) => [Math.abs(p.across), Math.abs(p.along)]),
    ...(result.driftKnown ? [a.driftAcross, a.driftAlong] : []),
  )
  const at = (v: number): number => (v / most) * (SIDE / 2 - 12)
  return (
    <svg viewBox={`${-SIDE / 2 - 20} ${-SIDE / 2} ${SIDE + 40} ${SIDE + 14}`} className={css.scatter} role="img">
      <title>How each sheet lay against the mean of all</title>
      <rect x={-SIDE / 2} y={-SIDE / 2} width={SIDE} height={SIDE} fill="var(--sheet)" stroke="var(--line)" />
      <path d={`M${-SIDE / 2} 0H${SIDE / 2}M0 ${-SIDE / 2}V${SIDE / 2}`} stroke="var(--hair)" />
      {result.driftKnown ? (
        <rect
          x={-at(a.driftAcross)}
          y={-at(a.driftAlong)}
          width={2 * at(a.driftAcross)}
          height={2 * at(a.driftAlong)}
          fill="none"
          stroke="var(--pencil)"
          strokeDasharray="4 3"
        />
      ) : null}
      {perSheet.map((p) => (
        <g key={p.sheet}>
          <circle cx={at(p.across)} cy={at(p.along)} r={3} fill="var(--press)" />
          <text x={at(p.across) + 5} y={at(p.along) - 3} fontSize={9} fill="var(--ink)">
            {p.sheet}
          </text>
        </g>
      ))}
      <text x={0} y={SIDE / 2 + 11} fontSize={9} textAnchor="middle" fill="var(--soft)">
        {`sheets against their mean, to ${writeLength(um(most), unit)}`}
      </text>
    </svg>
  )
}
