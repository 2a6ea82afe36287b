import { Button, Group } from '@mantine/core'
import { useState } from 'react'
import type { Shoe } from '@sturvo/core/footwear'
import { PictureInput } from '../../../parts/PictureInput'
import { pictureUrl, sendPicture } from '../print/usePrintJobs'
import { useVisitFrame } from '../visitContext'
import classes from './Sole.module.css'

/** A photo of the sole beside the painted one: it is looked at, not measured. */
export function SolePhoto({ shoe, put }: { shoe: Shoe; put: (part: Partial<Shoe>) => void }) {
  const { visitId } = useVisitFrame()
  const [isSending, setSending] = useState(false)
  const [problem, setProblem] = useState('')
  const take = async (file: File) => {
    setProblem('')
    setSending(true)
    const sent = await sendPicture(visitId, file, new AbortController().signal)
    setSending(false)
    if (typeof sent === 'string') setProblem(sent)
    else put({ soleId: sent.id })
  }
  return (
    <div>
      {shoe.soleId && (
        <a href={pictureUrl(shoe.soleId)} target="_blank" rel="noreferrer">
          <img className={classes.photo} src={pictureUrl(shoe.soleId)} alt={`Sole of ${shoe.name}`} />
        </a>
      )}
      <Group gap="xs" mt={6}>
        <Button component="label" size="compact-md" variant="default" loading={isSending}>
          {shoe.soleId ? 'Another photo' : 'Photo of the sole'}
          <PictureInput
            label="Photo of the sole"
            name="sole"
            isCamera={false}
            onFile={(file) => void take(file)}
          />
        </Button>
        {shoe.soleId && (
          <Button size="compact-md" variant="subtle" color="gray" onClick={() => put({ soleId: undefined })}>
            Away
          </Button>
        )}
      </Group>
      {problem !== '' && <p role="alert">{problem}</p>}
    </div>
  )
}
