'use client'

import { useEffect, useRef } from 'react'

/** Keys that act when nobody is typing: plain letters and digits, without Ctrl, Alt or Meta. */
export type Keys = Readonly<Record<string, () => void>>

const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) ||
    target.closest('[role=dialog]') !== null)

/** Binds keys for as long as the component is there. */
export function useKeys(keys: Keys): void {
  const latest = useRef(keys)
  latest.current = keys
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.altKey || event.metaKey || event.defaultPrevented || typing(event.target)) return
      const act = Object.hasOwn(latest.current, event.key) ? latest.current[event.key] : undefined
      if (!act) return
      event.preventDefault()
      act()
    }
    window.addEventListener('keydown', press)
    return () => window.removeEventListener('keydown', press)
  }, [])
}
