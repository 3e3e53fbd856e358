'use client'

import { useComputedColorScheme, useMantineColorScheme } from '@mantine/core'
import { useMounted } from '@mantine/hooks'
import Link from 'next/link'
import { usePathname, useRouter } from 'next/navigation'
import { useKeys } from '@/ui/keys/use-keys'
import { useWays } from '@/ui/unit/unit'
import css from './shell.module.css'
import { WordsAndKeys } from './words-and-keys'

type Place = { readonly href: string; readonly name: string; readonly key: string }

const GROUPS: readonly { readonly name: string; readonly places: readonly Place[] }[] = [
  {
    name: 'Today',
    places: [
      { href: '/bench', name: 'Bench', key: '1' },
      { href: '/slips', name: 'Slips', key: '2' },
      { href: '/log', name: 'Log', key: '3' },
    ],
  },
  {
    name: 'Know-how',
    places: [
      { href: '/presets', name: 'Presets', key: '4' },
      { href: '/tone', name: 'Tone checks', key: '5' },
    ],
  },
  {
    name: 'Room',
    places: [
      { href: '/printers', name: 'Printers', key: '7' },
      { href: '/papers', name: 'Papers & rolls', key: '8' },
      { href: '/sizes', name: 'Sizes', key: '9' },
      { href: '/members', name: 'Members', key: '0' },
      { href: '/room', name: 'Room', key: 'r' },
    ],
  },
]

const TRAY = { name: 'Demo', places: [{ href: '/tray', name: 'Output tray', key: 't' }] } as const

/** The spine at the left: places in three groups; digits go there. */
export function Spine({ roomName, tray }: { readonly roomName: string; readonly tray: boolean }) {
  const path = usePathname()
  const router = useRouter()
  const { unit, setUnit } = useWays()
  const { setColorScheme } = useMantineColorScheme()
  const scheme = useComputedColorScheme('light', { getInitialValueInEffect: true })
  // the scheme is the browser's own knowledge: the server does not know it
  const mounted = useMounted()
  const flip = (): void => setColorScheme(scheme === 'dark' ? 'light' : 'dark')
  const flipUnit = (): void => setUnit(unit === 'mm' ? 'in' : 'mm')
  // only a room with simulated printers has a tray that can be looked into
  const groups = tray ? [...GROUPS, TRAY] : GROUPS
  const places = groups.flatMap((g) => g.places)
  useKeys({
    ...Object.fromEntries(places.map((p) => [p.key, () => router.push(p.href)])),
    u: flipUnit,
    d: flip,
  })
  return (
    <nav className={css.spine} aria-label="Places">
      <Link href="/bench" className={css.name}>
        Libreta
      </Link>
      <Link href="/room" className={css.room}>
        {roomName}
      </Link>
      {groups.map((group) => (
        <div key={group.name} className={css.group}>
          <div className={css.groupName}>{group.name}</div>
          {group.places.map((place) => (
            <Link
              key={place.href}
              href={place.href}
              className={css.place}
              aria-current={path === place.href || path.startsWith(`${place.href}/`) ? 'page' : undefined}
            >
              {place.name}
              <span className={css.key} aria-hidden="true">
                {place.key}
              </span>
            </Link>
          ))}
        </div>
      ))}
      <div className={css.help}>
        <WordsAndKeys />
      </div>
      <div className={css.ways}>
        <button type="button" className={css.way} onClick={flipUnit} title="Switch the unit (u)">
          {unit === 'mm' ? 'mm' : 'inches'}
          <span className={css.key} aria-hidden="true">
            u
          </span>
        </button>
        <button type="button" className={css.way} onClick={flip} title="Switch light and dark (d)">
          {mounted ? scheme : 'light'}
          <span className={css.key} aria-hidden="true">
            d
          </span>
        </button>
      </div>
    </nav>
  )
}
