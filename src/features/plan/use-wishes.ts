'use client'

import { useMemo, useRef, useState } from 'react'
import type { PlanGroup, PlanPrint } from '@/contract/views/plan'
import { type Um, um } from '@/core/length/length'
import { same } from '@/core/merge/merge'
import type { Laid, NestAsk } from '@/core/nest/ask'
import { sideMargin, USUAL_GAP } from '@/core/nest/together'

/** What is wished of a print: how many copies lie in the plan, and whether they may be turned. */
type Wish = { readonly copies: number; readonly mayTurn: boolean }

/** A copy that stays where it was put. */
type Pin = Pick<Laid, 'x' | 'y' | 'turned'>

/** Which prints stay together, and in which order they come. */
export const ORDERS = ['shortest', 'member', 'slip'] as const
export type Order = (typeof ORDERS)[number]

/** One copy of a print, as the plan names it by its place in the list. */
export type Copy = { readonly print: PlanPrint; readonly key: string }

const keyOf = (p: PlanPrint): string => `${p.slipId} ${p.printId}`

/** Everything that is wished of a plan: copies, turns, pins, gap, cuts, order; and what is asked of the search for it. */
export function useWishes(group: PlanGroup) {
  const [gap, setGap] = useState<Um>(um(USUAL_GAP))
  // never narrower than what the printer leaves white
  const least = sideMargin(group.margins)
  const [wider, setWider] = useState<Um | null>(null)
  const [straight, setStraight] = useState(true)
  const [order, setOrder] = useState<Order>('shortest')
  const [wishes, setWishes] = useState<Readonly<Record<string, Wish>>>({})
  const [pins, setPins] = useState<Readonly<Record<string, Pin>>>({})
  const of = (p: PlanPrint): Wish => {
    const wish = wishes[keyOf(p)]
    // copies that somebody else took meanwhile cannot be wished any more
    return { copies: Math.min(wish?.copies ?? p.copies, p.copies), mayTurn: wish?.mayTurn ?? true }
  }
  // biome-ignore lint/correctness/useExhaustiveDependencies: `of` is made of these
  const copies = useMemo(
    () =>
      group.prints.flatMap((print) =>
        Array.from({ length: of(print).copies }, (_, n): Copy => ({ print, key: `${keyOf(print)} ${n}` })),
      ),
    [group, wishes],
  )
  const margin = um(Math.max(least, wider ?? 0))
  // biome-ignore lint/correctness/useExhaustiveDependencies: `of` is made of these
  const asked = useMemo((): NestAsk => {
    const members = [...new Set(group.prints.map((p) => p.memberName))]
    const slips = [...new Set(group.prints.map((p) => p.slipId))]
    const numberOf = (p: PlanPrint): number =>
      order === 'member' ? members.indexOf(p.memberName) : order === 'slip' ? slips.indexOf(p.slipId) : 0
    const pinned = copies.flatMap(({ key, print }, i): readonly Laid[] => {
      const pin = pins[key]
      if (!pin) return []
      const [w, h] = pin.turned ? [print.h, print.w] : [print.w, print.h]
      return [{ i, ...pin, w, h }]
    })
    return {
      ...{ width: group.width, gap, margin, cut: straight ? 'straight' : 'any' },
      items: copies.map(({ print }) => ({
        ...{ w: print.w, h: print.h, mayTurn: of(print).mayTurn },
        ...(order === 'shortest' ? {} : { group: numberOf(print) }),
      })),
      ...(pinned.length > 0 ? { pins: pinned } : {}),
    }
  }, [group, gap, margin, straight, copies, wishes, pins, order])
  // news of the room read the group again: what is asked of the search is another wish only where it says something else
  const held = useRef(asked)
  if (!same(held.current, asked)) held.current = asked
  const ask = held.current
  const wish = (p: PlanPrint, more: Partial<Wish>): void =>
    setWishes((now) => ({ ...now, [keyOf(p)]: { ...of(p), ...more } }))
  const unpin = (key: string): void => setPins(({ [key]: _, ...rest }) => rest)
  return {
    ...{
      gap,
      setGap,
      straight,
      setStraight,
      order,
      setOrder,
      copies,
      ask,
      margin,
      setMargin: setWider,
      least: um(least),
      of,
      wish,
      unpin,
    },
    pinned: pins,
    pin: (key: string, at: Pin): void => setPins((now) => ({ ...now, [key]: at })),
    unpinAll: (): void => setPins({}),
    /** One copy less; the pins of those behind it move up. */
    takeOut: (copy: Copy): void => {
      const own = keyOf(copy.print)
      const n = Number(copy.key.slice(own.length + 1))
      const count = of(copy.print).copies
      setPins((now) => {
        const moved: Record<string, Pin> = {}
        for (const [key, pin] of Object.entries(now)) {
          if (!key.startsWith(`${own} `)) moved[key] = pin
          else {
            const at = Number(key.slice(own.length + 1))
            if (at !== n) moved[`${own} ${at > n ? at - 1 : at}`] = pin
          }
        }
        return moved
      })
      wish(copy.print, { copies: count - 1 })
    },
  }
}

export type Wishes = ReturnType<typeof useWishes>
