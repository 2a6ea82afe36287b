import { Readable } from 'node:stream'
import { gzipSync } from 'node:zlib'
import dayjs from 'dayjs'
import sharp from 'sharp'
import { readFootprint } from '@sturvo/core/footprint'
import { referenceValues } from '@sturvo/core/reference'
import {
  analysePressure,
  framesInMemory,
  pressureJobTable,
  writePressureCsv,
  type PressureJob,
} from '@sturvo/core/pressure'
import { bySide, sides, type BySide, type Side } from '@sturvo/core/side'
import { neutralFoot, type FootShape } from '@sturvo/core/footShape'
import {
  arbitraryPressureClient,
  pressureScene,
  photoPicture,
  printPicture,
  recordScene,
  topScene,
  twoFootGrid,
  usualPressureFaults,
} from '@sturvo/core/synthetic'
import { refineLandmarks, traceOutline } from '@sturvo/core/trace'
import { simplify, type Point } from '@sturvo/core/geometry'
import { findSheet } from '@sturvo/core/image'
import {
  mmPerPxAt,
  outlineAnchors,
  outlineOnFoot,
  planeOf,
  viewLandmarks,
  type Landmarks,
  type PhotoView,
} from '@sturvo/core/photo'
import {
  defaultSettings,
  printOnMat,
  recordingOnMat,
  type PhotoOnMat,
  type RecordingOnMat,
} from '@sturvo/schema'
import {
  addAccount,
  changeVisit,
  coreVersion,
  newId,
  storePicture,
  storeRecording,
  tables,
  type Database,
} from '@sturvo/server'
import type { MadeUpClient } from './madeUpClient'
import { madeUpClients } from './people'
import { logsBetweenVisits } from './betweenVisits'
import { practiseEye } from './practiseEye'
import { shoeField } from './shoeField'
import { shelves, type MadeUpShelf } from './shoes'
import { trialsAgain } from './trialsAgain'

const mmPerPx = 0.4
const consent =
  'Tideway Foot Room keeps what is measured and agreed here for eight years after the last visit. You may have all of it, or have it deleted, whenever you ask.'

/**
 * Fills an empty database with the made-up practice: the same every time, dated relative to today.
 * @param only keys of the people wanted; left out, all of them
 */
export async function seedDemo(
  database: Database,
  today: Date,
  only: readonly string[] = madeUpClients.map((client) => client.key),
): Promise<void> {
  const stamp = today.toISOString()
  await database.write((tx) =>
    tx.insert(tables.practice).values({
      id: 'practice',
      name: 'Tideway Foot Room',
      place: 'Orrin Quay',
      settings: { ...defaultSettings, licence: 'podiatrist' },
      references: {},
      phone: '01632 960 118',
      emergency: 'Call 112, or go to the harbour clinic.',
      retentionYears: 8,
      consentText: consent,
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
  const assistant = await addAccount(
    database,
    { name: 'Bram Oddny', email: 'bram@tideway.example', role: 'assistant', password: newId() },
    today,
  )
  for (const [i, client] of madeUpClients.entries())
    if (only.includes(client.key))
      await addClient({
        database,
        client,
        seed: i + 1,
        today,
        byAccount: owner.id,
        assistant: assistant.id,
      })
  await practiseEye(database, owner.id, today)
  await logsBetweenVisits(database, { id: owner.id, name: 'Ilse Marrack' }, today, only)
}

type Adding = {
  database: Database
  client: MadeUpClient
  seed: number
  today: Date
  byAccount: string
  assistant: string
}
/** One visit of a client: what was asked, measured and photographed that day. */
type VisitOf = Pick<MadeUpClient, 'answers' | 'measures' | 'feet' | 'prints'> &
  Pick<Partial<MadeUpClient>, 'pains' | 'events' | 'photos' | 'recordings'> & {
    shelf?: MadeUpShelf | undefined
  }

/** Clients whom practitioner and assistant measured one after the other. */
const measuredByBoth = ['wen', 'ketta', 'corin', 'mirel']

async function addClient({ database, client, seed, today, byAccount, assistant }: Adding): Promise<void> {
  const personId = `demo${client.key}person`
  const all: { id: string; daysAgo: number; visit: VisitOf }[] = [
    ...(client.earlier ?? []).map(({ daysAgo, feet, prints = [], ...visit }, i) => ({
      id: `demo${client.key}earlier${i + 1}`,
      daysAgo,
      visit: { ...visit, feet: feet ?? client.feet, prints, shelf: shelves[`${client.key}earlier${i + 1}`] },
    })),
    {
      id: `demo${client.key}visit1`,
      daysAgo: client.daysAgo,
      visit: { ...client, shelf: shelves[client.key] },
    },
  ]
  const first = dayjs(today).subtract(all[0]!.daysAgo, 'day').toISOString()
  await database.write((tx) =>
    tx.insert(tables.person).values({
      id: personId,
      ...client.person,
      phone: '',
      email: '',
      lengthUnit: 'mm',
      massUnit: 'kg',
      consentOn: first.slice(0, 10),
      consentText: consent,
      version: 1,
      deletedOn: null,
      created: first,
      changed: first,
    }),
  )
  for (const { id, daysAgo, visit } of all)
    await addVisit({
      database,
      personId,
      id,
      day: dayjs(today).subtract(daysAgo, 'day'),
      visit,
      seed,
      byAccount,
      secondRater: measuredByBoth.includes(client.key) ? assistant : undefined,
    })
}

type AddingVisit = Pick<Adding, 'database' | 'seed' | 'byAccount'> & {
  personId: string
  id: string
  day: dayjs.Dayjs
  visit: VisitOf
  /** account of the assistant, where both measured this client */
  secondRater: string | undefined
}

async function addVisit({
  database,
  personId,
  id,
  day,
  visit,
  seed,
  byAccount,
  secondRater,
}: AddingVisit): Promise<void> {
  const stamp = day.toISOString()
  await database.write((tx) =>
    tx.insert(tables.visit).values({
      id,
      personId,
      startedOn: day.format('YYYY-MM-DD'),
      coreVersion,
      version: 0,
      created: stamp,
      changed: stamp,
    }),
  )
  const { pains = [], events = [], prints, photos = [], shelf } = visit
  const answers: Record<string, unknown> = {
    ...visit.answers,
    ...(shelf?.spacersMm ? { spacersMm: shelf.spacersMm } : {}),
  }
  const measures = { ...visit.measures, ...shelf?.measures }
  const again = trialsAgain({ measures, visitId: id, seed, secondRater })
  const changes: { path: string; value: unknown }[] = [
    ...Object.entries(answers).map(([key, value]) => ({ path: `answer.${key}`, value })),
    ...pains.map((pain, i) => ({ path: `mark.demomark${i}`, value: { kind: 'pain', ...pain } })),
    ...events.map((value, i) => ({ path: `event.demoevent${i}`, value })),
    ...Object.entries(measures).flatMap(([measure, pair]) =>
      sides.flatMap((side, i) =>
        pair[i] === null || again.own.some((c) => c.path === `measure.${measure}.${side}.1`)
          ? []
          : [{ path: `measure.${measure}.${side}.1`, value: pair[i] }],
      ),
    ),
    ...(shelf?.orthoses ?? []).map((value, i) => ({ path: `device.demodevice${i}`, value })),
    ...again.own,
  ]
  const shapeOf = (side: Side): FootShape => ({ ...neutralFoot, ...visit.feet?.[side], side })
  const now = day.toDate()
  for (const [i, shoe] of (shelf?.shoes ?? []).entries())
    changes.push({
      path: `shoe.demoshoe${i}`,
      value: await shoeField({ database, visitId: id, shoe, seed: seed * 10 + i, now }),
    })
  for (const side of prints)
    changes.push({
      path: `print.${side}`,
      value: await printField({
        database,
        visitId: id,
        side,
        shape: shapeOf(side),
        seed: seed * 2 + (side === 'left' ? 0 : 1),
        now,
      }),
    })
  for (const { view, side } of photos)
    changes.push({
      path: `photo.${view}.${side}`,
      value: await photoField({ database, visitId: id, view, shape: shapeOf(side), seed: seed * 4, now }),
    })
  for (const [i, job] of (visit.recordings?.jobs ?? []).entries())
    changes.push({
      path: `recording.demorecording${i}`,
      value: await recordingField({
        database,
        visitId: id,
        job,
        shapes: bySide(shapeOf),
        bodyMassKg: typeof answers.bodyMassKg === 'number' ? answers.bodyMassKg : undefined,
        seed: visit.recordings!.seed,
        now: day
          .hour(10)
          .minute(i * 4)
          .toDate(),
      }),
    })
  const { version } = await changeVisit(database, { visitId: id, base: 0, changes, byAccount, now })
  if (again.second.length > 0)
    await changeVisit(database, {
      visitId: id,
      base: version,
      changes: again.second,
      byAccount: secondRater!,
      now,
    })
}

// a step is over in half a second; standing and squatting are slow, and filling should not be
const rateOf = (job: PressureJob) => (job === 'walk' ? 100 : 30)

/** A task on the simulated mat, analysed and kept as the room would. */
async function recordingField(input: {
  database: Database
  visitId: string
  job: PressureJob
  shapes: BySide<FootShape>
  bodyMassKg: number | undefined
  seed: number
  now: Date
}): Promise<RecordingOnMat> {
  const { job, seed } = input
  const { task, side, seconds, eyes } = pressureJobTable[job]
  const client = {
    ...arbitraryPressureClient(seed),
    shapes: input.shapes,
    ...(input.bodyMassKg !== undefined && { bodyMassKg: input.bodyMassKg }),
  }
  const scene = pressureScene(client, {
    task,
    seconds,
    seed,
    grid: twoFootGrid,
    ...(side !== 'both' && { side }),
    eyesShut: eyes === 'shut',
  })
  const rateHz = rateOf(job)
  const meta = { ...twoFootGrid, rateHz, side, task }
  const { timesS, kpa } = recordScene(scene, rateHz, usualPressureFaults, seed)
  const frames = framesInMemory(meta, timesS, kpa)
  const outcome = analysePressure(frames, referenceValues(), { points: 'heads' })
  if (!outcome.ok) throw new Error(`unreadable made-up recording: ${outcome.problem.code}`)
  const pieces: Uint8Array[] = []
  writePressureCsv(frames, (bytes) => pieces.push(bytes))
  const packed = gzipSync(Buffer.concat(pieces), { level: 1 })
  const file = await storeRecording(input.database, input.visitId, Readable.from([packed]), input.now)
  return recordingOnMat({
    fileId: file.id,
    job,
    meta,
    source: 'Simulated mat, two feet, 96 × 48',
    isMadeUp: true,
    takenAt: input.now,
    points: 'heads',
    reading: outcome.value,
  })
}

const photoPx = 900
const traceToMm = 0.3

/** A photo of the simulated camera, measured as the room would, with the points where they belong. */
async function photoField(input: {
  database: Database
  visitId: string
  view: PhotoView
  shape: FootShape
  seed: number
  now: Date
}): Promise<PhotoOnMat> {
  const { view, shape } = input
  const photo = photoPicture(topScene(shape, 'top'), { seed: input.seed, sizePx: photoPx, tiltDeg: 8 })
  const found = findSheet(photo.image)
  if (!found?.isSure) throw new Error(`no sheet on the made-up photo of ${shape.side}`)
  const { image } = photo
  const png = await sharp(image.data, {
    raw: { width: image.widthPx, height: image.heightPx, channels: image.channels },
  })
    .png()
    .toBuffer()
  const { id: pictureId } = await storePicture(input.database, input.visitId, png, input.now)
  const scale = {
    from: 'sheet' as const,
    sheet: 'a4' as const,
    corners: found.cornersImagePx,
  }
  const toPlane = planeOf(scale)
  const placed: Landmarks = {}
  for (const id of viewLandmarks[view]) placed[id] = photo.landmarksImagePx[id]!
  const landmarks = refineLandmarks(image, placed, (p) => mmPerPxAt(toPlane, p), referenceValues())
  const trial = Object.fromEntries(
    Object.entries(landmarks).filter((entry): entry is [string, Point] => Boolean(entry[1])),
  )
  const outline =
    view === 'top'
      ? outlineOnFoot(
          traceOutline(
            image,
            outlineAnchors.map((id) => landmarks[id]!),
          ),
          { side: shape.side, landmarksImagePx: landmarks },
          toPlane,
        )
      : undefined
  return {
    version: 1,
    pictureId,
    scale,
    residualPx: found.residualPx,
    trials: [trial],
    ...(outline ? { outlineFootMm: simplify(outline, traceToMm) } : {}),
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
