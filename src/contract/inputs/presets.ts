import { z } from 'zod'
import { idSchema, nameSchema, noteSchema } from '../lengths'
import { settingsSchema } from '../preset'
import { foundSchema } from '../read-back'
import { innerIdSchema, sheetChoiceSchema } from '../slip'
import { edited } from './shared'

export const PRESETS_INPUTS = {
  'target.add': z.object({
    name: nameSchema,
    service: z.string().trim().max(120),
    instructions: noteSchema,
    pictureId: idSchema,
    /** pixels per inch that it was made for; null: as the file says */
    ppi: z.number().min(20, 'at least 20').max(5000, 'at most 5000').nullable(),
  }),
  'target.print': z.object({
    id: idSchema,
    versionId: idSchema,
    sheet: sheetChoiceSchema,
    copies: z.int().min(1).max(20, 'at most 20'),
  }),
  'target.retire': z.object(edited),
  'target.restore': z.object(edited),
  'read-back.log': z.object({
    versionId: idSchema,
    slipId: idSchema.nullable().default(null),
    printId: innerIdSchema.nullable().default(null),
    found: foundSchema,
  }),
  'read-back.settle': z.object({ id: idSchema }),
  /** with the profile that it brings along */
  'preset.import': z.object({ text: z.string().max(9_000_000) }),
  'preset.carry': z.object({ id: idSchema, queueId: idSchema, name: nameSchema }),
  'preset.add': z.object({ name: nameSchema, draft: settingsSchema }),
  'preset.draft': z.object({ ...edited, name: nameSchema, draft: settingsSchema }),
  'preset.rename': z.object({ ...edited, name: nameSchema }),
  /** `despite`: why it is sealed although something speaks against it; empty where nothing does */
  'preset.seal': z.object({ ...edited, why: noteSchema, despite: noteSchema.default('') }),
  'preset.retire': z.object(edited),
  'preset.delete': z.object({ id: idSchema }),
  'preset.restore': z.object(edited),
  'profile.bind': z.object({ id: idSchema, seal: z.string().min(1, 'choose a version').max(12), made: z.boolean() }),
  'profile.retire': z.object({ id: idSchema }),
  'profile.restore': z.object({ id: idSchema }),
} as const satisfies Record<string, z.ZodType>
