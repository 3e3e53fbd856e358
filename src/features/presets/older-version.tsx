'use client'

import { Button } from '@mantine/core'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { SETTING_ORDER } from '@/core/preset/differences'
import type { Settings } from '@/core/preset/settings'
import { SETTING_NAMES, sayValue } from '@/core/words/settings'
import { sayShortDay } from '@/ui/parts/dates'
import { PageHead } from '@/ui/parts/page-head'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import { Against, Despite } from './against'
import css from './preset.module.css'
import type { PresetView, PresetWorld, VersionView } from './types'

/** A version as it was sealed, in the words of that day; a draft can be started again from it. */
export function OlderVersion(props: {
  readonly preset: PresetView
  readonly version: VersionView
  readonly world: PresetWorld
  /** what speaks against it as the room is now */
  readonly against: readonly string[]
  readonly now: number
}) {
  const { preset, version: v, world } = props
  const { timeZone } = useWays()
  const { act, busy } = useDo()
  const router = useRouter()
  const start = async (): Promise<void> => {
    const { id, revision, name } = preset
    const made = await act(
      'preset.draft',
      { id, revision, name, draft: v.settings },
      `The draft begins with version ${v.number}.`,
    )
    if (made) router.push(`/presets/${id}`)
  }
  return (
    <>
      <PageHead title={preset.name} sub={`version ${v.number}, seal ${v.seal}`}>
        <Link href={`/presets/${preset.id}`} className="small">
          {preset.draft ? 'To the draft' : 'To the newest version'}
        </Link>
        {preset.retired ? null : (
          <Link href={`/presets/${preset.id}/card?version=${v.id}`} className="small">
            Bench card
          </Link>
        )}
        {preset.retired ? null : (
          <Button loading={busy} onClick={() => void start()}>
            {preset.draft ? 'Replace the draft by this' : 'Start a draft from this'}
          </Button>
        )}
      </PageHead>
      <div className={css.older}>
        <p className="soft">
          Sealed {sayShortDay(v.at, timeZone, props.now)} by {v.by}
          {v.why ? `: ${v.why}` : ''}. It never changes
          {v.words ? '; its settings are called as they were then.' : '.'}
        </p>
        {v.despite ? <Despite despite={v.despite} /> : null}
        <Against says={props.against} />
        <table className="ruled">
          <tbody>
            {SETTING_ORDER.filter((key) => says(v.settings, key)).map((key) => (
              <tr key={key}>
                <th scope="row">{SETTING_NAMES[key]}</th>
                <td className="strong">{v.words?.[key] ?? sayValue(key, v.settings[key], world)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  )
}

/** What a version says anything of: in monochrome nobody chooses the printer's colour, and in colour there is no tint. */
function says(s: Settings, key: keyof Settings): boolean {
  if (key === 'printerColour') return s.colourMode === 'colour'
  if (key === 'driverProfile') return s.printerColour === 'driver profile'
  return key !== 'tint' || s.tint !== null
}
