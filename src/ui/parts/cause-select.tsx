import { Select } from '@mantine/core'
import { CAUSES, type Cause } from '@/contract/slip-data'

/** What spoiled a print: one of the room's causes. */
export function CauseSelect({
  value,
  onChange,
}: {
  readonly value: Cause | null
  readonly onChange: (cause: Cause | null) => void
}) {
  return (
    <Select
      label="What spoiled it"
      placeholder="Choose a cause"
      data={[...CAUSES]}
      value={value}
      comboboxProps={{ withinPortal: false }}
      onChange={(c) => onChange(CAUSES.find((k) => k === c) ?? null)}
    />
  )
}
