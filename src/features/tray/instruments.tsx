'use client'

import { Select } from '@mantine/core'
import { useState } from 'react'
import css from './tray.module.css'

const PPIS = ['75', '150', '300', '600'] as const
const FORMATS = ['jpeg', 'png', 'tiff'] as const

/** The simulated scanner and meter: each takes the sheet from the tray and gives a file. */
export function Instruments({ address, wedge }: { readonly address: string; readonly wedge: boolean }) {
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
      {wedge ? (
        <span className="small">
          <a href={`${address}/meter`} download>
            Read its wedge by meter
          </a>{' '}
          (Lab, or{' '}
          <a href={`${address}/meter?columns=xyz`} download>
            XYZ
          </a>
          )
        </span>
      ) : null}
    </>
  )
}
