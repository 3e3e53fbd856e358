import css from './thumb.module.css'

/** A picture as small as a line of a list, or as `className` says; an empty place where there is none. */
export function Thumb(props: {
  readonly pictureId: string | null
  readonly className?: string | undefined
  readonly alt?: string
}) {
  const { pictureId, className = css.thumb, alt = '' } = props
  return pictureId ? (
    // biome-ignore lint/performance/noImgElement: thumbnails are made by the room's own server at their size
    <img src={`/api/pictures/${pictureId}/thumb`} alt={alt} className={className} loading="lazy" />
  ) : (
    <span className={className} />
  )
}
