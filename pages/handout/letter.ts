import { questionOfSign } from '@sturvo/core/carried'
import {
  cautionTable,
  conditionQuestions,
  type Caution,
  type CautionQuestion,
  type CautionRule,
  type Role,
} from '@sturvo/core/cautions'
import type { StopSign } from '@sturvo/core/followup'
import type { StopInForce } from '@sturvo/core/inForce'
import type { Finding } from '@sturvo/core/reading'
import type { References } from '@sturvo/core/reference'
import { regionOf, type BodyMark, type EventKind } from '@sturvo/core/story'
import {
  cautionQuestionText,
  cautionText,
  eventKindText,
  findingWords,
  markViewText,
  num,
  painMomentText,
  plain,
  roleText,
  stopInForceText,
} from '@sturvo/words'

const notedMost = 6 // findings nobody pinned

export type LetterInput = {
  practice: { name: string; place: string }
  practitioner: string
  client: { name: string; birthYear: number | null }
  on: string
  stops: readonly Caution[]
  findings: readonly Finding[]
  /** ids of the findings that were pinned: these are always in the letter */
  pinnedFindings: readonly string[]
  /** a line for each shoe that is worn */
  shoes?: readonly string[]
  /** what was told, here and elsewhere: the next person begins from it */
  told?: LetterTold
  /** values in force; left out, as they ship */
  references?: References
}

/** What the record holds that bears on a stop. */
export type LetterTold = {
  /** everything that stops the plan, the log's signs among it, each with its day */
  stops: readonly StopInForce[]
  complaint: string | undefined
  marks: readonly BodyMark[]
  worstPain: number | undefined
  answers: Partial<Record<CautionQuestion, boolean>>
  otherConditions: string | undefined
  medicines: readonly string[]
  events: readonly { kind: EventKind; side: string; month: string; words?: string | undefined }[]
  /** what was done so far: plans, devices */
  tried: readonly string[]
}

/** What a referral letter says, part by part. */
export type Letter = {
  from: string
  on: string
  to: string
  about: string
  asks: string
  stops: { name: string; words: string }[]
  /** what was told, under its heads */
  told: { head: string; lines: string[] }[]
  noted: string[]
  shoes: string[]
  closing: string[]
  practitioner: string
}

/** The referral letter: from whom, why, what was found, what was stopped. No diagnosis. */
export function letterOf(input: LetterInput): Letter {
  const { practice, client, stops } = input
  const roles = [...stops.map((c) => c.see), ...(input.told?.stops ?? []).map(roleOfSign)].filter(
    (role) => role !== undefined,
  )
  const see = [...new Set<Role>(roles.length > 0 ? roles : ['doctor' as const])]
    .map((role) => roleText[role])
    .join(' or ')
  const isPinned = (f: Finding) => input.pinnedFindings.includes(f.id)
  const shown = [
    ...input.findings.filter(isPinned),
    ...input.findings.filter((f) => !isPinned(f) && f.concern !== 'fine').slice(0, notedMost),
  ]
  return {
    from: `${practice.name}, ${practice.place}`,
    on: input.on,
    to: `To ${see}`,
    about: `About ${client.name}${client.birthYear === null ? '' : `, born ${client.birthYear}`}`,
    asks:
      stops.length > 0
        ? 'Please see this person. At a foot visit today we found:'
        : 'Please see this person, for what they wrote between visits:',
    stops: stops.map((c) => ({ name: cautionText[c.id].name, words: cautionText[c.id].practitioner })),
    told: input.told && input.references ? toldLines(input.told, input.references) : [],
    noted: shown.map((f) => plain(findingWords(f, input.references).sentence)),
    shoes: [...(input.shoes ?? [])],
    closing: [
      'Foot training, toe spacing and any change of footwear are stopped until you have seen the foot.',
      'This letter describes what was seen and measured. It is not a diagnosis; local rules come first.',
    ],
    practitioner: input.practitioner,
  }
}

/** Who should see what a client wrote: whoever sees the red flag that it is. */
function roleOfSign({ what, toldAt }: StopInForce): Role | undefined {
  if (toldAt !== 'log') return undefined
  const question = questionOfSign[what as StopSign]
  const rules: CautionRule[] = Object.values(cautionTable)
  return rules.find((rule) => rule.asks === question)?.see
}

/** Head by head, what was told; a head with nothing under it is left out. */
function toldLines(told: LetterTold, r: References): Letter['told'] {
  const said = (text: string | undefined) => (text === undefined || text.trim() === '' ? [] : [text.trim()])
  const places = told.marks.flatMap((mark) =>
    mark.kind === 'pain'
      ? [
          [
            `${mark.side} foot, ${regionOf(mark, r)} (${markViewText[mark.view]})`,
            mark.worst === undefined ? '' : `${num(mark.worst, 0)} of 10`,
            ...mark.when.map((moment) => painMomentText[moment]),
          ]
            .filter(Boolean)
            .join(', '),
        ]
      : [],
  )
  const worst =
    told.worstPain === undefined ? [] : [`worst of the last week: ${num(told.worstPain, 0)} of 10`]
  return [
    { head: 'Since when', lines: told.stops.map(stopInForceText) },
    { head: 'In their words', lines: said(told.complaint) },
    { head: 'Pain', lines: [...worst, ...places] },
    {
      head: 'Conditions',
      lines: [
        ...conditionQuestions.filter((q) => told.answers[q] === true).map((q) => cautionQuestionText[q]),
        ...said(told.otherConditions),
      ],
    },
    { head: 'Medicines', lines: [...told.medicines] },
    {
      head: 'Injuries and operations',
      lines: told.events.map(
        ({ kind, side, month, words }) =>
          `${eventKindText[kind]}, ${side}, ${month}${words === undefined || words === '' ? '' : `: ${words}`}`,
      ),
    },
    { head: 'Tried so far', lines: [...told.tried] },
  ].filter(({ lines }) => lines.length > 0)
}

/** The same as text. */
export function letterText(input: LetterInput): string {
  const letter = letterOf(input)
  const list = (head: string, lines: readonly string[]) =>
    lines.length > 0 ? ['', head, ...lines.map((line) => `- ${line}`)] : []
  return [
    letter.from,
    letter.on,
    '',
    letter.to,
    '',
    letter.about,
    ...list(
      letter.asks,
      letter.stops.map(({ name, words }) => `${name}. ${words}`),
    ),
    ...letter.told.flatMap(({ head, lines }) => list(`${head}:`, lines)),
    ...list('Also noted:', letter.noted),
    ...list('Shoes:', letter.shoes),
    '',
    ...letter.closing,
    '',
    letter.practitioner,
  ].join('\n')
}
