'use client'

import { useCallback, useMemo, useRef, useState } from 'react'
import { askAboutSlip } from '@/contract/call'
import type { Catalogue } from '@/core/slip/catalogue'
import type { VersionFacts } from '@/core/slip/facts'
import { tellProblem } from '@/ui/parts/tell'

/** The catalogue that a slip came with, and what was asked of further versions since. */
export function useKnown(given: Catalogue): {
  readonly catalogue: Catalogue
  /** a version's facts; null: they could not be had, which was said */
  readonly learn: (versionId: string) => Promise<VersionFacts | null>
} {
  const [more, setMore] = useState<readonly VersionFacts[]>([])
  const catalogue = useMemo(
    () => ({
      ...given,
      versions: [...given.versions, ...more.filter((m) => !given.versions.some((v) => v.id === m.id))],
    }),
    [given, more],
  )
  const here = useRef(catalogue)
  here.current = catalogue
  const learn = useCallback(async (versionId: string): Promise<VersionFacts | null> => {
    const known = here.current.versions.find((v) => v.id === versionId)
    if (known) return known
    const answer = await askAboutSlip('version', { versionId })
    if (!answer.ok) {
      tellProblem(answer.problem)
      return null
    }
    setMore((all) => [...all, answer.value])
    return answer.value
  }, [])
  return { catalogue, learn }
}
