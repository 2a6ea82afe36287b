import { useEffect, useRef } from 'react'
import { useNavigate } from 'react-router'
import { steps, type Step } from '@sturvo/core/reading'
import { useAppDispatch } from '../../app/store'
import { nextLayerChosen } from '../../mat/matSlice'
import { redone, undone } from '../../outbox/visitSlice'

type Keys = { visitId: string; step: Step; onHelp: () => void; onClientShown: () => void }

/** The keys of a visit. Letters count outside text fields; number fields of the rows hear their own. */
export function useVisitKeys(keys: Keys): void {
  const navigate = useNavigate()
  const dispatch = useAppDispatch()
  const latest = useRef(keys)
  useEffect(() => {
    latest.current = keys
  })
  useEffect(() => {
    const go = (by: number) => {
      const { visitId, step } = latest.current
      const to = steps[steps.indexOf(step) + by]
      if (to) void navigate(`/visit/${visitId}/${to}`)
    }
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || document.querySelector('[role="dialog"]')) return
      const isCommand = event.ctrlKey || event.metaKey
      if (isCommand && event.key.toLowerCase() === 'z') {
        event.preventDefault()
        dispatch(event.shiftKey ? redone() : undone())
        return
      }
      if (isCommand || event.altKey || isTyping(event.target)) return
      const doers: Record<string, () => void> = {
        '[': () => go(-1),
        ']': () => go(1),
        m: () => dispatch(nextLayerChosen()),
        p: () => document.querySelector<HTMLElement>('[data-pin]')?.click(),
        v: () => latest.current.onClientShown(),
        '?': () => latest.current.onHelp(),
        l: () => focusRow('left'),
        r: () => focusRow('right'),
      }
      const doer = doers[event.key.toLowerCase()]
      if (!doer) return
      event.preventDefault()
      doer()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [navigate, dispatch])
}

function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false
  // number fields take figures only, so brackets and letters are free there
  if (target.dataset.figures !== undefined) return false
  return (
    target.isContentEditable ||
    target.tagName === 'TEXTAREA' ||
    (target.tagName === 'INPUT' &&
      !['radio', 'checkbox', 'range'].includes((target as HTMLInputElement).type))
  )
}

/** Jumps to one side of the row that was used last, or of the first row. */
function focusRow(side: 'left' | 'right'): void {
  const row = document.querySelector('[data-row][data-used]') ?? document.querySelector('[data-row]')
  row?.querySelector<HTMLElement>(`[data-side="${side}"] [data-cell]`)?.focus()
}
