'use client'

import { Menu } from '@mantine/core'
import { type ReactNode, useState } from 'react'
import { FormModal } from '@/ui/parts/form-modal'
import css from './row-menu.module.css'

/** Something that can be done: at once, in a small form, or by following a link. */
export type RowAct = {
  readonly label: string /** it takes something away: last, and quieter */
  readonly away?: boolean
} & (
  | { readonly act: () => void }
  | { readonly title: string; readonly wide?: boolean; readonly form: (close: () => void) => ReactNode }
  | { readonly href: string }
)

/** What can be done with a thing, behind one quiet button at the end of its row or head. */
export function RowMenu(props: {
  /** the thing, for who hears the page */
  readonly of: string
  readonly acts: readonly RowAct[]
  /** the button's text; three dots at the end of a row */
  readonly text?: string
}) {
  const { of, acts, text = '⋯' } = props
  // a list holds hundreds of these: a menu is only made once somebody asks for it
  const [asked, setAsked] = useState(false)
  const [open, setOpen] = useState(false)
  const [form, setForm] = useState<Extract<RowAct, { form: unknown }> | null>(null)
  const [shown, setShown] = useState(false)
  const ask = (): void => {
    setAsked(true)
    setOpen(true)
  }
  const button = (
    <button
      type="button"
      className={css.button}
      aria-label={`More for ${of}`}
      aria-haspopup="menu"
      aria-expanded={open}
      onClick={asked ? undefined : ask}
    >
      {text}
    </button>
  )
  if (!asked) return button
  const line = (a: RowAct): ReactNode =>
    'href' in a ? (
      <Menu.Item key={a.label} component="a" href={a.href} download>
        {a.label}
      </Menu.Item>
    ) : (
      <Menu.Item
        key={a.label}
        className={a.away ? css.away : undefined}
        onClick={() => {
          if ('act' in a) return a.act()
          setForm(a)
          setShown(true)
        }}
      >
        {a.label}
      </Menu.Item>
    )
  const away = acts.filter((a) => a.away)
  return (
    <>
      <Menu opened={open} onChange={setOpen} position="bottom-end" shadow="none" radius={2} withinPortal>
        <Menu.Target>{button}</Menu.Target>
        <Menu.Dropdown>
          {acts.filter((a) => !a.away).map(line)}
          {away.length > 0 && away.length < acts.length ? <Menu.Divider /> : null}
          {away.map(line)}
        </Menu.Dropdown>
      </Menu>
      {form ? (
        <FormModal
          opened={shown}
          onClose={() => setShown(false)}
          title={form.title}
          centered
          size={form.wide ? 'lg' : 'md'}
        >
          {shown ? form.form(() => setShown(false)) : null}
        </FormModal>
      ) : null}
    </>
  )
}
