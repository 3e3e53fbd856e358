import { Stack, TextInput } from '@mantine/core'
import { useState } from 'react'
import { LevelWord } from './level'

/** A check that says stop: of which print, and what it says. */
export type Stop = { readonly printId: string; readonly check: string; readonly says: string }

/** The reasons given for stops, by print and check; blanks are no answer. */
export function useStopAnswers(stops: readonly Stop[]) {
  const [reasons, setReasons] = useState<Readonly<Record<string, string>>>({})
  const key = (s: Stop): string => `${s.printId} ${s.check}`
  const of = (s: Stop): string => reasons[key(s)] ?? ''
  return {
    stops,
    of,
    answersOf: (printId: string) =>
      stops.filter((s) => s.printId === printId && of(s).trim() !== '').map((s) => ({ check: s.check, reason: of(s) })),
    open: stops.some((s) => of(s).trim() === ''),
    answer: (s: Stop, reason: string): void => setReasons({ ...reasons, [key(s)]: reason }),
  }
}

/** A field per stop: why it is printed, or called good, all the same. */
export function StopAnswers({
  given,
  why,
}: {
  readonly given: ReturnType<typeof useStopAnswers>
  /** what the empty field asks for */
  readonly why: string
}) {
  return (
    <Stack gap="xs">
      {given.stops.map((s) => (
        <TextInput
          key={`${s.printId} ${s.check}`}
          label={
            <>
              <LevelWord level="stop" /> {s.says}
            </>
          }
          placeholder={why}
          value={given.of(s)}
          onChange={(e) => given.answer(s, e.currentTarget.value)}
        />
      ))}
    </Stack>
  )
}
