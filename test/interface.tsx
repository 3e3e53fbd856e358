import { MantineProvider } from '@mantine/core'
import { fireEvent, render, screen } from '@testing-library/react'
import type { ReactNode } from 'react'
import { vi } from 'vitest'
import { theme } from '@/ui/theme/theme'
import { RoomWaysProvider } from '@/ui/unit/unit'

const inRoom = (children: ReactNode, unit: 'mm' | 'in') => (
  <MantineProvider theme={theme} env="test">
    <RoomWaysProvider unit={unit} currency={{ code: 'EUR', exponent: 2 }} timeZone="Europe/Lisbon">
      {children}
    </RoomWaysProvider>
  </MantineProvider>
)

/** Renders as on a room's page: millimetres, euro, Lisbon. */
export const show = (children: ReactNode, unit: 'mm' | 'in' = 'mm') => render(inRoom(children, unit))

/** The same page as its data were read again. */
export const again = (page: ReturnType<typeof show>, children: ReactNode): void => page.rerender(inRoom(children, 'mm'))

/** What a screen asked the room to do. */
export type Asked = { readonly action: string; readonly body: Record<string, unknown> }

/** Stands in for the room: keeps what is asked and answers each with `answers`, the last one again and again. */
export function hearing(...answers: readonly unknown[]): readonly Asked[] {
  const asked: Asked[] = []
  vi.stubGlobal('fetch', async (url: string, init?: RequestInit) => {
    const answer = answers[Math.min(asked.length, answers.length - 1)]
    asked.push({
      action: url.replace(/^\/api\/(do\/)?/, ''),
      body: init?.body ? JSON.parse(String(init.body)) : {},
    })
    return { ok: true, json: async () => answer }
  })
  return asked
}

export const done = (value: unknown = {}) => ({ ok: true, value })

/** Does what stands behind the quiet menu of a thing; the names of all that stands there. */
export async function fromMenu(of: string, label: string | null): Promise<readonly string[]> {
  fireEvent.click(screen.getByRole('button', { name: `More for ${of}` }))
  const items = await screen.findAllByRole('menuitem')
  if (label !== null) {
    const item = items.find((i) => i.textContent === label)
    if (!item) throw new Error(`${of} has no ${label}`)
    fireEvent.click(item)
  }
  return items.map((i) => i.textContent ?? '')
}
