import { eq } from 'drizzle-orm'
import { um } from '@/core/length/length'
import type { LoadedFacts } from '@/core/slip/facts'
import type { Db } from '@/server/db/open'
import { loads, papers, stocks } from '@/server/db/schema'

/** What somebody noted as loaded in each feed, or printed on last. */
export const loadedByFeed = (db: Db): ReadonlyMap<string, LoadedFacts> =>
  new Map(
    db
      .select({ feedId: loads.feedId, stock: stocks, paper: papers.name, rollId: loads.rollId })
      .from(loads)
      .innerJoin(stocks, eq(stocks.id, loads.stockId))
      .innerJoin(papers, eq(papers.id, stocks.paperId))
      .all()
      .map(({ feedId, stock, paper, rollId }) => [
        feedId,
        {
          ...{ paperId: stock.paperId, paperName: paper, kind: stock.kind, stockId: stock.id },
          ...{ width: um(stock.widthUm), length: um(stock.lengthUm), rollId },
        },
      ]),
  )
