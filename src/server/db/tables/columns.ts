import { integer, text } from 'drizzle-orm/sqlite-core'

// Lengths in um, money in minor units, times in UTC milliseconds, all integers. Ids are UUIDv7; `number` is for people.

export const id = () => text('id').primaryKey()
export const revision = () => integer('revision').notNull().default(1)
export const retiredAt = () => integer('retired_at')
