'use client'

import { useRouter } from 'next/navigation'
import { FormText } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import { tell } from '@/ui/parts/tell'
import { TrustCertificate } from './trust-certificate'

/** A printer by its address: it is asked what it is, and everything that it tells is taken over. */
export function ByAddressForm({ onDone }: { readonly onDone: () => void }) {
  const router = useRouter()
  const form = useRoomForm({
    action: 'printer.by-address',
    row: null,
    values: () => ({ address: '', nickname: '' }),
    done: (v) => `${v.nickname} answered. What it told is taken over; look through it once.`,
    then: (made) => {
      if (made.cannot) tell(made.cannot)
      onDone()
      router.push(`/printers/${made.id}`)
    },
  })
  return (
    <Form form={form} submit="Ask it and add it">
      <FormText
        field={form.at('address')}
        label="Address"
        placeholder="ipp://printer.local/ipp/print"
        description="Nothing is ever sent anywhere else; an address that sends on is not followed."
        first
      />
      <FormText field={form.at('nickname')} label="Nickname" />
      <TrustCertificate problem={form.problem} address={form.values.address} onTrusted={() => void form.submit()} />
    </Form>
  )
}
