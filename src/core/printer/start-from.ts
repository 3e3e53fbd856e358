import type { Feed, QueueFacts } from './facts'

/**
 * What a queue of another printer knows, for a queue of this one: everything, with its feeds under this printer's of the
 * same name. Feeds that only the other has are left out, and those that only this one has stay as they are known here;
 * so are the printer's own keywords of feeds, since another machine has others.
 * @param theirs the other queue's facts and its printer's feeds. @param mine this queue's facts and its printer's feeds.
 * @example startFrom({ facts: QUEUE, feeds: [VERSION.feed] }, { facts: QUEUE, feeds: [VERSION.feed] }).qualities // QUEUE.qualities
 */
export function startFrom(
  theirs: { readonly facts: QueueFacts; readonly feeds: readonly Feed[] },
  mine: { readonly facts: QueueFacts; readonly feeds: readonly Feed[] },
): QueueFacts {
  const here = new Map(
    theirs.feeds.flatMap((f) => {
      const own = mine.feeds.find((m) => m.name.toLowerCase() === f.name.toLowerCase())
      return own ? [[f.id, own.id] as const] : []
    }),
  )
  const strange = (option: string, value: string): boolean => option === 'feed' && !here.has(value)
  const literal = <L extends { readonly option: string; readonly in: readonly string[] }>(l: L): L => ({
    ...l,
    in: l.option === 'feed' ? l.in.flatMap((v) => here.get(v) ?? []) : l.in,
  })
  const speaksOfStrange = (l: { readonly option: string; readonly in: readonly string[] }): boolean =>
    l.in.every((v) => strange(l.option, v))
  const copied = theirs.facts.feeds.flatMap((f) => {
    const feedId = here.get(f.feedId)
    return feedId ? [{ ...f, feedId }] : []
  })
  const kept = mine.facts.feeds.filter((f) => !copied.some((c) => c.feedId === f.feedId))
  return {
    ...theirs.facts,
    feeds: [...copied, ...kept],
    rules: theirs.facts.rules
      .filter((r) => ![...r.when, r.then].some(speaksOfStrange))
      .map((r) => ({ ...r, when: r.when.map(literal), then: literal(r.then) })),
    notes: theirs.facts.notes.filter((n) => !speaksOfStrange(n.when)).map((n) => ({ ...n, when: literal(n.when) })),
    dialog: theirs.facts.dialog.map((d) => ({
      ...d,
      ...(d.shows ? { shows: speaksOfStrange(d.shows) ? null : literal(d.shows) } : {}),
    })),
    ipp: { ...theirs.facts.ipp, sources: mine.facts.ipp.sources },
  }
}
