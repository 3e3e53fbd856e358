'use client'

import { Button, Group, Modal, type ModalProps } from '@mantine/core'
import { type FormEvent, useEffect, useRef, useState } from 'react'

/** Whether somebody types there: a list that is searched and a tick hold no text that could be lost. */
const holdsText = (at: EventTarget): boolean =>
  at instanceof HTMLTextAreaElement ||
  (at instanceof HTMLInputElement &&
    !['checkbox', 'radio', 'file', 'range'].includes(at.type) &&
    at.getAttribute('aria-haspopup') !== 'listbox')

/** A dialog with a form in it. Escape, its cross or a press beside it ask first once something was typed. */
export function FormModal({ opened, onClose, children, ...rest }: ModalProps) {
  const typed = useRef(false)
  const [asking, setAsking] = useState(false)
  useEffect(() => {
    if (opened) return
    typed.current = false
    setAsking(false)
  }, [opened])
  // a reload, or a page that is left, asks like its cross does
  useEffect(() => {
    const ask = (e: BeforeUnloadEvent): void => {
      if (typed.current) e.preventDefault()
    }
    window.addEventListener('beforeunload', ask)
    return () => window.removeEventListener('beforeunload', ask)
  }, [])
  const leave = (): void => (typed.current ? setAsking(true) : onClose())
  return (
    <Modal {...rest} opened={opened} onClose={leave}>
      <div
        onInput={(e: FormEvent) => {
          if (holdsText(e.target)) typed.current = true
        }}
      >
        {children}
      </div>
      {asking ? (
        <Group role="alert" gap="xs" mt="sm">
          <span className="level-caution small">What was typed is not saved yet.</span>
          <Button size="compact-sm" autoFocus onClick={() => setAsking(false)}>
            Go on typing
          </Button>
          <Button size="compact-sm" variant="default" onClick={onClose}>
            Close without saving
          </Button>
        </Group>
      ) : null}
    </Modal>
  )
}
