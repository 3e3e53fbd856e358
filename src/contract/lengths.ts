import { z } from 'zod'
import { um } from '@/core/length/length'
import { minor } from '@/core/money/money'

/** Whole um on the wire; nothing is longer than 100 m. */
export const umSchema = z.int().min(-100_000_000).max(100_000_000).transform(um)
export const lengthSchema = z.int().min(0).max(100_000_000).transform(um)
export const minorSchema = z.int().min(-1_000_000_000).max(1_000_000_000).transform(minor)

/** UTC milliseconds of a day that a clock can show: 2000 to 2100. */
export const timeSchema = z
  .int()
  .min(Date.UTC(2000, 0, 1), 'before the year 2000')
  .max(Date.UTC(2100, 0, 1), 'after the year 2100')

export const edgesSchema = z
  .object({ left: lengthSchema, right: lengthSchema, lead: lengthSchema, trail: lengthSchema })
  .readonly()

export const idSchema = z.uuid('choose one of the list')
/** Names that people type: trimmed, NFC, one line. */
export const nameSchema = z
  .string()
  .transform((s) => s.normalize('NFC').replace(/\s+/g, ' ').trim())
  .pipe(z.string().min(1, 'a name is needed').max(120, 'at most 120 letters'))
export const noteSchema = z
  .string()
  .max(4000, 'at most 4000 letters')
  .transform((s) => s.normalize('NFC').trim())
