'use client'

import { Select } from '@mantine/core'
import { useState } from 'react'
import css from './tray.module.css'

const PPIS = ['75', '150', '300', '600'] as const
const FORMATS = ['jpeg', 'png', 'tiff'] as const

/** The simulated scanner and meter: each takes the sheet from the tray and gives a file. */
export function Instruments(props: {
  readonly address: string
  /** the jobs that printed on the sheet, the newest first */
  readonly jobs: readonly string[]
}) {
  const { address, jobs } = props
  const [ppi, setPpi] = useState<string>('300')
  const [format, setFormat] = useState<string>('jpeg')
  return (
    <>
      <div className={css.row}>
        <Select
          aria-label="Scan at"
          size="xs"
          w={96}
          data={PPIS.map((p) => ({ value: p, label: `${p} ppi` }))}
          value={ppi}
          allowDeselect={false}
          onChange={(v) => setPpi(v ?? ppi)}
        />
        <Select
          aria-label="Scan as"
          size="xs"
          w={86}
          data={[...FORMATS]}
          value={format}
          allowDeselect={false}
          onChange={(v) => setFormat(v ?? format)}
        />
        <a href={`${address}/scan?ppi=${ppi}&format=${format}`} download className="small">
          Scan this sheet
        </a>
      </div>
      {jobs.map((job, back) =>
        /\bwedge\b/.test(job) ? (
          <span key={job} className="small">
            <a href={`${address}/meter?back=${back}`} download>
              Read {jobs.length === 1 ? 'its wedge' : (/wedge \S+/.exec(job)?.[0] ?? 'its wedge')} by meter
            </a>{' '}
            (Lab, or{' '}
            <a href={`${address}/meter?back=${back}&columns=xyz`} download>
              XYZ
            </a>
            )
          </span>
        ) : null,
      )}
    </>
  )
}
