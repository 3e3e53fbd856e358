import type { Feed } from '@/core/printer/facts'
import css from './loading-steps.module.css'

/** How a feed is loaded: its picture, its steps, and what the machine shows then. Nothing where nobody said. */
export function LoadingSteps({ feed }: { readonly feed: Pick<Feed, 'name' | 'loading' | 'message' | 'pictureId'> }) {
  const { name, loading, message, pictureId } = feed
  if (loading.length === 0 && !message && !pictureId) return null
  return (
    <div className={css.steps}>
      {pictureId ? (
        // biome-ignore lint/performance/noImgElement: made by the room's own server at its size
        <img src={`/api/pictures/${pictureId}/thumb`} alt={`How the ${name} is loaded`} />
      ) : null}
      <div>
        {loading.length > 0 ? (
          <ol>
            {loading.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
        ) : null}
        {message ? <p className="soft small">The machine then shows: {message}</p> : null}
      </div>
    </div>
  )
}
