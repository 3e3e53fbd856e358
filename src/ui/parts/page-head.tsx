import type { ReactNode } from 'react'
import { Find } from './find'
import css from './page-head.module.css'

/** The line at the top of every screen: title, what it is about, and what can be done. */
export function PageHead(props: {
  readonly title: ReactNode
  readonly sub?: ReactNode
  readonly children?: ReactNode
}) {
  return (
    <header className={css.head}>
      <h1 className={css.title}>{props.title}</h1>
      {props.sub ? <div className={css.sub}>{props.sub}</div> : null}
      <div className={css.acts}>
        <Find />
        {props.children}
      </div>
    </header>
  )
}
