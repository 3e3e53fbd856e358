'use client'

import { Button } from '@mantine/core'
import { type ReactNode, useState } from 'react'
import { FormModal } from '@/ui/parts/form-modal'

/** A button that opens a small form in a dialog; the form closes it when it is done. */
export function FormButton(props: {
  readonly label: string
  readonly title: string
  readonly primary?: boolean
  /** rows of several fields stand in it */
  readonly wide?: boolean
  /** it stands open from the beginning */
  readonly begins?: boolean
  readonly children: (close: () => void) => ReactNode
}) {
  const [open, setOpen] = useState(props.begins ?? false)
  // a list holds dozens of these: a dialog is only made once somebody asks for it
  const [asked, setAsked] = useState(props.begins ?? false)
  return (
    <>
      <Button
        size={props.primary ? 'sm' : 'compact-xs'}
        variant={props.primary ? 'filled' : 'default'}
        onClick={() => {
          setAsked(true)
          setOpen(true)
        }}
      >
        {props.label}
      </Button>
      {asked ? (
        <FormModal
          opened={open}
          onClose={() => setOpen(false)}
          title={props.title}
          centered
          size={props.wide ? 'lg' : 'md'}
        >
          {open ? props.children(() => setOpen(false)) : null}
        </FormModal>
      ) : null}
    </>
  )
}
