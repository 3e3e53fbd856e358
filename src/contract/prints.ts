/** A sheet on its way to a printer, or waiting for a person's answer: what screens show of it. */
export type PrintLine = {
  readonly id: string
  readonly state: 'queued' | 'sending' | 'printing' | 'done' | 'failed' | 'cancelled' | 'not known' | 'settled'
  readonly printerId: string
  readonly queueName: string
  readonly what: string
  /** a member's print is logged, a ruler sheet is not */
  readonly of: 'slip' | 'check'
  readonly href: string
  /** which print of its slip; null for a sheet that is no slip's */
  readonly printId: string | null
  readonly copy: number
  /** 0..1 of the file sent */
  readonly progress: number
  readonly printerSays: string
  readonly problem: string | null
  readonly cancelAsked: boolean
  readonly at: number
  /** where its sheet lies in the output tray, when there is one */
  readonly sheetHref: string | null
}

/** The states in which something still happens by itself. */
export const underWay = (p: Pick<PrintLine, 'state'>): boolean =>
  p.state === 'queued' || p.state === 'sending' || p.state === 'printing'
