'use client'

import { Select, Switch } from '@mantine/core'
import { TRAY_FAULTS, type TrayNames, type TrayPrinter } from '@/contract/tray'
import { sayReasons } from '@/core/words/printer-says'
import { NumberField } from '@/ui/fields/number-field'
import css from './tray.module.css'
import { useSwitch } from './use-switch'

type GreySet = NonNullable<TrayPrinter['grey']>
const NEUTRAL: GreySet = { darkness: 0, tint: [0, 0] }
const GREY_FIELDS = [
  { label: 'darkness', key: 'darkness', of: (g: GreySet) => g.darkness },
  { label: 'tint a', key: 'tintA', of: (g: GreySet) => g.tint[0] },
  { label: 'tint b', key: 'tintB', of: (g: GreySet) => g.tint[1] },
] as const

/** Paper, ink and who stands by, at one simulated printer. */
export function Machine({ printer, names }: { readonly printer: TrayPrinter; readonly names: TrayNames[string] }) {
  const name = (keyword: string): string => names[keyword] ?? keyword.replaceAll('-', ' ')
  const { flip, busy } = useSwitch(printer.id)
  const low = printer.inks.filter((i) => i.level < 15)
  return (
    <section className={css.machine} aria-label={printer.name}>
      <h3>
        {printer.name.replace(/,.*/, '')}{' '}
        <span className={printer.state === 'stopped' ? 'level-caution' : 'soft'}>{printer.state}</span>
      </h3>
      {printer.shows ? <p className="level-caution small">It blinks: somebody asked which printer this is.</p> : null}
      {printer.reasons.length > 0 ? (
        <p className="level-caution small">{sayReasons(printer.reasons).join(', ')}</p>
      ) : null}
      {printer.sources.map((s) => (
        <div key={s.keyword} className={css.source}>
          <span className="small">
            {name(s.keyword)}: {name(s.type)}, {s.width} {s.kind === 'roll' ? 'mm wide' : `× ${s.length} mm`}
          </span>
          <LeftField
            label={`${printer.name}, ${name(s.keyword)}: ${s.kind === 'roll' ? 'metres left' : 'sheets left'}`}
            source={s}
            disabled={busy}
            onLeft={(left) => void flip({ source: s.keyword, left })}
          />
        </div>
      ))}
      <div className={css.source}>
        <span className="small">Copies set at the machine</span>
        <NumberField
          label={`${printer.name}: copies set at the machine`}
          hideLabel
          width={92}
          whole
          min={1}
          max={99}
          value={printer.copies}
          disabled={busy}
          when="left"
          onChange={(copies) => void flip({ copies })}
        />
      </div>
      {printer.grey ? (
        <div>
          <span className="small">Black-and-white is set there to</span>
          <div className={css.grey}>
            {GREY_FIELDS.map(({ label, key, of }) => {
              const is = of(printer.grey ?? NEUTRAL)
              return (
                <NumberField
                  key={key}
                  label={`${printer.name}: ${label} set at the machine`}
                  shortLabel={label}
                  width={64}
                  min={-100}
                  max={100}
                  value={is}
                  disabled={busy}
                  when="left"
                  onChange={(v) => void flip({ [key]: v })}
                />
              )
            })}
          </div>
        </div>
      ) : null}
      {printer.again === null ? null : (
        <p className="level-caution small">
          Sheet {printer.again} lies in it again: the next print of its size goes on it.{' '}
          <button type="button" className={css.clear} disabled={busy} onClick={() => void flip({ again: null })}>
            Take it out
          </button>
        </p>
      )}
      <Switch
        size="xs"
        label="Somebody stands by and changes paper"
        checked={printer.standsBy}
        disabled={busy}
        onChange={(e) => void flip({ standsBy: e.currentTarget.checked })}
      />
      <div className={css.source}>
        <Select
          aria-label={`What goes wrong at ${printer.name}`}
          placeholder="Let something go wrong"
          size="xs"
          value={null}
          data={[...TRAY_FAULTS]}
          disabled={busy}
          onChange={(fault) => fault && void flip({ fault: fault as (typeof TRAY_FAULTS)[number] })}
        />
      </div>
      {printer.faults.length > 0 || printer.offline ? (
        <p className="level-caution small">
          {[
            ...(printer.offline ? ['offline now'] : []),
            ...printer.faults.map((f) => `${f.kind}, ${f.job === 0 ? 'with the next job' : `${f.job} jobs later`}`),
          ].join('; ')}{' '}
          <button type="button" className={css.clear} disabled={busy} onClick={() => void flip({ fault: 'none' })}>
            Take it back
          </button>
        </p>
      ) : null}
      <div className={css.inks}>
        {printer.inks.map((ink) => (
          <button
            key={ink.name}
            type="button"
            className={css.ink}
            disabled={busy}
            title={`${ink.name}: ${ink.level} %. Press to ${ink.level > 50 ? 'empty' : 'fill'} it.`}
            aria-label={`${ink.name} ${ink.level} %, press to ${ink.level > 50 ? 'empty' : 'fill'}`}
            onClick={() => void flip({ ink: ink.name, level: ink.level > 50 ? 0 : 100 })}
          >
            <span style={{ height: `${ink.level}%`, background: ink.colour }} />
          </button>
        ))}
      </div>
      <p className="soft small">
        {printer.blackIn ? `${printer.blackIn} black in use. ` : ''}
        {low.length > 0 ? `Low: ${low.map((i) => i.name).join(', ')}.` : 'Ink in all channels.'}
      </p>
    </section>
  )
}

/** Sheets or metres left in a source; sent when the field is left. */
function LeftField(props: {
  readonly label: string
  readonly source: TrayPrinter['sources'][number]
  readonly disabled: boolean
  readonly onLeft: (left: number) => void
}) {
  const { source } = props
  const roll = source.kind === 'roll'
  return (
    <NumberField
      label={props.label}
      hideLabel
      width={92}
      min={0}
      max={roll ? 100 : 200}
      whole={!roll}
      unit={roll ? 'm' : source.left === 1 ? 'sheet' : 'sheets'}
      value={roll ? Math.round(source.left / 100) / 10 : source.left}
      disabled={props.disabled}
      when="left"
      onChange={(left) => props.onLeft(roll ? Math.round(left * 1000) : left)}
    />
  )
}
