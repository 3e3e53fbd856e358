'use client'

import { Button, Select } from '@mantine/core'
import { useEffect, useRef, useState } from 'react'
import type { Scanner, ToneCheck } from '@/contract/views/tone'
import { type Anchor, readingOf, WITHIN } from '@/core/tone/anchor'
import { ENCODINGS, type Encoding } from '@/core/tone/encoding'
import type { Corners } from '@/core/tone/plane'
import type { SampledPatch } from '@/core/tone/sample'
import { sayFaults, sayFound } from '@/core/words/tone-scan'
import { NumberField } from '@/ui/fields/number-field'
import { DropField } from '@/ui/parts/drop-field'
import { useDo } from '@/ui/parts/use-do'
import type { SeenScan } from '@/workers/scan-messages'
import { CornerView } from './corner-view'
import { ScannerForm } from './scanners'
import css from './tone.module.css'
import { useReader } from './use-reader'

/** What a black usually is, where nobody measured it: photo black on gloss, matte black on matte. */
const USUAL_BLACK = { photo: 8, matte: 19 } as const
const USUAL_WHITE = 95

/** Where lightness is anchored: what the paper's data say, else what is usual. */
const anchorOf = (check: ToneCheck): Anchor => ({
  white: check.paperWhite?.l ?? USUAL_WHITE,
  black: USUAL_BLACK[check.blackInk ?? 'photo'],
  source: check.paperWhite ? 'paper' : 'assumed',
})

type Shown = { readonly scan: SeenScan; readonly preview: string; readonly name: string }

/** Reads the scan of a wedge: finds it, shows patch by patch what was read, and how sure it is. */
export function ScanForm(props: {
  readonly check: ToneCheck
  readonly scanners: readonly Scanner[]
  readonly onDone: () => void
}) {
  const { check, scanners, onDone } = props
  const { act, busy } = useDo()
  const reader = useReader()
  const [scannerId, setScannerId] = useState<string | null>(scanners[0]?.id ?? null)
  const [adding, setAdding] = useState(scanners.length === 0)
  const scanner = scanners.find((s) => s.id === scannerId) ?? null
  const [encoding, setEncoding] = useState<Encoding>(scanner?.encoding ?? 'sRGB')
  const [anchor, setAnchor] = useState(anchorOf(check))
  const [shown, setShown] = useState<Shown | null>(null)
  const [corners, setCorners] = useState<Corners | null>(null)
  const [byHand, setByHand] = useState(false)
  const [patches, setPatches] = useState<readonly SampledPatch[]>([])
  const [why, setWhy] = useState<string | null>(null)
  const [reading, setReading] = useState(false)
  useEffect(() => () => void (shown && URL.revokeObjectURL(shown.preview)), [shown])

  // of two scans that were chosen one after the other the later is shown, and nothing of the earlier under its name
  const latest = useRef(0)
  const sample = async (at: Corners, as: Encoding): Promise<void> => {
    setCorners(at)
    const mine = latest.current
    const { steps, columns } = check.layout
    const answer = await reader().ask({ does: 'sample', corners: at, steps, columns, encoding: as })
    if (answer.is === 'sampled' && mine === latest.current) setPatches(answer.patches)
  }
  const open = async (file: File): Promise<void> => {
    latest.current += 1
    const mine = latest.current
    setReading(true)
    setWhy(null)
    setPatches([])
    setCorners(null)
    setByHand(false)
    try {
      const answer = await reader().ask({ does: 'scan', file })
      if (answer.is !== 'seen' || mine !== latest.current) return
      if (!answer.result.ok) {
        setShown(null)
        setWhy(`${file.name}: ${answer.result.problem.why}.`)
        return
      }
      const scan = answer.result.value
      setShown({ scan, preview: URL.createObjectURL(scan.preview), name: file.name })
      const fault = sayFound(scan.found, check.layout.code)
      setWhy(fault)
      const its = scan.stated ?? encoding
      setEncoding(its)
      const own = scan.found.wedges.find((w) => w.code === check.layout.code)
      if (own && !fault) await sample(own.corners, its)
    } catch {
      if (mine === latest.current)
        setWhy(`${file.name} could not be read here. Try it again, or save the scan in another format.`)
    } finally {
      if (mine === latest.current) setReading(false)
    }
  }
  const setHand = (): void => {
    if (!shown) return
    setByHand(true)
    setWhy(null)
    const { width: w, height: h } = shown.scan
    void sample(
      [
        { x: 0.15 * w, y: 0.2 * h },
        { x: 0.85 * w, y: 0.2 * h },
        { x: 0.85 * w, y: 0.45 * h },
        { x: 0.15 * w, y: 0.45 * h },
      ],
      encoding,
    )
  }
  const choose = (id: string | null): void => {
    setScannerId(id)
    const its = scanners.find((s) => s.id === id)?.encoding
    if (!its) return
    setEncoding(its)
    if (corners) void sample(corners, its)
  }
  const faults = patches.length > 0 ? sayFaults(patches) : null
  const by = scanner?.curve ? { scanner: scanner.curve } : { anchor }
  const made = patches.length > 0 ? readingOf(patches, by) : null
  const save = async (): Promise<void> => {
    if (!made || !shown) return
    const saved = await act(
      'tone.read',
      {
        id: check.id,
        body: {
          ...{
            kind: 'scan',
            patches: [...made.patches],
            within: made.within,
            encoding,
            scannerId: scanner?.id ?? null,
          },
          ...{ anchor: 'anchor' in by ? anchor : null, light: patches.map((p) => p.light), fileName: shown.name },
        },
      },
      `Read: ${patches.length} patches of wedge ${check.code}.`,
    )
    if (saved) onDone()
  }
  if (adding)
    return (
      <ScannerForm
        onDone={(added) => {
          setAdding(false)
          if (added) setScannerId(added.id)
        }}
      />
    )
  return (
    <>
      <div className={css.ways}>
        <Select
          label="Scanner"
          size="xs"
          data={[...scanners.map((s) => ({ value: s.id, label: s.name })), { value: '+', label: 'another one' }]}
          value={scannerId}
          allowDeselect={false}
          onChange={(v) => (v === '+' ? setAdding(true) : choose(v))}
        />
        <Select
          label="The file is in"
          size="xs"
          w={120}
          data={[...ENCODINGS]}
          value={encoding}
          allowDeselect={false}
          onChange={(v) => {
            const its = ENCODINGS.find((e) => e === v) ?? encoding
            setEncoding(its)
            if (corners) void sample(corners, its)
          }}
        />
        {scanner?.curve ? null : <AnchorFields anchor={anchor} onAnchor={setAnchor} />}
      </div>
      <DropField
        onDrop={([file]) => file && void open(file)}
        multiple={false}
        inputProps={{ 'aria-label': 'The scan' }}
        loading={reading}
      >
        {shown ? (
          shown.name
        ) : (
          <span>
            Drop a scan here (JPEG, PNG or TIFF, 75 to 600 ppi), or <u>choose it</u>.
          </span>
        )}
      </DropField>
      {why ? (
        <p className="level-stop small" role="alert">
          {why}
        </p>
      ) : null}
      {shown ? (
        <CornerView
          preview={shown.preview}
          width={shown.scan.width}
          height={shown.scan.height}
          patches={patches}
          corners={byHand ? corners : null}
          onCorners={(at) => void sample(at, encoding)}
        />
      ) : null}
      {shown && why && !byHand ? (
        <Button size="compact-sm" variant="default" onClick={setHand} mt={6}>
          Set its four corners by hand
        </Button>
      ) : null}
      {faults ? (
        <p className="level-stop small" role="alert">
          {faults}
        </p>
      ) : null}
      {made ? (
        <>
          <p className="small soft">
            {shown?.scan.stated === encoding ? `The file says that it is in ${encoding}. ` : ''}
            {scanner?.curve
              ? `Lightness by the check of ${scanner.name}, within ${WITHIN.checked} L*.`
              : `Lightness is anchored on paper ${anchor.white} and black ${anchor.black}, ${anchor.source === 'assumed' ? 'as is usual' : anchor.source === 'paper' ? 'the white by the paper’s data' : 'both measured'}: within ${WITHIN.unchecked} L*, for comparing and ranking.`}
          </p>
          <div className={css.readout}>
            {made.patches.map((p) => (
              <span key={p.d}>
                {Math.round(100 * p.d)} %: <strong>{p.l.toFixed(1)}</strong>{' '}
                <span className="soft">± {Math.max(0.01, 2 * p.spread).toFixed(2)}</span>
              </span>
            ))}
          </div>
          <Button mt={10} loading={busy} disabled={faults !== null} onClick={() => void save()}>
            Keep this reading
          </Button>
        </>
      ) : null}
    </>
  )
}

/** What paper and full black are taken to be, where the scanner was not checked. */
function AnchorFields({ anchor, onAnchor }: { readonly anchor: Anchor; readonly onAnchor: (a: Anchor) => void }) {
  const field = (label: string, name: 'white' | 'black', min: number, max: number) => (
    <NumberField
      label={label}
      width={110}
      {...{ min, max }}
      value={anchor[name]}
      onChange={(v) => onAnchor({ ...anchor, [name]: v, source: 'instrument' })}
    />
  )
  return (
    <>
      {field('Paper, L*', 'white', 50, 100)}
      {field('Full black, L*', 'black', 0, 60)}
    </>
  )
}
