'use client'

import { useComputedColorScheme, useMantineColorScheme } from '@mantine/core'
import { useMounted } from '@mantine/hooks'
import Link from 'next/link'
import { usePathname, useRouter } from 'next/navigation'
import { useKeys } from '@/ui/keys/use-keys'
import { useWays } from '@/ui/unit/unit'
import { GROUPS, isWithin, TRAY } from './places'
import css from './shell.module.css'
import { WordsAndKeys } from './words-and-keys'

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
              aria-current={isWithin(path, place) ? 'page' : undefined}
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
