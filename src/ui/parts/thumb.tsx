import css from './thumb.module.css'

/** A picture as small as a line of a list; an empty place where there is none. */
export const Thumb = ({ pictureId }: { readonly pictureId: string | null }) =>
  pictureId ? (
    // biome-ignore lint/performance/noImgElement: thumbnails are made by the room's own server at their size
    <img src={`/api/pictures/${pictureId}/thumb`} alt="" className={css.thumb} loading="lazy" />
  ) : (
    <span className={css.thumb} />
  )
