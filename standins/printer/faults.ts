/**
 * What goes wrong with printers, on purpose: by a switch at the machine, or by a schedule that counts the jobs that come
 * in. A fault waits for its stage of a job and happens there, once.
 */

export const FAULTS = [
  'offline',
  'slow',
  'dropped before the data',
  'dropped in the data',
  'dropped after the data',
  'answer cut short',
  'no paper',
  'other paper',
  'roll end',
  'hangs',
  'restart',
] as const
export type Fault = (typeof FAULTS)[number]

/** Where a job is when it happens: asked whether it could be printed, sent, being printed, looked at, over. */
export const STAGES = ['asked', 'sent', 'printing', 'looked at', 'over'] as const
export type Stage = (typeof STAGES)[number]

/** A fault belongs where it can happen at all; others happen where they are asked to. */
const ONLY: Readonly<Partial<Record<Fault, Stage>>> = {
  'dropped before the data': 'sent',
  'dropped in the data': 'sent',
  'dropped after the data': 'sent',
  'no paper': 'sent',
  'other paper': 'sent',
  'roll end': 'printing',
  hangs: 'printing',
}

/** Faults that need no job to happen to. */
export const AT_ONCE: readonly Fault[] = ['offline', 'slow', 'no paper', 'other paper', 'restart']

export type Armed = {
  readonly kind: Fault
  readonly stage: Stage
  /** with the job that comes so many jobs from when it was armed: 0 is the next */
  readonly job: number
  readonly seconds: number
}

/** How long a fault lasts that lasts, unless it is said. */
const SECONDS = 5

/** Whether a word names a fault. */
export const isFault = (word: unknown): word is Fault => FAULTS.some((f) => f === word)
export const isStage = (word: unknown): word is Stage => STAGES.some((s) => s === word)

/** The faults of one machine: what is armed, and what goes wrong just now. */
export class Faults {
  private readonly waiting: Armed[] = []
  /** jobs that came in so far */
  private jobs = 0
  private offlineUntil = 0
  private slowUntil = 0
  private cut = false
  private dropped: 'before' | 'in' | 'after' | null = null
  private hanging = false
  private rollEnds = false

  /** @param does what a fault changes at the machine itself: its paper, its memory. */
  constructor(
    private readonly does: (what: 'no paper' | 'other paper' | 'restart') => void,
    private readonly clock: () => number = Date.now,
  ) {}

  /** It happens at once, whatever the machine does. */
  now(kind: Fault, seconds = SECONDS): void {
    this.happen({ kind, stage: 'sent', job: 0, seconds })
  }

  arm(kind: Fault, { stage = 'sent', job = 0, seconds = SECONDS }: Partial<Omit<Armed, 'kind'>> = {}): void {
    this.waiting.push({ kind, stage: ONLY[kind] ?? stage, job: this.jobs + job + 1, seconds })
  }

  /** Everything that is armed, nothing that happens just now. */
  get armed(): readonly Armed[] {
    return this.waiting.map((a) => ({ ...a, job: Math.max(0, a.job - this.jobs - 1) }))
  }

  /** Takes back what is armed and ends what lasts. */
  clear(): void {
    this.waiting.length = 0
    this.offlineUntil = 0
    this.slowUntil = 0
    this.cut = false
    this.dropped = null
    this.hanging = false
    this.rollEnds = false
  }

  /** A job is at a stage: what is armed for it happens. A job counts when it is first asked about or sent. */
  reach(stage: Stage): void {
    // Validate-Job and Print-Job are of one job: the second of them counts it, so that both find the same faults
    const number = this.jobs + (stage === 'asked' || stage === 'sent' ? 1 : 0)
    for (const armed of this.waiting.filter((a) => a.stage === stage && a.job <= number))
      this.happen(this.waiting.splice(this.waiting.indexOf(armed), 1)[0] as Armed)
    if (stage === 'sent') this.jobs += 1
  }

  private happen({ kind, seconds }: Armed): void {
    switch (kind) {
      case 'offline':
        this.offlineUntil = this.clock() + seconds * 1000
        break
      case 'slow':
        this.slowUntil = this.clock() + seconds * 1000
        break
      case 'dropped before the data':
        this.dropped = 'before'
        break
      case 'dropped in the data':
        this.dropped = 'in'
        break
      case 'dropped after the data':
        this.dropped = 'after'
        break
      case 'answer cut short':
        this.cut = true
        break
      case 'hangs':
        this.hanging = true
        break
      case 'roll end':
        this.rollEnds = true
        break
      case 'restart':
        this.offlineUntil = this.clock() + seconds * 1000
        this.does(kind)
        break
      case 'no paper':
      case 'other paper':
        this.does(kind)
        break
    }
  }

  /** Nobody is reached: connections are closed without an answer. */
  get offline(): boolean {
    return this.clock() < this.offlineUntil
  }

  /** How long this answer takes longer, ms. */
  get slow(): number {
    return Math.max(0, Math.min(1500, this.slowUntil - this.clock()))
  }

  /** Whether the connection of this document breaks, and where; asked once for each. */
  drops(): 'before' | 'in' | 'after' | null {
    const at = this.dropped
    this.dropped = null
    return at
  }

  /** Whether this answer is cut off in its middle; asked once for each. */
  cuts(): boolean {
    const is = this.cut
    this.cut = false
    return is
  }

  /** Whether the job under way stands still without a word, until somebody switches it on again. */
  get hangs(): boolean {
    return this.hanging
  }

  /** Whether the roll ends under the print that is being made; asked once for each. */
  ends(): boolean {
    const is = this.rollEnds
    this.rollEnds = false
    return is
  }
}
