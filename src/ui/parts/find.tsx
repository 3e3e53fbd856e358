'use client'

import { useRouter } from 'next/navigation'
import { type KeyboardEvent, useEffect, useId, useRef, useState } from 'react'
import type { Found } from '@/contract/find'
import { useKeys } from '@/ui/keys/use-keys'
import css from './find.module.css'

/** Finds slips, roll plans, members, presets, papers and printers: `/` goes here, arrows choose, Enter opens. */
export function Find() {
  const router = useRouter()
  const id = useId()
  const input = useRef<HTMLInputElement>(null)
  const [text, setText] = useState('')
  const [found, setFound] = useState<readonly Found[] | null>(null)
  const [at, setAt] = useState(0)
  useKeys({ '/': () => input.current?.focus() })
  useEffect(() => {
    if (text.trim() === '') {
      setFound(null)
      return
    }
    const stop = new AbortController()
    const timer = setTimeout(async () => {
      try {
        const response = await fetch(`/api/find?q=${encodeURIComponent(text)}`, { signal: stop.signal })
        setFound((await response.json()) as readonly Found[])
        setAt(0)
      } catch {
        if (!stop.signal.aborted) setFound([])
      }
    }, 120)
    return () => {
      clearTimeout(timer)
      stop.abort()
    }
  }, [text])
  const close = (): void => {
    setText('')
    setFound(null)
    input.current?.blur()
  }
  const open = (one: Found | undefined): void => {
    if (!one) return
    close()
    router.push(one.href)
  }
  const press = (event: KeyboardEvent): void => {
    const count = found?.length ?? 0
    if (event.key === 'Escape') close()
    if (event.key === 'Enter') open(found?.[at])
    if (count === 0 || (event.key !== 'ArrowDown' && event.key !== 'ArrowUp')) return
    event.preventDefault()
    setAt((i) => (i + (event.key === 'ArrowDown' ? 1 : count - 1)) % count)
  }
  return (
    <div className={css.find}>
      <input
        ref={input}
        className={css.input}
        type="search"
        role="combobox"
        aria-expanded={found !== null}
        aria-controls={`${id}-list`}
        aria-activedescendant={found?.[at] ? `${id}-${at}` : undefined}
        aria-label="Find a slip, plan, member, preset, paper or printer"
        placeholder="Find anything"
        value={text}
        onChange={(e) => setText(e.currentTarget.value)}
        onKeyDown={press}
        onBlur={() => setTimeout(() => setFound(null), 150)}
      />
      <kbd className={css.key}>/</kbd>
      {found ? (
        <div id={`${id}-list`} role="listbox" aria-label="Found" className={css.list}>
          {found.length === 0 ? <div className={css.none}>Nothing here is called “{text.trim()}”.</div> : null}
          {found.map((one, i) => (
            <div
              key={one.href}
              id={`${id}-${i}`}
              role="option"
              tabIndex={-1}
              aria-selected={i === at}
              className={css.option}
              onMouseDown={() => open(one)}
              onMouseEnter={() => setAt(i)}
            >
              <span>{one.name}</span>
              <span className="soft small">{one.detail || one.kind}</span>
            </div>
          ))}
        </div>
      ) : null}
    </div>
  )
}
