import { useEffect, useState } from 'react'
import type { LineAnswer } from '@sturvo/schema'
import { waitingLineText } from '@sturvo/words'
import { useLazyLineQuery } from './lineApi'
import classes from './Shell.module.css'

const againMs = 1000
// the first answer may come before the paper was asked for
const quietLooks = 2

/** How many papers of mine wait for their turn, from the click on one until none waits any more. */
export function PapersLine({ onOver }: { onOver: () => void }) {
  const [ask] = useLazyLineQuery()
  const [line, setLine] = useState<LineAnswer>()
  useEffect(() => {
    let quiet = 0
    const look = () =>
      void ask()
        .unwrap()
        .then((now) => {
          setLine(now)
          quiet = now.own === 0 ? quiet + 1 : 0
          if (quiet === quietLooks) onOver()
        }, onOver)
    const timer = setInterval(look, againMs)
    return () => clearInterval(timer)
  }, [ask, onOver])
  return (
    <p className={classes.line} role="status" data-line={line?.own ?? 0}>
      {line && line.own > 0 ? waitingLineText(line) : ''}
    </p>
  )
}
