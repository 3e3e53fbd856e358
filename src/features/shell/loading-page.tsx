'use client'

import { usePathname } from 'next/navigation'
import { GROUPS, isWithin, TRAY } from './places'

/**
 * A page that is being read. It has a title from its first moment: the page's own comes with the page, and a document
 * without one says nothing to who hears it or looks for its tab.
 */
export function LoadingPage() {
  const path = usePathname()
  const place = [...GROUPS, TRAY].flatMap((g) => g.places).find((p) => isWithin(path, p))
  return (
    <>
      <title>{place ? `${place.name}, Libreta` : 'Libreta'}</title>
      <p role="status" style={{ padding: '20px 24px', color: 'var(--soft)' }}>
        Loading
      </p>
    </>
  )
}
