import { useCallback, useEffect, useState } from 'react'

/** Whether a paper was asked for a moment ago, wherever its link stands. @returns and what to call when all are there */
export function usePapersAsked(): [boolean, () => void] {
  const [isAsked, setAsked] = useState(false)
  useEffect(() => {
    const look = ({ target }: MouseEvent) => {
      if (target instanceof Element && target.closest('a[href*=".pdf"]')) setAsked(true)
    }
    document.addEventListener('click', look)
    return () => document.removeEventListener('click', look)
  }, [])
  return [isAsked, useCallback(() => setAsked(false), [])]
}
