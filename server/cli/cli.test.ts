import { cautionQuestions } from '@sturvo/core/cautions'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createServer } from 'node:net'
import sharp from 'sharp'
import type { RasterImage } from '@sturvo/core/image'
import { neutralFoot, type FootShape } from '@sturvo/core/footShape'
import { printPicture } from '@sturvo/core/synthetic'
import { runCommand } from './index'

const folder = mkdtempSync(join(tmpdir(), 'sturvo-cli-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
const run = (line: string[], password = '') =>
  runCommand(line, { seed: () => Promise.resolve(), passwordFrom: () => Promise.resolve(password) })
const place = (name: string) => join(folder, name)

async function savePicture(image: RasterImage, name: string): Promise<string> {
  await sharp(image.data, { raw: { width: image.widthPx, height: image.heightPx, channels: image.channels } })
    .png()
    .toFile(place(name))
  return place(name)
}
const left: FootShape = { ...neutralFoot, side: 'left' }
const stamp = printPicture(left, { seed: 11, mmPerPx: 0.3 })

test('a footprint is measured and given as JSON, close to the truth', async () => {
  const { output, code } = await run([
    'measure',
    'footprint',
    await savePicture(stamp.image, 'print.png'),
    '--mm-per-px',
    '0.3',
  ])
  expect(code).toBe(0)
  const read = JSON.parse(output) as Record<string, unknown>
  expect(Object.keys(read)).toEqual([
    'side',
    'lengthMm',
    'toelessLengthMm',
    'archIndex',
    'chippauxSmirakPct',
    'staheliIndex',
    'footprintAngleDeg',
    'printKind',
    'toelessAreaMm2',
    'thirdsMm2',
    'archClass',
    'uncertainty',
    'axis',
  ])
  expect(read.side).toBe('left')
  expect(Math.abs((read.archIndex as number) - stamp.truth.archIndex)).toBeLessThan(0.012)
})

test('a sheet of known size on a dark floor gives the scale by itself', async () => {
  const mmPerPx = 0.3
  const small = printPicture({ ...left, lengthMm: 235 }, { seed: 12, mmPerPx, marginMm: 6 })
  const paper = { width: Math.round(210 / mmPerPx), height: Math.round(297 / mmPerPx) }
  const print = await sharp(small.image.data, {
    raw: { width: small.image.widthPx, height: small.image.heightPx, channels: 1 },
  })
    .png()
    .toBuffer()
  const sheet = await sharp({ create: { ...paper, channels: 3, background: '#e8e8e6' } })
    .composite([{ input: print, left: 150, top: 60 }])
    .png()
    .toBuffer()
  await sharp({
    create: { width: paper.width + 200, height: paper.height + 200, channels: 3, background: '#2a2622' },
  })
    .composite([{ input: sheet, left: 100, top: 100 }])
    .png()
    .toFile(place('sheet.png'))
  const { output, code } = await run([
    'measure',
    'footprint',
    place('sheet.png'),
    '--sheet',
    'a4',
    '--side',
    'left',
  ])
  expect(code).toBe(0)
  expect(
    Math.abs((JSON.parse(output) as { lengthMm: number }).lengthMm / small.truth.lengthMm - 1),
  ).toBeLessThan(0.015)
})

test.each([
  ['no scale', ['measure', 'footprint', 'print.png'], 'scale of the picture is missing'],
  ['a scale of zero', ['measure', 'footprint', 'print.png', '--mm-per-px', '0'], 'cannot be'],
  ['a negative scale', ['measure', 'footprint', 'print.png', '--mm-per-px', '-1'], 'cannot be'],
  ['a scale in words', ['measure', 'footprint', 'print.png', '--mm-per-px', 'wide'], 'is a number'],
  ['no such file', ['measure', 'footprint', 'nowhere.png', '--mm-per-px', '0.3'], 'cannot be read'],
  ['a text file', ['measure', 'footprint', 'text.png', '--mm-per-px', '0.3'], 'not a PNG'],
  ['one pixel', ['measure', 'footprint', 'dot.png', '--mm-per-px', '0.3'], '1 × 1 pixels'],
  ['a blank sheet', ['measure', 'footprint', 'blank.png', '--mm-per-px', '0.3'], 'blank'],
  ['a torn picture', ['measure', 'footprint', 'torn.png', '--mm-per-px', '0.3'], 'not a whole'],
  [
    'a side that is none',
    ['measure', 'footprint', 'print.png', '--mm-per-px', '0.3', '--side', 'top'],
    '--side is left or right',
  ],
  ['an unknown option', ['measure', 'footprint', 'print.png', '--fast'], 'no option --fast'],
  ['an unknown command', ['fly'], 'no command "fly"'],
  ['a plan that is not JSON', ['plan', 'text.png'], 'is not JSON'],
])('%s ends with 2 and one sentence', async (_, line, words) => {
  await savePicture(stamp.image, 'print.png')
  writeFileSync(place('text.png'), 'hello')
  const flat = (width: number, height: number) =>
    sharp({ create: { width, height, channels: 3, background: '#eee' } })
  await flat(1, 1).png().toFile(place('dot.png'))
  await flat(500, 900).png().toFile(place('blank.png'))
  const whole = await sharp(stamp.image.data, {
    raw: { width: stamp.image.widthPx, height: stamp.image.heightPx, channels: 1 },
  })
    .png()
    .toBuffer()
  writeFileSync(place('torn.png'), whole.subarray(0, whole.length / 2))
  const { output, code } = await run(line.map((word) => (word.endsWith('.png') ? place(word) : word)))
  expect(code).toBe(2)
  expect(output).toContain(words)
})

test('two feet on one sheet come as a list, left first', async () => {
  const right = printPicture({ ...left, side: 'right' }, { seed: 13, mmPerPx: 0.3 })
  const height = Math.max(stamp.image.heightPx, right.image.heightPx)
  const png = (image: RasterImage) =>
    sharp(image.data, { raw: { width: image.widthPx, height: image.heightPx, channels: 1 } })
      .png()
      .toBuffer()
  await sharp({
    create: { width: stamp.image.widthPx + right.image.widthPx, height, channels: 3, background: '#e4e4e2' },
  })
    .composite([
      { input: await png(stamp.image), left: 0, top: 0 },
      { input: await png(right.image), left: stamp.image.widthPx, top: 0 },
    ])
    .png()
    .toFile(place('both.png'))
  const { output } = await run(['measure', 'footprint', place('both.png'), '--mm-per-px', '0.3'])
  expect((JSON.parse(output) as { side: string }[]).map((r) => r.side)).toEqual(['left', 'right'])
})

describe('plan', () => {
  const visit = {
    startedOn: '2026-05-04',
    birthYear: 1992,
    kit: ['wall', 'step'],
    fields: {
      'measure.kneeToWall.left.1': 80,
      'measure.kneeToWall.right.1': 90,
      'measure.navicularSit.left.1': 43,
      'measure.navicularStand.left.1': 31,
      'answer.hoursStanding': 30,
    },
  }
  const asked = {
    ...visit,
    fields: {
      ...visit.fields,
      ...Object.fromEntries(cautionQuestions.map((q) => [`answer.caution:${q}`, false])),
    },
  }
  type Printed = {
    blocked: boolean
    openQuestions: string[]
    stops: string[]
    phases: { minutesPerSession: number; drills: { id: string; because: string[]; minutes: number }[] }[]
    proof?: { gapPct: number }
  }
  const planOf = async (content: object, ...options: string[]) => {
    writeFileSync(place('visit.json'), JSON.stringify(content))
    return run(['plan', place('visit.json'), ...options])
  }
  const printed = async (content: object, ...options: string[]) =>
    JSON.parse((await planOf(content, ...options)).output) as Printed

  test('without answers there is no plan: blocked, with every open question named', async () => {
    const plan = await printed(visit)
    expect(plan).toMatchObject({ blocked: true, stops: [], phases: [] })
    expect(plan.openQuestions).toEqual(cautionQuestions.filter((q) => q !== 'childLimping'))
    expect((plan as { transition?: unknown }).transition).toBeUndefined()
    const child = await printed({ ...asked, birthYear: 2014 })
    expect(child).toMatchObject({ blocked: true, openQuestions: [], stops: ['child'], phases: [] })
  })
  test('the visit of the docs has everything asked that a plan waits for', async () => {
    const { output } = await run([
      'transition',
      join(__dirname, '..', '..', 'docs', 'examples', 'visit.json'),
    ])
    expect(JSON.parse(output)).toMatchObject({ blocked: false, stops: [] })
  })
  test('the same visit gives the same plan to the byte, proven, with reasons', async () => {
    const [one, two] = [await planOf(asked), await planOf(asked)]
    expect(one).toEqual(two)
    const plan = JSON.parse(one.output) as Printed
    expect(plan.blocked).toBe(false)
    const because = plan.phases[0]!.drills.flatMap((d) => d.because)
    expect(because).toContain('left knee-to-wall 80 mm, goal 125')
    expect(plan.proof!.gapPct).toBeLessThanOrEqual(2)
  })
  test('the change of shoes is printed week by week; the same seed compares to the same bytes', async () => {
    const content = {
      ...asked,
      fields: {
        ...asked.fields,
        'answer.hoursStanding': 18,
        'answer.hoursWalking': 16,
        'answer.planPace': 'slow',
      },
    }
    writeFileSync(place('visit.json'), JSON.stringify(content))
    const one = await run([
      'transition',
      place('visit.json'),
      '--pace',
      'brisk',
      '--simulate',
      '500',
      '--seed',
      '7',
    ])
    expect(
      await run(['transition', place('visit.json'), '--pace', 'brisk', '--simulate', '500', '--seed', '7']),
    ).toEqual(one)
    const printed = JSON.parse(one.output) as {
      blocked: boolean
      weeks: { minutes: number; longestBoutMin: number; dose: Record<string, number> }[]
      reachedWeek: number
      simulation: { label: string; seed: number; plans: Record<string, { overloadedShare: number }> }
    }
    expect(printed).toMatchObject({ blocked: false, startMinutes: 0, simulation: { seed: 7, clients: 500 } })
    expect(printed.weeks[0]!.longestBoutMin).toBeLessThanOrEqual(10)
    expect(Object.keys(printed.weeks[0]!.dose)).toHaveLength(4)
    expect(printed.simulation.label).toMatch(/does not say what will happen to this person/)
    const slow = JSON.parse((await run(['transition', place('visit.json')])).output) as {
      reachedWeek: number
    }
    expect(slow.reachedWeek).toBeGreaterThan(printed.reachedWeek)
  })
  test('blocked means no week at all; a seed that cannot be is refused with exit code 2', async () => {
    writeFileSync(place('visit.json'), JSON.stringify(visit))
    const blocked = await run(['transition', place('visit.json')])
    expect(JSON.parse(blocked.output)).toMatchObject({ blocked: true, weeks: [] })
    for (const wrong of [
      ['--seed', '0'],
      ['--simulate', 'many'],
      ['--pace', 'fastest'],
    ])
      expect((await run(['transition', place('visit.json'), ...wrong])).code).toBe(2)
  })
  test('minutes, sessions and kit are wishes; an earlier plan is kept where it still serves', async () => {
    const short = await printed(asked, '--minutes', '6', '--kit', '')
    for (const phase of short.phases) expect(phase.minutesPerSession).toBeLessThanOrEqual(6)
    const first = await planOf(asked)
    writeFileSync(place('previous.json'), first.output)
    const ids = (plan: Printed) => new Set(plan.phases.flatMap((p) => p.drills.map((d) => d.id)))
    const before = ids(JSON.parse(first.output) as Printed)
    const after = ids(await printed(asked, '--previous', place('previous.json')))
    expect([...before].filter((id) => after.has(id)).length).toBeGreaterThanOrEqual(before.size * 0.8)
    expect(await planOf(asked, '--minutes', '400')).toMatchObject({
      code: 2,
      output: expect.stringContaining('--minutes'),
    })
    expect(await planOf(asked, '--kit', 'trampoline')).toMatchObject({ code: 2 })
    writeFileSync(place('previous.json'), '{}')
    expect(await planOf(asked, '--previous', place('previous.json'))).toMatchObject({
      code: 2,
      output: expect.stringContaining('is no plan'),
    })
  })
  test('a stop blocks it', async () => {
    const stopped = { ...asked, fields: { ...asked.fields, 'answer.caution:hotSwollen': true } }
    expect(await printed(stopped)).toMatchObject({
      blocked: true,
      openQuestions: [],
      stops: ['hotSwollen'],
      cautions: [{ id: 'hotSwollen', level: 'stop' }],
    })
  })
  test('a field out of range is named', async () => {
    writeFileSync(
      place('odd.json'),
      JSON.stringify({ ...visit, fields: { 'measure.kneeToWall.left.1': -5 } }),
    )
    expect(await run(['plan', place('odd.json')])).toMatchObject({
      code: 2,
      output: expect.stringContaining('measure.kneeToWall.left.1'),
    })
  })
})

describe('user add', () => {
  const line = (email: string) => [
    'user',
    'add',
    '--db',
    place('users.db'),
    '--name',
    'Bram Oddny',
    '--email',
    email,
    '--role',
    'assistant',
    '--password-stdin',
  ]
  test('an account is made once', async () => {
    expect(await run(line('bram@tideway.example'), 'a long password\n')).toEqual({
      code: 0,
      output: 'Added assistant bram@tideway.example.',
    })
    expect(await run(line('bram@tideway.example'), 'a long password\n')).toMatchObject({
      code: 2,
      output: expect.stringContaining('already an account'),
    })
  })
  test('a short password or no address is refused', async () => {
    expect(await run(line('b2@tideway.example'), 'short')).toMatchObject({
      code: 2,
      output: expect.stringContaining('at least 12'),
    })
    expect((await run(line('nobody'), 'a long password')).code).toBe(2)
  })
})

test('a busy port is said plainly', async () => {
  const blocker = createServer().listen(0, '127.0.0.1')
  await new Promise((resolve) => blocker.once('listening', resolve))
  const { port } = blocker.address() as { port: number }
  const answer = await run(['serve', '--db', place('busy.db'), '--port', String(port)])
  expect(answer).toEqual({
    code: 2,
    output: `Port ${port} is busy. Stop the other program, or choose another with --port.`,
  })
  blocker.close()
})

describe('recordings and angle series', () => {
  const examples = join(__dirname, '..', '..', 'docs', 'examples')
  test('the example of a stance is measured as documented', async () => {
    const { output, code } = await run(['measure', 'pressure', join(examples, 'stance.csv.gz')])
    expect(code).toBe(0)
    const read = JSON.parse(output) as Record<string, unknown> & { left: Record<string, unknown> }
    expect(Object.keys(read).slice(0, 5)).toEqual(['durationS', 'frames', 'left', 'right', 'steps'])
    expect(Object.keys(read.left)).toEqual([
      'loadN',
      'share',
      'cop',
      'tripod',
      'regionsPct',
      'peakKpa',
      'archIndex',
    ])
    expect(read).toMatchObject({ durationS: 6, frames: 120, steps: [] })
  })
  test('pads instead of heads move the shares', async () => {
    const shares = async (...more: string[]) => {
      const { output } = await run(['measure', 'pressure', join(examples, 'stance.csv.gz'), ...more])
      return (JSON.parse(output) as { left: { tripod: { h: number } } }).left.tripod.h
    }
    expect(await shares('--points', 'pads')).toBeGreaterThan(await shares('--points', 'heads'))
  })
  test('a heel angle series gives its peak and when', async () => {
    const { output } = await run(['measure', 'rearfoot', join(examples, 'heel-angle.csv')])
    const read = JSON.parse(output) as { peakDeg: number; peakAtPct: number; timing: string }
    expect(Math.abs(read.peakDeg - 7)).toBeLessThan(0.3)
    expect(Math.abs(read.peakAtPct - 42)).toBeLessThan(2)
    expect(read.timing).toBe('usual')
  })
  test.each([
    [['pressure'], /Name one recording/],
    [['pressure', place('none.csv')], /cannot be read/],
    [['pressure', folder], /folder/],
    [['pressure', join(examples, 'heel-angle.csv')], /"rows" is missing/],
    [['pressure', join(examples, 'stance.csv.gz'), '--points', 'toes'], /heads or pads/],
    [['rearfoot'], /Name one series/],
    [['rearfoot', place('none.csv')], /cannot be read/],
    [['rearfoot', join(examples, 'visit.json')], /Line 1/],
  ] as const)('measure %p is refused in a sentence', async (words, sentence) => {
    const { output, code } = await run(['measure', ...words])
    expect(code).toBe(2)
    expect(output).toMatch(sentence)
  })
})

describe('outlines and shoes', () => {
  const examples = join(__dirname, '..', '..', 'docs', 'examples')
  const example = (name: string) => join(examples, name)
  const save = (name: string, content: string) => {
    writeFileSync(place(name), content)
    return place(name)
  }
  test('measure outline: the foot of the examples, close to what it was drawn from', async () => {
    const { output, code } = await run(['measure', 'outline', example('foot.json')])
    expect(code).toBe(0)
    const read = JSON.parse(output) as Record<string, number | string>
    expect(read.side).toBe('right')
    expect(Math.abs((read.footLengthMm as number) - 242)).toBeLessThan(2)
    expect(Math.abs((read.halluxAngleDeg as number) - 27)).toBeLessThan(3)
    expect(read.fanRatio as number).toBeLessThan(0.95)
  })
  test('measure shoe: the five items add up to the score, and the tipping angle is there', async () => {
    const { output } = await run(['measure', 'shoe', example('shoe.json')])
    const read = JSON.parse(output) as {
      dropMm: number
      tippingAngleDeg: number
      minimalShoeScore: { pct: number; items: Record<string, number> }
    }
    expect(read.dropMm).toBe(12)
    const sum = Object.values(read.minimalShoeScore.items).reduce((a, b) => a + b, 0)
    expect(read.minimalShoeScore.pct).toBeCloseTo(sum * 4, 6)
    expect(read.tippingAngleDeg).toBeGreaterThan(10)
  })
  test('fit: overhang by region, room, margins and push; more stretch lets less reach out', async () => {
    const ask = async (...more: string[]) =>
      JSON.parse((await run(['fit', example('foot.json'), example('town-shoe.svg'), ...more])).output) as {
        side: string
        overhang: { region: string; edge: string; mostMm: number }[]
        roomMm: number
        push: { extraDeg: number }
      }
    const plain = await ask()
    expect(plain.side).toBe('right')
    expect(plain.overhang).toHaveLength(8)
    const most = (answer: typeof plain) => Math.max(...answer.overhang.map((p) => p.mostMm))
    expect(most(plain)).toBeGreaterThan(3)
    expect(most(await ask('--stretch', '4'))).toBeCloseTo(most(plain) - 2, 1)
    expect((await ask('--gap', '8')).roomMm).toBeLessThan(plain.roomMm - 4)
  })
  test.each([
    ['an outline in cm', ['measure', 'outline', 'small.json'], /probably drawn in cm/],
    ['an open outline', ['measure', 'outline', 'open.json'], /outline is open/],
    ['no side', ['measure', 'outline', 'noside.json'], /does not say which side/],
    ['a shoe file that is none', ['measure', 'shoe', 'small.json'], /small\.json: /],
    ['a file that is not there', ['measure', 'outline', 'nothing.json'], /cannot be read/],
    ['one file alone', ['fit', 'small.json'], /Name a foot and a shoe/],
    ['a stretch in words', ['fit', 'FOOT', 'SHOE', '--stretch', 'much'], /--stretch is a number of mm/],
    ['an activity nobody does', ['fit', 'FOOT', 'SHOE', '--activity', 'fly'], /walk or run/],
  ])('%s: one sentence and exit code 2', async (_, line, sentence) => {
    const ring = Array.from({ length: 40 }, (__, i) => {
      const t = (i / 40) * 2 * Math.PI
      return [50 * Math.sin(t), 130 - 130 * Math.cos(t)]
    })
    save('small.json', JSON.stringify({ side: 'left', points: ring.map(([x, y]) => [x! / 10, y! / 10]) }))
    save('open.json', JSON.stringify({ side: 'left', points: ring.slice(0, 25) }))
    save('noside.json', JSON.stringify({ points: ring }))
    const files: Record<string, string> = { FOOT: example('foot.json'), SHOE: example('town-shoe.svg') }
    const { output, code } = await run(
      line.map((word) => files[word] ?? (word.endsWith('.json') ? place(word) : word)),
    )
    expect(output).toMatch(sentence)
    expect(output.split('\n').length).toBe(1)
    expect(code).toBe(2)
  })
})
