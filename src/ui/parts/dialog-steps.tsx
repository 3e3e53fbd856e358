import { type DialogWalk, type PrintSays, sayAt } from '@/core/preset/dialog'

/** The steps of a queue's own dialog in its order, and what no step of it sets. */
export function DialogSteps({ walk, print }: { readonly walk: DialogWalk; readonly print: PrintSays | null }) {
  return (
    <>
      <ol style={{ margin: 0, paddingLeft: 20 }}>
        {walk.lines.map((d) => (
          <li key={d.label}>
            {d.label}: <strong>{sayAt(d, print)}</strong>
            {d.after.length > 0 ? <span className="soft small"> after {d.after.join(', ')}</span> : null}
            {d.afresh ? <span className="soft small">, set afresh each time</span> : null}
          </li>
        ))}
      </ol>
      {walk.without.length > 0 ? (
        <p className="soft small">
          No step sets {walk.without.map((w) => `${w.name.toLowerCase()} (${w.value})`).join(', ')}: set them where the
          printer has them.
        </p>
      ) : null}
    </>
  )
}
