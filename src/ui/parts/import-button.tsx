'use client'

import { Button, FileButton } from '@mantine/core'

/** Chooses a JSON file and hands on its text. */
export function ImportButton({ label, onText }: { readonly label: string; readonly onText: (text: string) => void }) {
  return (
    <FileButton accept="application/json,.json" onChange={(file) => void file?.text().then(onText)}>
      {(props) => (
        <Button {...props} size="compact-xs" variant="default">
          {label}
        </Button>
      )}
    </FileButton>
  )
}
