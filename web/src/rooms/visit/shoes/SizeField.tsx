import { Button, Group, Select } from '@mantine/core'
import { lastLengthMm, sizesOf, sizeSystems, type Shoe, type SizeSystem } from '@sturvo/core/footwear'
import { num, sizeNote } from '@sturvo/words'
import { useVisitFrame } from '../visitContext'
import { options } from './options'
import { Figure } from './MmField'
import classes from './ShoePage.module.css'

const systemText: Record<SizeSystem, string> = { eu: 'EU', uk: 'UK', us: 'US men', mm: 'mm foot' }

/** The size on the box, in every system by the formula, and the inner length it would stand for. */
export function SizeField({ shoe, put }: { shoe: Shoe; put: (part: Partial<Shoe>) => void }) {
  const { references } = useVisitFrame()
  const size = shoe.size ?? { system: 'eu' as const, value: undefined }
  const last = size.value === undefined ? undefined : lastLengthMm(size.value, size.system, references)
  const others = last === undefined ? undefined : sizesOf(last, references)
  return (
    <div className={classes.all}>
      <Group gap="xs" align="end">
        <Figure
          label="Size"
          suffix=""
          max={400}
          value={size.value}
          onPut={(value) => put({ size: value === undefined ? undefined : { system: size.system, value } })}
        />
        <Select
          label="System"
          w={110}
          allowDeselect={false}
          data={options(sizeSystems, systemText)}
          value={size.system}
          onChange={(system) =>
            system && size.value !== undefined && put({ size: { system, value: size.value } })
          }
        />
        {last !== undefined && shoe.innerLengthMm === undefined && (
          <Button
            size="compact-md"
            variant="default"
            onClick={() => put({ innerLengthMm: Math.round(last) })}
          >
            Take {num(last, 0)} mm for the inner length
          </Button>
        )}
      </Group>
      <p className={classes.label}>
        {others &&
          `${sizeSystems
            .filter((s) => s !== size.system)
            .map((s) => `${systemText[s]} ${num(others[s])}`)
            .join(' · ')}. `}
        {sizeNote}
      </p>
    </div>
  )
}
