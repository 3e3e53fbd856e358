import { TextInput } from '@mantine/core'
import { useState } from 'react'
import type { Finding } from '@/core/checks/check'
import { sayFinding } from '@/core/words/checks'
import { LevelWord } from '@/ui/parts/level'
import { useWays } from '@/ui/unit/unit'
import { saySheet } from './print-list'
import css from './slip.module.css'
import type { Wanted } from './wanted'

type Stop = { readonly printId: string; readonly finding: Finding; readonly of: string | null }

/** The stops of prints, one for each check; with their print's sheet where there are several prints. */
function stopsOf(prints: readonly Wanted[], unit: 'mm' | 'in'): readonly Stop[] {
  return prints.flatMap((w) =>
    w.stops
      .filter((f, i) => w.stops.findIndex((g) => g.check === f.check) === i)
      .map((finding) => ({
        printId: w.print.id,
        finding,
        of: prints.length > 1 ? `Print ${w.number}, ${saySheet(w, unit)}` : null,
      })),
  )
}

/** The reasons given for stops, by print and check; blanks are no answer. */
export function useStopAnswers(prints: readonly Wanted[]) {
  const { unit } = useWays()
  const [reasons, setReasons] = useState<Readonly<Record<string, string>>>({})
  const stops = stopsOf(prints, unit)
  const key = (s: Stop): string => `${s.printId} ${s.finding.check}`
  const of = (s: Stop): string => reasons[key(s)] ?? ''
  return {
    stops,
    of,
    answersOf: (printId: string) =>
      stops
        .filter((s) => s.printId === printId && of(s).trim() !== '')
        .map((s) => ({ check: s.finding.check, reason: of(s) })),
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
  const { unit } = useWays()
  return (
    <div className={css.stack}>
      {given.stops.map((s) => (
        <TextInput
          key={`${s.printId} ${s.finding.check}`}
          label={
            <>
              <LevelWord level="stop" /> {s.of ? `${s.of}: ` : ''}
              {sayFinding(s.finding, unit)}
            </>
          }
          placeholder={why}
          value={given.of(s)}
          onChange={(e) => given.answer(s, e.currentTarget.value)}
        />
      ))}
    </div>
  )
}
