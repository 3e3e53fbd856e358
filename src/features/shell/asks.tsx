'use client'

import { Button, Group, Modal } from '@mantine/core'
import { useEffect, useState } from 'react'
import { answerWith } from '@/contract/call'
import type { Problem } from '@/core/words/problems'
import css from './shell.module.css'

type Asked = {
  readonly problem: Extract<Problem, { readonly code: 'asks' }>
  readonly answer: (yes: boolean) => void
}

/** Asks before something is done that touches what is in use: what it touches, one line each. */
export function Asks() {
  const [asked, setAsked] = useState<Asked | null>(null)
  useEffect(() => {
    answerWith((problem) => new Promise((answer) => setAsked({ problem, answer })))
    return () => answerWith(null)
  }, [])
  const end = (yes: boolean): void => {
    asked?.answer(yes)
    setAsked(null)
  }
  return (
    <Modal
      opened={asked !== null}
      onClose={() => end(false)}
      title={asked?.problem.what}
      centered
      size="lg"
      zIndex={400}
    >
      <ul className={css.uses}>
        {asked?.problem.uses.map((use) => (
          <li key={use}>{use}</li>
        ))}
      </ul>
      <Group justify="flex-end">
        <Button variant="default" data-autofocus onClick={() => end(false)}>
          Cancel
        </Button>
        <Button onClick={() => end(true)}>Do it all the same</Button>
      </Group>
    </Modal>
  )
}
