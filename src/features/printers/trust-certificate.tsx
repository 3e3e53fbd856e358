'use client'

import { Button } from '@mantine/core'
import type { Problem } from '@/core/words/problems'
import { useDo } from '@/ui/parts/use-do'
import css from './printer.module.css'

/** Shown when a printer's certificate is its own: the fingerprint to compare, and the press that trusts it. */
export function TrustCertificate(props: {
  readonly problem: Problem | null
  readonly address: string
  readonly onTrusted: () => void
}) {
  const { problem } = props
  const { act, busy } = useDo()
  if (problem?.code !== 'printer_certificate' && problem?.code !== 'printer_certificate_changed') return null
  const { fingerprint } = problem
  const trust = async (): Promise<void> => {
    const done = await act('printer.trust', { address: props.address, fingerprint }, 'Its certificate is trusted.')
    if (done) props.onTrusted()
  }
  return (
    <div role="group" aria-label="Certificate">
      <p className="small">
        {problem.code === 'printer_certificate'
          ? 'This printer vouches for itself. Compare the fingerprint with the one that its panel or its own page shows:'
          : `This is another certificate than the one that was trusted (${problem.trusted}). Trust it only when you know why it changed:`}
      </p>
      <p className={css.fingerprint}>{fingerprint}</p>
      <Button variant="default" loading={busy} onClick={() => void trust()}>
        Trust this certificate
      </Button>
    </div>
  )
}
