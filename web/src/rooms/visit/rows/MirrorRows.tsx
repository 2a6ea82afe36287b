import type { ReactNode } from 'react'
import classes from './MirrorRows.module.css'

/** Left value | name, unit | right value, in the order of work. */
export function MirrorRows({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className={classes.rows} role="group" aria-label={title}>
      <div className={classes.head}>
        <span className={classes.left}>● left foot</span>
        <span>{title}</span>
        <span className={classes.right}>right foot ■</span>
      </div>
      {children}
    </div>
  )
}
