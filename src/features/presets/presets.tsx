'use client'

import { Button } from '@mantine/core'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import type { PresetLine } from '@/contract/views/preset'
import type { Settings } from '@/core/preset/settings'
import { sayFileColour, sayPrinterColour } from '@/core/words/settings'
import { sayShortDay } from '@/ui/parts/dates'
import { ImportButton } from '@/ui/parts/import-button'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { Pages } from '@/ui/parts/pages'
import { holdsText, SearchBox } from '@/ui/parts/search-box'
import { tell } from '@/ui/parts/tell'
import { useDo } from '@/ui/parts/use-do'
import { useQueryText } from '@/ui/parts/use-query-text'
import { useWays } from '@/ui/unit/unit'
import type { PresetWorld } from './types'

/** Presets by printer, a page at a time; retired ones stay readable below. */
export function Presets(props: {
  readonly presets: readonly PresetLine[]
  readonly count: number
  readonly from: number
  readonly page: number
  readonly profiles: Pick<PresetWorld, 'profiles' | 'retiredProfiles'>
  readonly first: Settings | null
  readonly now: number
}) {
  const { presets, profiles, first, now } = props
  const { timeZone } = useWays()
  const { act, busy } = useDo()
  const router = useRouter()
  const [text, setText] = useQueryText()
  // what is here is narrowed at once; the room answers a moment later
  const shown = presets.filter((p) => holdsText(text, p.name, p.paperName, p.printerName))
  const add = async (): Promise<void> => {
    if (!first) return
    const made = await act('preset.add', { name: 'New preset', draft: first })
    if (made) router.push(`/presets/${made.id}`)
  }
  const take = async (json: string): Promise<void> => {
    const made = await act('preset.import', { text: json })
    if (!made) return
    tell(
      made.already
        ? 'This preset is here already, with the very same settings.'
        : ['It is here as a draft.', ...made.differs.map((d) => `${d}.`), ...made.against].join(' '),
    )
    router.push(`/presets/${made.id}`)
  }
  const groups = [...new Set(shown.filter((p) => !p.retired).map((p) => p.printerName))]
  const sections = [
    ...groups.map((g) => ({ name: g, rows: shown.filter((p) => !p.retired && p.printerName === g) })),
    { name: 'Retired', rows: shown.filter((p) => p.retired) },
  ].filter((s) => s.rows.length > 0)
  return (
    <>
      <PageHead title="Presets" sub="named ways to print; their versions never change">
        <Link href="/presets/profiles" className="small">
          Profiles
        </Link>
        <ImportButton label="From JSON" onText={(t) => void take(t)} />
        <Button loading={busy} disabled={!first} onClick={() => void add()}>
          New preset
        </Button>
      </PageHead>
      <div className={lists.page}>
        <SearchBox what="presets" text={text} onText={setText} />
        {shown.length === 0 ? (
          <p className="soft">{text ? `No preset has the name “${text.trim()}”.` : 'No preset yet.'}</p>
        ) : null}
        {sections.map((section) => (
          <section key={section.name} className={lists.section}>
            <h2>{section.name}</h2>
            <table className="ruled">
              <thead>
                <tr>
                  <th scope="col" style={{ width: '26%' }}>
                    Preset
                  </th>
                  <th scope="col" style={{ width: '16%' }}>
                    Paper
                  </th>
                  <th scope="col">Colour</th>
                  <th scope="col" style={{ width: '12%' }}>
                    Version
                  </th>
                  <th scope="col" style={{ width: '7%' }}>
                    Seal
                  </th>
                  <th scope="col" style={{ width: '8%' }}>
                    Since
                  </th>
                </tr>
              </thead>
              <tbody>
                {section.rows.map((p) => {
                  const { settings, version } = p
                  return (
                    <tr key={p.id} data-link>
                      <td className="strong">
                        <Link href={`/presets/${p.id}`}>{withoutPrinter(p.name, section.name)}</Link>
                      </td>
                      <td>{p.paperName}</td>
                      <td>{settings ? sayColours(settings, profiles) : ''}</td>
                      <td>
                        {version ? version.number : ''}
                        {p.draft ? <span className="level-caution">{version ? ', draft waits' : 'draft'}</span> : null}
                      </td>
                      <td>{version?.seal ?? ''}</td>
                      <td className="whole">{version ? sayShortDay(version.at, timeZone, now) : ''}</td>
                    </tr>
                  )
                })}
              </tbody>
            </table>
          </section>
        ))}
        <Pages from={props.from} page={props.page} count={props.count} />
      </div>
    </>
  )
}

/** `Fenland Matte, colour` below the heading Otter: the printer is said once. */
const withoutPrinter = (name: string, printer: string): string =>
  name.startsWith(`${printer}, `) ? name.slice(printer.length + 2) : name

const sayColours = (s: Settings, profiles: Pick<PresetWorld, 'profiles' | 'retiredProfiles'>): string =>
  `${sayPrinterColour(s)}, file ${sayFileColour(s.fileColour, profiles)}`
