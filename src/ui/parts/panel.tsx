'use client'

import { Button, Modal } from '@mantine/core'
import { type ReactNode, useState } from 'react'
import css from './panel.module.css'

/** A button that opens a small form in a dialog; the form closes it when it is done. */
export function FormButton(props: {
  readonly label: string
  readonly title: string
  readonly primary?: boolean
  readonly children: (close: () => void) => ReactNode
}) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button
        size={props.primary ? 'sm' : 'compact-xs'}
        variant={props.primary ? 'filled' : 'default'}
        onClick={() => setOpen(true)}
      >
        {props.label}
      </Button>
      <Modal opened={open} onClose={() => setOpen(false)} title={props.title} centered size="md">
        {open ? props.children(() => setOpen(false)) : null}
      </Modal>
    </>
  )
}

/** A form's fields one below the other, with its buttons. */
export function Form(props: {
  readonly submit: string
  readonly busy: boolean
  readonly shut?: string | null
  /** Enter does it as soon as the form is there */
  readonly focused?: boolean
  readonly onSubmit: () => void
  readonly extra?: ReactNode
  readonly children: ReactNode
}) {
  return (
    <form
      className={css.form}
      onSubmit={(e) => {
        e.preventDefault()
        if (!props.busy && !props.shut) props.onSubmit()
      }}
    >
      {props.children}
      <div className={css.acts}>
        <Button
          type="submit"
          loading={props.busy}
          disabled={Boolean(props.shut)}
          data-autofocus={props.focused ? true : undefined}
        >
          {props.submit}
        </Button>
        {props.extra}
        {props.shut ? <span className="soft small">{props.shut}</span> : null}
      </div>
    </form>
  )
}
