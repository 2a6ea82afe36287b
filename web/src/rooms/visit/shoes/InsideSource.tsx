import { Button, Group, Menu } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { lazy, Suspense, useState } from 'react'
import { simplify } from '@sturvo/core/geometry'
import type { ShoeOnFeet } from '@sturvo/core/reading'
import type { Shoe } from '@sturvo/core/footwear'
import type { KeptInsole } from '@sturvo/schema'
import { innerText, num, sentenceOf } from '@sturvo/words'
import { useKeepInsoleMutation, useKeptInsolesQuery } from '../../../app/shoeApi'
import { newId } from '../../../app/newId'
import { FileChooser } from '../../../parts/FileChooser'
import { useVisitFrame } from '../visitContext'
import classes from './ShoePage.module.css'
import { useShoeChange } from './useShelf'

const InsoleRoom = lazy(() => import('./InsoleRoom').then((m) => ({ default: m.InsoleRoom })))
const thinnedMm = 0.15

/** Where the inside of the shoe comes from: its measures, a photo on a sheet, a file, or one the practice kept. */
export function InsideSource({ on }: { on: ShoeOnFeet }) {
  const { references } = useVisitFrame()
  const change = useShoeChange()
  const [isRoomOpen, setRoomOpen] = useState(false)
  const { shoe } = on.reading
  const { insole } = on
  const takeFile = async (file: File) => {
    // the reader of drawings comes with the first file
    const { inOwnFrame, readOutlineFile } = await import('@sturvo/core/outline')
    const outcome = readOutlineFile(await file.text())
    if (!outcome.ok) {
      notifications.show({ color: 'oxide', message: sentenceOf(outcome.problem) })
      return
    }
    const { seenMm, side } = outcome.value
    const points = simplify(inOwnFrame(seenMm, side ?? 'right', 'shoe', references), thinnedMm)
    change(shoe, { insole: { points, from: 'file' } })
  }
  return (
    <section aria-label="Inside of the shoe">
      <h3>Inside of the shoe</h3>
      <p className={classes.label}>
        {!insole
          ? 'A width of the inside draws it; a photo of the insole on a sheet traces it.'
          : insole.from === 'numbers'
            ? `Drawn from its measures${insole.guessed.length > 0 ? `; guessed: ${insole.guessed.map((g) => innerText[g]).join(', ')}` : ''}.`
            : `Traced ${insole.from === 'photo' ? 'on a photo' : 'in a file'}, ${num(lengthOf(insole.pointsMm), 0)} mm long. The other shoe of the pair is its mirror.`}
      </p>
      <Group gap="xs" mt={6}>
        <Button variant="default" onClick={() => setRoomOpen(true)}>
          Photo on a sheet
        </Button>
        <FileChooser
          name="Inside of the shoe as SVG or JSON"
          accept=".svg,.json"
          onFile={(file) => void takeFile(file)}
        >
          From a file
        </FileChooser>
        <KeptMenu shoe={shoe} onTaken={(part) => change(shoe, part)} />
        {shoe.insole && (
          <Button
            variant="subtle"
            color="gray"
            onClick={() => change(shoe, { insole: undefined, insoleId: undefined })}
          >
            Back to its measures
          </Button>
        )}
      </Group>
      {isRoomOpen && (
        <Suspense fallback={<p role="status">Opening …</p>}>
          <InsoleRoom on={on} onClosed={() => setRoomOpen(false)} />
        </Suspense>
      )}
    </section>
  )
}

function lengthOf(points: readonly { y: number }[]): number {
  const ys = points.map((p) => p.y)
  return Math.max(...ys) - Math.min(...ys)
}

/** Insides that the practice kept, the same size first; and keeping this one. */
function KeptMenu({ shoe, onTaken }: { shoe: Shoe; onTaken: (part: Partial<Shoe>) => void }) {
  const { data, isError } = useKeptInsolesQuery()
  const [keep] = useKeepInsoleMutation()
  const size = sizeText(shoe)
  const keepIt = async () => {
    if (!shoe.insole) return
    const kept: KeptInsole = {
      id: newId(),
      name: shoe.name,
      size,
      insole: { points: [...shoe.insole.points], from: shoe.insole.from },
    }
    const answer = await keep(kept)
    notifications.show(
      answer.error
        ? { color: 'oxide', message: 'The inside was not kept. It stays with this shoe; please try again.' }
        : { message: `Kept for other clients: ${kept.name}${size === '' ? '' : `, ${size}`}.` },
    )
  }
  const insoles = [...(data?.insoles ?? [])].sort((a, b) => Number(b.size === size) - Number(a.size === size))
  return (
    <Menu position="bottom-end">
      <Menu.Target>
        <Button variant="default">Kept insides</Button>
      </Menu.Target>
      <Menu.Dropdown mah={320} style={{ overflow: 'auto' }}>
        {shoe.insole && <Menu.Item onClick={() => void keepIt()}>Keep this one for the practice</Menu.Item>}
        {isError && <Menu.Label>They could not be fetched just now.</Menu.Label>}
        {!isError && insoles.length === 0 && <Menu.Label>None kept yet.</Menu.Label>}
        {insoles.map((kept) => (
          <Menu.Item key={kept.id} onClick={() => onTaken({ insole: kept.insole })}>
            {kept.name}
            {kept.size === '' ? '' : `, ${kept.size}`}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  )
}

function sizeText(shoe: Pick<Shoe, 'size'>): string {
  return shoe.size ? `${shoe.size.system.toUpperCase()} ${num(shoe.size.value)}` : ''
}
