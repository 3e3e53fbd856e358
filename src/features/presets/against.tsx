import css from './preset.module.css'

/** What speaks against settings as the room is now, a line each; nothing where nothing does. */
export function Against({ says }: { readonly says: readonly string[] }) {
  if (says.length === 0) return null
  return (
    <div className={css.against}>
      <strong>What speaks against it</strong>
      <ul className={css.list}>
        {says.map((s) => (
          <li key={s}>{s}</li>
        ))}
      </ul>
    </div>
  )
}

/** Why a version was sealed although something spoke against it. */
export const Despite = ({
  despite,
}: {
  readonly despite: { readonly says: readonly string[]; readonly because: string }
}) => (
  <span className={css.despite}>
    sealed all the same, because {despite.because}: {despite.says.join(' ')}
  </span>
)
