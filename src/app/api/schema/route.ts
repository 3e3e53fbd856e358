import { exchangeSchemas } from '@/contract/exchange'

/** The JSON Schemas of the exchange files. */
export const GET = (): Response => Response.json(exchangeSchemas())
