/** A save that found no connection is tried again after these pauses, ms; after the last it waits for news or a change. */
const PAUSES = [2000, 4000, 8000, 15_000, 30_000, 60_000, 60_000, 60_000, 60_000, 60_000]

/**
 * Tries a save again while there is no connection: after growing pauses, a bounded number of times, and at once when the
 * browser says that it is connected again.
 */
export class Again {
  private tries = 0
  private ended = false
  private timer: ReturnType<typeof setTimeout> | undefined
  private readonly online = (): void => this.now()

  constructor(private readonly save: () => void) {}

  /** There was no connection. */
  later(): void {
    if (this.ended) return
    window.addEventListener('online', this.online)
    clearTimeout(this.timer)
    const pause = PAUSES[this.tries]
    this.tries += 1
    if (pause !== undefined) this.timer = setTimeout(this.save, pause)
  }

  /** The page goes: nothing is tried any more. */
  end(): void {
    this.ended = true
    this.over()
  }

  /** Something else was said: a save went through, or was refused. */
  over(): void {
    this.tries = 0
    clearTimeout(this.timer)
    window.removeEventListener('online', this.online)
  }

  private now(): void {
    this.over()
    this.save()
  }
}
