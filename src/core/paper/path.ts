/** What the room knows of a paper on a queue, as far as the steps of a path are settled by it. */
export type PathFacts = {
  /** the newest nozzle check of the printer since the path was begun */
  readonly nozzleCheck: {
    readonly at: number
    readonly by: string
    readonly result: string
    /** nozzles that do not fire were found */
    readonly gaps: boolean
  } | null
  /** trials of the paper on the queue, and the one whose media setting was kept last */
  readonly trials: number
  readonly kept: { readonly number: number; readonly mediaSetting: string; readonly flaws: number } | null
  /** the newest solved edge check of the queue, of the version's feed and edge first, and whether it is of this very paper */
  readonly edgeCheck: {
    readonly number: number
    readonly here: boolean
    readonly paper: string
    /** how it was printed, where that is another feed or edge than the version's; it does not count then */
    readonly elsewhere: string | null
  } | null
  /** the newest version on the paper with the kept media setting */
  readonly version: { readonly preset: string; readonly number: number; readonly seal: string } | null
  /** a profile that was made with that version's seal, and whether the version converts to it */
  readonly profile: { readonly name: string; readonly used: boolean } | null
  /** the newest tone check of that version's seal, with the strength of its curve (0 to 1), or null: none is bound */
  readonly toneCheck: { readonly number: number; readonly curve: number | null } | null
  /** when that version was last read back at the printer, and how much was found otherwise */
  readonly readBack: { readonly at: number; readonly changed: number } | null
}

/** What a step finds in the room: in words, with its time where one is known, and whether that settles it. */
export type Found = { readonly says: string; readonly at: number | null; readonly settled: boolean }

/** Steps in their order, by their ids. */
export const STEP_IDS = ['nozzles', 'settings', 'edges', 'quality', 'version', 'profile', 'tone', 'card'] as const
export type StepId = (typeof STEP_IDS)[number]

export type PathStep = {
  readonly id: StepId
  readonly name: string
  /** why it is worth its time */
  readonly reason: string
  /** what the room knows of it already; null: nothing */
  readonly find: (facts: PathFacts) => Found | null
}

const found = (says: string, settled = true, at: number | null = null): Found => ({ says, at, settled })

/**
 * The way of a new paper from box to card. A step is settled by what the room knows, by what somebody says came of it, or
 * by the reason why it was skipped; steps that come later are added here.
 * @example PATH[0]?.name // 'Nozzle check'
 */
export const PATH: readonly PathStep[] = [
  {
    id: 'nozzles',
    name: 'Nozzle check',
    reason: 'A gap in a nozzle looks like a wrong media setting, and a sheet of the new paper is too dear to find out.',
    find: ({ nozzleCheck: n }) =>
      n &&
      (n.gaps
        ? found(`${n.by} found ${n.result || 'gaps'}: clean the heads and check again`, false, n.at)
        : found(`checked by ${n.by}${n.result ? `: ${n.result}` : ''}`, true, n.at)),
  },
  {
    id: 'settings',
    name: 'Media settings side by side',
    reason: 'The media setting decides how much ink lands; nothing that follows mends a wrong one.',
    find: ({ trials, kept }) =>
      kept
        ? found(
            `${kept.mediaSetting} was kept in trial ${kept.number}${kept.flaws > 0 ? ', with something against how it was judged' : ''}`,
          )
        : trials > 0
          ? found(`${trials === 1 ? '1 trial' : `${trials} trials`}, none kept yet`, false)
          : null,
  },
  {
    id: 'edges',
    name: 'Edge check',
    reason: 'Another thickness feeds otherwise: where the edges of a print fall is measured once, on this paper.',
    find: ({ edgeCheck: e }) =>
      e &&
      (e.elsewhere !== null
        ? found(`edge check ${e.number} ${e.elsewhere}; the version prints another way, which has no check yet`, false)
        : e.here
          ? found(`edge check ${e.number} was printed on it`)
          : found(`edge check ${e.number} is of ${e.paper}; it counts until there is one of this paper`, false)),
  },
  {
    id: 'quality',
    name: 'Quality compared',
    reason: 'The finest quality costs minutes and ink that may not be seen on this surface from where people stand.',
    find: () => null,
  },
  {
    id: 'version',
    name: 'Version sealed',
    reason: 'A version never changes: whoever prints with it next year prints what was found out now.',
    find: ({ version: v }) => v && found(`${v.preset}, version ${v.number}, seal ${v.seal}`),
  },
  {
    id: 'profile',
    name: 'Profile bound',
    reason: 'Colours are held only by a profile made with this very seal; without one the printer guesses.',
    find: ({ profile: p }) =>
      p &&
      (p.used
        ? found(`its version converts to ${p.name}, made with its seal`)
        : found(`${p.name} was made with its seal; the version does not convert to it yet`, false)),
  },
  {
    id: 'tone',
    name: 'Greys straight',
    reason:
      'Black-and-white shows every bend: one wedge tells whether shadows close up, and makes the curve that opens them.',
    find: ({ toneCheck: t }) =>
      t &&
      found(
        t.curve === null
          ? `tone check ${t.number} was read; no curve is bound`
          : `tone check ${t.number}, its curve is bound at ${Math.round(100 * t.curve)} %`,
      ),
  },
  {
    id: 'card',
    name: 'Bench card',
    reason: 'Who prints next need not know any of this: the card at the printer says what to set and what to load.',
    find: ({ readBack: r }) =>
      r &&
      found(
        r.changed === 0 ? 'read back at the printer, all as it says' : `read back, ${r.changed} found otherwise`,
        r.changed === 0,
        r.at,
      ),
  },
]

/** What somebody said of a step: what came of it, or why it is left out. */
export type StepSaid = {
  readonly state: 'done' | 'skipped'
  readonly says: string
  readonly at: number
  readonly by: string
}

/** What was said of steps, by the step. */
export type Said = Readonly<Partial<Record<StepId, StepSaid>>>

/** How a step stands. What the room knows settles it whatever was said; what was said stays readable. */
export type StepStands = {
  readonly step: PathStep
  readonly state: 'done' | 'skipped' | 'open'
  readonly found: Found | null
  readonly said: StepSaid | null
}

/**
 * A path's steps as they stand.
 * @param said by the id of the step.
 * @example standing(PATH, NOTHING_KNOWN, {}).every((s) => s.state === 'open') // true
 */
export const standing = (steps: readonly PathStep[], facts: PathFacts, said: Said): readonly StepStands[] =>
  steps.map((step) => {
    const [there, word] = [step.find(facts), said[step.id] ?? null]
    return { step, state: there?.settled ? 'done' : (word?.state ?? 'open'), found: there, said: word }
  })

/** What a room knows of a paper that has just come in. */
export const NOTHING_KNOWN: PathFacts = {
  ...{
    nozzleCheck: null,
    trials: 0,
    kept: null,
    edgeCheck: null,
    version: null,
    profile: null,
    readBack: null,
    toneCheck: null,
  },
}
