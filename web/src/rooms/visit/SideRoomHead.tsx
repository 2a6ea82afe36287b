import { Button } from '@mantine/core'
import { IconArrowLeft } from '@tabler/icons-react'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { useVisitFrame } from './visitContext'
import classes from './SideRoomHead.module.css'

/** The head of a room beside the steps of a visit: the way back, its name, and what stands at its right. */
export function SideRoomHead({ title, children }: { title: string; children: ReactNode }) {
  const { visitId } = useVisitFrame()
  return (
    <header className={classes.head}>
      <Button
        component={Link}
        to={`/visit/${visitId}/plan`}
        variant="default"
        leftSection={<IconArrowLeft size={16} />}
      >
        Back to Plan
      </Button>
      <h1>{title}</h1>
      {children}
    </header>
  )
}
