import type { Ticket } from '@/core/print/ticket'
import type { Heard } from '@/core/printer/heard'
import type { Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import {
  type Attributes,
  attribute,
  collection,
  collectionsOf,
  integer,
  keyword,
  numberOf,
  wordOf,
  wordsOf,
} from '@/formats/ipp/look'
import { type IppAttribute, OPERATION } from '@/formats/ipp/message'
import type { PrinterAddress } from './address'
import { type Answer, askPrinter, jobGroups, type Patience, printerGroup } from './client'
import { heardFrom } from './told'

/** Who sends, as the printer notes it. */
const USER: IppAttribute = attribute('requesting-user-name', { kind: 'name', value: 'libreta' })
const formatOf = (t: Ticket): IppAttribute => attribute('document-format', { kind: 'mimeMediaType', value: t.format })

/** A ticket as job attributes: the printer's own scaling is always off, whatever its panel says. */
export function ticketAttributes(t: Ticket): readonly IppAttribute[] {
  return [
    attribute(
      'media-col',
      collection(
        attribute(
          'media-size',
          collection(attribute('x-dimension', integer(t.width)), attribute('y-dimension', integer(t.length))),
        ),
        ...(t.source === null ? [] : [attribute('media-source', keyword(t.source))]),
        attribute('media-type', keyword(t.mediaType)),
        attribute('media-left-margin', integer(t.margins.left)),
        attribute('media-right-margin', integer(t.margins.right)),
        attribute('media-top-margin', integer(t.margins.top)),
        attribute('media-bottom-margin', integer(t.margins.bottom)),
      ),
    ),
    attribute('print-quality', { kind: 'enum', value: t.quality }),
    attribute('print-color-mode', keyword(t.colourMode)),
    attribute('print-scaling', keyword('none')),
    attribute('printer-resolution', { kind: 'resolution', across: t.ppi, along: t.ppi, units: 3 }),
    attribute('sides', keyword('one-sided')),
  ]
}

/** All or nothing: a printer that cannot do one of these says so instead of doing something else. */
const FIDELITY: IppAttribute = attribute('ipp-attribute-fidelity', { kind: 'boolean', value: true })

const named = (jobName: string, ticket: Ticket): readonly IppAttribute[] => [
  USER,
  attribute('job-name', { kind: 'name', value: jobName }),
  FIDELITY,
  formatOf(ticket),
]

export const validateJob = (
  address: PrinterAddress,
  jobName: string,
  ticket: Ticket,
  patience?: Patience,
): Promise<Result<Answer, Problem>> =>
  askPrinter(
    address,
    {
      operation: OPERATION.validateJob,
      operationAttributes: named(jobName, ticket),
      jobAttributes: ticketAttributes(ticket),
    },
    patience,
  )

export const printJob = (
  address: PrinterAddress,
  jobName: string,
  ticket: Ticket,
  document: AsyncIterable<Uint8Array>,
  patience: Patience | undefined,
  signal: AbortSignal,
): Promise<Result<Answer, Problem>> =>
  askPrinter(
    address,
    {
      operation: OPERATION.printJob,
      operationAttributes: named(jobName, ticket),
      jobAttributes: ticketAttributes(ticket),
      document,
    },
    patience,
    signal,
  )

const WANTED = attribute(
  'requested-attributes',
  ...[
    'job-id',
    'job-name',
    'job-uri',
    'job-state',
    'job-state-reasons',
    'job-media-sheets-completed',
    'job-impressions-completed',
    'media-col-actual',
  ].map(keyword),
)

export type JobReport = {
  readonly id: number
  readonly name: string
  /** what the printer calls it; empty when it does not say */
  readonly uri: string
  /** 0 when it does not say */
  readonly state: number
  readonly reasons: readonly string[]
  /** sheets that came out, as far as the printer counts them */
  readonly sheets: number
  /** how long a sheet it used by its own count, um (media-col-actual, PWG 5100.8); null: it does not say */
  readonly usedUm: number | null
}

/** The length of the sheet that was used: IPP counts media in hundredths of a millimetre (PWG 5100.7, 6.3.1.13). */
function usedOf(job: Attributes): number | null {
  const [actual] = collectionsOf(job, 'media-col-actual')
  const [size] = actual ? collectionsOf(actual, 'media-size') : []
  const y = size ? numberOf(size, 'y-dimension') : null
  return y !== null && y !== undefined && y > 0 ? y * 10 : null
}

const reportOf = (job: Attributes): JobReport => ({
  id: numberOf(job, 'job-id') ?? 0,
  name: wordOf(job, 'job-name') ?? '',
  uri: wordOf(job, 'job-uri') ?? '',
  state: numberOf(job, 'job-state') ?? 0,
  reasons: wordsOf(job, 'job-state-reasons').filter((r) => r !== 'none'),
  sheets: numberOf(job, 'job-media-sheets-completed') ?? numberOf(job, 'job-impressions-completed') ?? 0,
  usedUm: usedOf(job),
})

/** Number and address of the job that an answer made; null when it has no number. */
export function newJobOf(answer: Answer): { readonly id: number; readonly uri: string | null } | null {
  const [job] = jobGroups(answer.message)
  const id = job ? numberOf(job, 'job-id') : null
  return job && id !== null ? { id, uri: wordOf(job, 'job-uri') } : null
}

/** Which job of a printer is meant. */
export type OurJob = { readonly id: number; readonly name: string; readonly uri: string | null }

/**
 * Whether a report is of our job. A number alone proves nothing: a printer that forgot its jobs counts from one again,
 * and the number is another person's.
 */
export const isOurs = (report: JobReport, ours: OurJob): boolean =>
  report.id === ours.id &&
  report.name === ours.name &&
  (ours.uri === null || report.uri === '' || report.uri === ours.uri)

export async function jobReport(
  address: PrinterAddress,
  id: number,
  patience?: Patience,
): Promise<Result<JobReport, Problem>> {
  const got = await askPrinter(
    address,
    { operation: OPERATION.getJobAttributes, operationAttributes: [attribute('job-id', integer(id)), USER, WANTED] },
    patience,
  )
  if (!got.ok) return got
  return { ok: true, value: reportOf(jobGroups(got.value.message)[0] ?? []) }
}

/** Every job that the printer still knows, waiting ones first. */
export async function jobList(
  address: PrinterAddress,
  patience?: Patience,
): Promise<Result<readonly JobReport[], Problem>> {
  const all: JobReport[] = []
  for (const which of ['not-completed', 'completed']) {
    const got = await askPrinter(
      address,
      {
        operation: OPERATION.getJobs,
        operationAttributes: [USER, attribute('which-jobs', keyword(which)), attribute('limit', integer(100)), WANTED],
      },
      patience,
    )
    if (!got.ok) return got
    all.push(...jobGroups(got.value.message).map(reportOf))
  }
  return { ok: true, value: all }
}

export const cancelJob = (address: PrinterAddress, id: number, patience?: Patience): Promise<Result<Answer, Problem>> =>
  askPrinter(
    address,
    { operation: OPERATION.cancelJob, operationAttributes: [attribute('job-id', integer(id)), USER] },
    patience,
  )

/** Asks a printer to show itself, by light or sound as it can (PWG 5100.13, 3.1). */
export const identifyPrinter = (address: PrinterAddress, patience?: Patience): Promise<Result<Answer, Problem>> =>
  askPrinter(address, { operation: OPERATION.identifyPrinter, operationAttributes: [USER] }, patience)

/** Why a printer stands: its keywords, and what it says of its state itself. */
export async function standsBecause(
  address: PrinterAddress,
  patience?: Patience,
): Promise<{ readonly reasons: readonly string[]; readonly message: string }> {
  const got = await askPrinter(
    address,
    {
      operation: OPERATION.getPrinterAttributes,
      operationAttributes: [
        USER,
        attribute('requested-attributes', keyword('printer-state-reasons'), keyword('printer-state-message')),
      ],
    },
    patience,
  )
  const printer = got.ok ? printerGroup(got.value.message) : []
  return {
    reasons: wordsOf(printer, 'printer-state-reasons').filter((r) => r !== 'none'),
    message: wordOf(printer, 'printer-state-message') ?? '',
  }
}

/** Everything that a printer tells about itself. */
export const printerAttributes = (address: PrinterAddress, patience?: Patience): Promise<Result<Answer, Problem>> =>
  askPrinter(
    address,
    {
      operation: OPERATION.getPrinterAttributes,
      operationAttributes: [USER, attribute('requested-attributes', keyword('all'), keyword('media-col-database'))],
    },
    patience,
  )

/** What a printer says of itself now: what is in it, what is set at it, and how it stands. */
export async function printerNow(address: PrinterAddress, patience?: Patience): Promise<Result<Heard, Problem>> {
  const got = await askPrinter(
    address,
    {
      operation: OPERATION.getPrinterAttributes,
      operationAttributes: [
        USER,
        attribute(
          'requested-attributes',
          ...[
            'media-col-ready',
            'copies-default',
            'print-color-mode-default',
            'printer-state',
            'printer-state-reasons',
          ].map(keyword),
        ),
      ],
    },
    patience,
  )
  return got.ok ? { ok: true, value: heardFrom(printerGroup(got.value.message)) } : got
}
