import { useEffect, useState } from 'react'

const pauseMs = 1200

/**
 * True from the first pause in typing after something wanted to lie over the page. A dialog takes the keys for itself:
 * one that comes in the middle of a number leaves half of it in the field, and half a number is a wrong one.
 */
export function usePauseInTyping(isWanted: boolean): boolean {
  const [isPaused, setPaused] = useState(false)
  useEffect(() => {
    if (!isWanted) {
      setPaused(false)
      return
    }
    let timer: ReturnType<typeof setTimeout>
    const wait = () => {
      clearTimeout(timer)
      timer = setTimeout(() => setPaused(true), pauseMs)
    }
    wait()
    window.addEventListener('keydown', wait, true)
    return () => {
      clearTimeout(timer)
      window.removeEventListener('keydown', wait, true)
    }
  }, [isWanted])
  return isWanted && isPaused
}
