import { IconChevronDown, IconChevronRight } from '@tabler/icons-react'
import { useState, type ReactNode } from 'react'
import type { MeasureId } from '@sturvo/core/measures'
import { sides } from '@sturvo/core/side'
import { useVisitFields } from '../visitContext'
import classes from './MirrorRows.module.css'
import { trialsOf } from './measureField'

const memory = 'sturvo.unfolded'

function remembered(): string[] {
  const kept: unknown = JSON.parse(localStorage.getItem(memory) ?? '[]')
  return Array.isArray(kept) ? kept.filter((t) => typeof t === 'string') : []
}

/** Rows that only some clients need: open where there is a value, or where they were opened last time. */
export function Fold({
  title,
  measures,
  children,
}: {
  title: string
  measures: readonly MeasureId[]
  children: ReactNode
}) {
  const fields = useVisitFields()
  const hasValue = measures.some((m) => sides.some((side) => trialsOf(fields, m, side).length > 0))
  const [isOpen, setOpen] = useState(() => hasValue || remembered().includes(title))
  const toggle = () => {
    const others = remembered().filter((t) => t !== title)
    localStorage.setItem(memory, JSON.stringify(isOpen ? others : [...others, title]))
    setOpen(!isOpen)
  }
  return (
    <div className={classes.fold}>
      <button type="button" aria-expanded={isOpen} onClick={toggle}>
        {isOpen ? <IconChevronDown size={16} /> : <IconChevronRight size={16} />}
        {title}
        {!isOpen && hasValue && <small>has values</small>}
      </button>
      {isOpen && children}
    </div>
  )
}
