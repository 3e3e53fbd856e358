'use client'

import { TextInput } from '@mantine/core'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { Form } from '@/ui/parts/panel'
import { tell } from '@/ui/parts/tell'
import { useDo } from '@/ui/parts/use-do'
import { TrustCertificate } from './trust-certificate'

/** A printer by its address: it is asked what it is, and everything that it tells is taken over. */
export function ByAddressForm({ onDone }: { readonly onDone: () => void }) {
  const { act, busy, problem } = useDo()
  const router = useRouter()
  const [address, setAddress] = useState('')
  const [nickname, setNickname] = useState('')
  const add = async (): Promise<void> => {
    const made = await act(
      'printer.by-address',
      { address, nickname },
      `${nickname} answered. What it told is taken over; look through it once.`,
    )
    if (!made) return
    if (made.cannot) tell(made.cannot)
    onDone()
    router.push(`/printers/${made.id}`)
  }
  return (
    <Form
      submit="Ask it and add it"
      busy={busy}
      shut={address.trim() === '' || nickname.trim() === '' ? 'An address and a nickname are needed.' : null}
      onSubmit={() => void add()}
    >
      <TextInput
        label="Address"
        placeholder="ipp://printer.local/ipp/print"
        description="Nothing is ever sent anywhere else; an address that sends on is not followed."
        value={address}
        autoComplete="off"
        data-autofocus
        onChange={(e) => setAddress(e.currentTarget.value)}
      />
      <TextInput label="Nickname" value={nickname} onChange={(e) => setNickname(e.currentTarget.value)} />
      <TrustCertificate problem={problem} address={address} onTrusted={() => void add()} />
    </Form>
  )
}
