'use client'

import { Button } from '@mantine/core'

export default function Failed({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  return (
    <div style={{ padding: '40px 24px', maxWidth: 560 }}>
      <h1>This page could not be made</h1>
      <p>Nothing was changed. {error.digest ? `The server’s log has it under ${error.digest}.` : error.message}</p>
      <Button onClick={reset}>Try again</Button>
    </div>
  )
}
