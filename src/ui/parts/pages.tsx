'use client'

import Link from 'next/link'
import { usePathname, useSearchParams } from 'next/navigation'
import lists from './lists.module.css'

/** Where one is in a long list, and the ways back and on; nothing for a list of one page. */
export function Pages({ from, page, count }: { readonly from: number; readonly page: number; readonly count: number }) {
  const path = usePathname()
  const params = useSearchParams()
  if (count <= page && from === 0) return null
  const to = (start: number): string => {
    const next = new URLSearchParams(params)
    if (start > 0) next.set('from', String(start))
    else next.delete('from')
    return next.size > 0 ? `${path}?${next}` : path
  }
  return (
    <nav className={lists.pages} aria-label="Pages">
      <span className="soft">
        {Math.min(from + 1, count)} to {Math.min(from + page, count)} of {count}
      </span>
      {from > 0 ? <Link href={to(Math.max(0, from - page))}>Back</Link> : null}
      {from + page < count ? <Link href={to(from + page)}>On</Link> : null}
    </nav>
  )
}
