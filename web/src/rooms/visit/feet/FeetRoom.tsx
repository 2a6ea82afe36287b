import type { MouseEvent } from 'react'
import { Button, Group, SegmentedControl } from '@mantine/core'
import { useLocalStorage } from '@mantine/hooks'
import { IconArrowLeft, IconDownload, IconPrinter } from '@tabler/icons-react'
import dayjs from 'dayjs'
import { Link } from 'react-router'
import { bySide } from '@sturvo/core/side'
import { photoOf } from '@sturvo/schema'
import { feetPage, papers, type Paper } from '@sturvo/pages/feetPage'
import { useAppSelector } from '../../../app/store'
import { selectSave } from '../../../outbox/visitSlice'
import { SvgNodes } from '../../../parts/SvgNodes'
import { useVisitFields, useVisitFrame, useVisitReading } from '../visitContext'
import classes from './FeetRoom.module.css'

const fonts = {
  text: "'Atkinson Hyperlegible Next Variable', sans-serif",
  heading: "'Bricolage Grotesque Variable', sans-serif",
}
const paperName: Record<Paper, string> = { a4: 'A4', letter: 'Letter' }

/** Where the feet stand, on one page: as it is printed, with what was typed a moment ago. */
export function FeetRoom() {
  const { visitId, practice, person, startedOn, references } = useVisitFrame()
  const fields = useVisitFields()
  const { facts, reading, settings } = useVisitReading()
  const save = useAppSelector(selectSave)
  const [paper, setPaper] = useLocalStorage<Paper>({ key: 'sturvo.paper', defaultValue: 'a4' })
  const page = feetPage({
    paper,
    fonts,
    practice: practice.name,
    client: person.name,
    on: dayjs(startedOn).format('D MMMM YYYY'),
    settings,
    references,
    facts,
    traced: bySide((side) => photoOf(fields, 'top', side)?.outlineFootMm),
    reading,
  })
  // the files are made by the server from what it has
  const waits = save !== 'saved'
  const file = (kind: 'pdf' | 'svg') => ({
    component: 'a' as const,
    href: `/api/visits/${visitId}/feet.${kind}?paper=${paper}`,
    'data-disabled': waits || undefined,
    'aria-disabled': waits,
    onClick: (event: MouseEvent) => waits && event.preventDefault(),
  })
  return (
    <div className={classes.room}>
      <h1 className="unseen">Where the feet stand</h1>
      <Group justify="space-between" className={classes.bar}>
        <Button
          component={Link}
          to={`/visit/${visitId}/grade`}
          variant="default"
          leftSection={<IconArrowLeft size={16} />}
        >
          Back to Grade
        </Button>
        <Group gap={8}>
          {waits && <span className={classes.soft}>Files wait until everything is saved.</span>}
          <SegmentedControl
            aria-label="Paper"
            value={paper}
            onChange={(value) => setPaper(value === 'letter' ? 'letter' : 'a4')}
            data={(Object.keys(papers) as Paper[]).map((value) => ({ value, label: paperName[value] }))}
          />
          <Button {...file('svg')} variant="default" download leftSection={<IconDownload size={16} />}>
            SVG
          </Button>
          <Button {...file('pdf')} target="_blank" leftSection={<IconPrinter size={16} />} data-pdf>
            Open the page (PDF)
          </Button>
        </Group>
      </Group>
      <SvgNodes of={page} className={classes.page} />
    </div>
  )
}
