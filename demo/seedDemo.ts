import dayjs from 'dayjs'
import sharp from 'sharp'
import { readFootprint } from '@sturvo/core/footprint'
import { referenceValues } from '@sturvo/core/reference'
import { sides, type Side } from '@sturvo/core/side'
import { neutralFoot, printPicture, type FootShape } from '@sturvo/core/synthetic'
import { defaultSettings, printOnMat } from '@sturvo/schema'
import {
  addAccount,
  changeVisit,
  coreVersion,
  newId,
  storePicture,
  tables,
  type Database,
} from '@sturvo/server'
import { madeUpClients, type MadeUpClient } from './people'

const mmPerPx = 0.3

/** Fills an empty database with the made-up practice: the same every time, dated relative to today. */
export async function seedDemo(database: Database, today: Date): Promise<void> {
  const stamp = today.toISOString()
  await database.write(() =>
    database.db.insert(tables.practice).values({
      id: 'practice',
      name: 'Tideway Foot Room',
      place: 'Orrin Quay',
      settings: { ...defaultSettings },
      references: {},
      isDemo: true,
      version: 1,
      created: stamp,
      changed: stamp,
    }),
  )
  // nobody knows these passwords: the made-up practice opens with one click, and only there
  const owner = await addAccount(
    database,
    { name: 'Ilse Marrack', email: 'ilse@tideway.example', role: 'owner', password: newId() },
    today,
  )
  await addAccount(
    database,
    { name: 'Bram Oddny', email: 'bram@tideway.example', role: 'assistant', password: newId() },
    today,
  )
  for (const [i, client] of madeUpClients.entries())
    await addClient({ database, client, seed: i + 1, today, byAccount: owner.id })
}

type Adding = { database: Database; client: MadeUpClient; seed: number; today: Date; byAccount: string }

async function addClient({ database, client, seed, today, byAccount }: Adding): Promise<void> {
  const day = dayjs(today).subtract(client.daysAgo, 'day')
  const stamp = day.toISOString()
  const personId = `demo${client.key}person`
  const visitId = `demo${client.key}visit1`
  await database.write(() =>
    database.db.batch([
      database.db.insert(tables.person).values({
        id: personId,
        ...client.person,
        phone: '',
        email: '',
        lengthUnit: 'mm',
        massUnit: 'kg',
        version: 1,
        deletedOn: null,
        created: stamp,
        changed: stamp,
      }),
      database.db.insert(tables.visit).values({
        id: visitId,
        personId,
        startedOn: day.format('YYYY-MM-DD'),
        coreVersion,
        version: 0,
        created: stamp,
        changed: stamp,
      }),
    ]),
  )
  const changes = [
    ...Object.entries(client.answers).map(([key, value]) => ({ path: `answer.${key}`, value })),
    ...client.pains.map((pain, i) => ({ path: `mark.demomark${i}`, value: { ...pain, kind: 'pain' } })),
    ...Object.entries(client.measures).flatMap(([id, pair]) =>
      sides.flatMap((side, i) =>
        pair[i] === null ? [] : [{ path: `measure.${id}.${side}.1`, value: pair[i] }],
      ),
    ),
    ...client.shoes.map((value, i) => ({ path: `shoe.demoshoe${i}`, value })),
  ]
  await changeVisit(database, { visitId, base: 0, changes, byAccount, now: day.toDate() })
  let base = 1
  for (const side of client.prints) {
    const value = await printField({
      database,
      visitId,
      side,
      shape: { ...neutralFoot, ...client.feet?.[side], side },
      seed: seed * 2 + (side === 'left' ? 0 : 1),
      now: day.toDate(),
    })
    base = (
      await changeVisit(database, {
        visitId,
        base,
        changes: [{ path: `print.${side}`, value }],
        byAccount,
        now: day.toDate(),
      })
    ).version
  }
}

async function printField(input: {
  database: Database
  visitId: string
  side: Side
  shape: FootShape
  seed: number
  now: Date
}) {
  const { image } = printPicture(input.shape, {
    seed: input.seed,
    mmPerPx,
    turnDeg: input.side === 'left' ? -4 : 5,
  })
  const png = await sharp(image.data, {
    raw: { width: image.widthPx, height: image.heightPx, channels: image.channels },
  })
    .png()
    .toBuffer()
  const { id: pictureId } = await storePicture(input.database, input.visitId, png, input.now)
  const outcome = readFootprint(image, mmPerPx, referenceValues(), { side: input.side })
  if (!outcome.ok)
    throw new Error(`the made-up print of ${input.side} cannot be read: ${outcome.problem.code}`)
  return printOnMat({
    pictureId,
    scale: { from: 'given', mmPerPx },
    wishes: { side: input.side },
    reading: outcome.value,
  })
}
