import { useEffect, useState } from 'react'

/** Colours of the room's own scheme for a canvas, which knows no custom properties; empty before the page stands. */
export function useColours(names: readonly string[]): Readonly<Record<string, string>> {
  const [colours, setColours] = useState<Readonly<Record<string, string>>>({})
  const key = names.join(' ')
  useEffect(() => {
    const style = getComputedStyle(document.documentElement)
    setColours(Object.fromEntries(key.split(' ').map((name) => [name, style.getPropertyValue(name).trim()])))
  }, [key])
  return colours
}
