import { useEffect, useState } from 'react'
import classes from './Trust.module.css'

const quiet = 4

/** A picture to scan; drawn here, nothing of it goes anywhere. */
export function QrPicture({ text, name }: { text: string; name: string }) {
  const [drawn, setDrawn] = useState<{ size: number; path: string }>()
  useEffect(() => {
    let isOver = false
    void import('./qrPath').then(({ qrPath }) => {
      if (!isOver) setDrawn(qrPath(text))
    })
    return () => {
      isOver = true
    }
  }, [text])
  if (!drawn) return <div className={classes.qr} role="status" aria-label="Drawing" />
  const side = drawn.size + 2 * quiet
  return (
    <svg viewBox={`${-quiet} ${-quiet} ${side} ${side}`} className={classes.qr} role="img" aria-label={name}>
      <path d={drawn.path} fill="#000" shapeRendering="crispEdges" />
    </svg>
  )
}
