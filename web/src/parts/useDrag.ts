import { useRef, type PointerEvent } from 'react'

export type DragSteps<Held, E extends Element> = {
  /** What is held from now on; undefined where the finger takes hold of nothing. */
  onDown: (event: PointerEvent<E>) => Held | undefined
  /** The finger moved. What it returns is held from then on. */
  onMove?: (held: Held, event: PointerEvent<E>) => Held | undefined
  /** The finger was lifted. */
  onUp?: (held: Held, event: PointerEvent<E>) => void
  /** The browser took the finger away: nothing is to be kept. Left out, it counts as lifted. */
  onCancel?: (held: Held) => void
}

/**
 * Dragging with mouse, finger or pen, in one way everywhere: the element keeps the pointer wherever it goes, and only
 * the finger that took hold moves it, so that a palm laid down beside it does not.
 */
export function useDrag<Held, E extends Element = Element>(steps: DragSteps<Held, E>) {
  const drag = useRef<{ pointerId: number; held: Held }>(undefined)
  const isMine = (event: PointerEvent<E>) => drag.current?.pointerId === event.pointerId
  const release = (event: PointerEvent<E>) => {
    if (!drag.current || !isMine(event)) return
    const { held } = drag.current
    drag.current = undefined
    if (steps.onCancel) steps.onCancel(held)
    else steps.onUp?.(held, event)
  }
  return {
    onPointerDown: (event: PointerEvent<E>) => {
      if (drag.current) return
      const held = steps.onDown(event)
      if (held === undefined) return
      event.currentTarget.setPointerCapture(event.pointerId)
      drag.current = { pointerId: event.pointerId, held }
    },
    onPointerMove: (event: PointerEvent<E>) => {
      if (!drag.current || !isMine(event)) return
      const next = steps.onMove?.(drag.current.held, event)
      if (next !== undefined) drag.current.held = next
    },
    onPointerUp: (event: PointerEvent<E>) => {
      if (!drag.current || !isMine(event)) return
      const { held } = drag.current
      drag.current = undefined
      steps.onUp?.(held, event)
    },
    // where the capture is lost without a word of the finger, nothing may stay held for ever
    onLostPointerCapture: (event: PointerEvent<E>) => release(event),
    onPointerCancel: (event: PointerEvent<E>) => release(event),
  }
}
