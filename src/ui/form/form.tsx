'use client'

import { Button } from '@mantine/core'
import type { ReactNode } from 'react'
import css from './form.module.css'
import type { FormState } from './use-room-form'

/** A form's fields one below the other, what is wrong with it as a whole, and its buttons. */
export function Form(props: {
  readonly form: FormState
  readonly submit: string
  /** why it cannot be done yet, when that is no field's */
  readonly shut?: string | null
  /** Enter does it as soon as the form is there */
  readonly focused?: boolean
  readonly extra?: ReactNode
  readonly children: ReactNode
}) {
  const { form, shut } = props
  return (
    <form
      ref={form.element}
      className={css.form}
      noValidate
      onSubmit={(e) => {
        e.preventDefault()
        // a field tells what was typed when it is left: the press comes after that
        const press = (e.nativeEvent as SubmitEvent).submitter ?? form.element.current?.querySelector('[type=submit]')
        if (press instanceof HTMLElement) press.focus()
        if (!shut) void form.submit()
      }}
    >
      {props.children}
      {form.said.map((says) => (
        <p key={says} role="alert" className="level-stop small">
          {says}
        </p>
      ))}
      <div className={css.acts}>
        <Button
          type="submit"
          loading={form.busy}
          disabled={Boolean(shut)}
          data-autofocus={props.focused ? true : undefined}
          // a press does not leave the field before it is let go: what is shown then would move this button away from it
          onMouseDown={(e) => e.preventDefault()}
        >
          {props.submit}
        </Button>
        {props.extra}
        {shut ? <span className="soft small">{shut}</span> : null}
      </div>
    </form>
  )
}

/** Fields that belong together: their name at the left, where there is room for it. */
export function FormGroup({ name, children }: { readonly name: string; readonly children: ReactNode }) {
  return (
    <fieldset className={css.group}>
      <legend className={css.name}>{name}</legend>
      <div className={css.fields}>{children}</div>
    </fieldset>
  )
}
