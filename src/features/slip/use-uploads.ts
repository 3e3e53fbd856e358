'use client'

import { useRef, useState } from 'react'
import { sayProblem } from '@/core/words/problems'
import { uploadPicture } from '@/ui/parts/upload'

/** A picture that came in, with the name of its file. */
export type Taken = { readonly id: string; readonly name: string }

type Now = { readonly name: string; readonly at: number; readonly of: number; readonly part: number }

/** Files sent one after the other: how far it is, what was not taken and why. A new send ends the one before. */
export function useUploads() {
  const [now, setNow] = useState<Now | null>(null)
  const [problems, setProblems] = useState<readonly string[]>([])
  const stop = useRef<AbortController | null>(null)

  /** Answers what was taken, in the files' order; what was refused is said and the others go on. */
  const send = async (files: readonly File[]): Promise<readonly Taken[]> => {
    stop.current?.abort()
    const mine = new AbortController()
    stop.current = mine
    setProblems([])
    const taken: Taken[] = []
    for (const [i, file] of files.entries()) {
      const told = (part: number): void => setNow({ name: file.name, at: i + 1, of: files.length, part })
      told(0)
      const result = await uploadPicture(file, told, mine.signal)
      if (stop.current !== mine) return []
      if (result === 'cancelled') break
      if (result.ok) taken.push({ id: result.value.id, name: file.name })
      else setProblems((all) => [...all, sayProblem(result.problem)])
    }
    setNow(null)
    return taken
  }
  return {
    now,
    problems,
    send,
    cancel: (): void => stop.current?.abort(),
    refuse: (problem: string): void => setProblems([problem]),
  }
}
