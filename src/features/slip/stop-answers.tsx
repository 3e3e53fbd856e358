import { TextInput } from '@mantine/core'
import { useState } from 'react'
import type { Finding } from '@/core/checks/check'
import { sayFinding } from '@/core/words/checks'
import { LevelWord } from '@/ui/parts/level'
import { useWays } from '@/ui/unit/unit'
import css from './slip.module.css'

/** The reasons given for stops, by check. `answers` holds the ones that say something; blanks are no answer. */
export function useStopAnswers(stops: readonly Finding[]) {
  const [reasons, setReasons] = useState<Readonly<Record<string, string>>>({})
  const answers = stops
    .map((s) => ({ check: s.check, reason: reasons[s.check] ?? '' }))
    .filter((a) => a.reason.trim() !== '')
  return {
    answers,
    open: answers.length < stops.length,
    of: (check: string): string => reasons[check] ?? '',
    answer: (check: string, reason: string): void => setReasons({ ...reasons, [check]: reason }),
  }
}

/** A field per stop: why it is printed, or called good, all the same. */
export function StopAnswers({
  stops,
  given,
  why,
}: {
  readonly stops: readonly Finding[]
  readonly given: ReturnType<typeof useStopAnswers>
  /** what the empty field asks for */
  readonly why: string
}) {
  const { unit } = useWays()
  return (
    <div className={css.stack}>
      {stops.map((s) => (
        <TextInput
          key={s.check}
          label={
            <>
              <LevelWord level="stop" /> {sayFinding(s, unit)}
            </>
          }
          placeholder={why}
          value={given.of(s.check)}
          onChange={(e) => given.answer(s.check, e.currentTarget.value)}
        />
      ))}
    </div>
  )
}
