import { v7 } from 'uuid'

/** UUIDv7 (RFC 9562): ids that sort by the time they were made. */
export const newId = (): string => v7()
