import { feedSchema } from '@/contract/printer'
import { parsed } from './parse'

/** A feed's name out of its facts. */
export const feedName = (facts: unknown, id: string): string => parsed(feedSchema, facts, `feed ${id}`).name
