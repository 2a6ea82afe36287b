import type { Caution } from '@sturvo/core/cautions'
import type { Finding } from '@sturvo/core/reading'
import type { References } from '@sturvo/core/reference'
import { cautionText, findingWords, plain, roleText } from '@sturvo/words'

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
  /** values in force; left out, as they ship */
  references?: References
}

/** What a referral letter says, part by part. */
export type Letter = {
  from: string
  on: string
  to: string
  about: string
  asks: string
  stops: { name: string; words: string }[]
  noted: string[]
  shoes: string[]
  closing: string[]
  practitioner: string
}

/** The referral letter: from whom, why, what was found, what was stopped. No diagnosis. */
export function letterOf(input: LetterInput): Letter {
  const { practice, client, stops } = input
  const see = [...new Set(stops.map((c) => (c.see ? roleText[c.see] : roleText.doctor)))].join(' or ')
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
    asks: 'Please see this person. At a foot visit today we found:',
    stops: stops.map((c) => ({ name: cautionText[c.id].name, words: cautionText[c.id].practitioner })),
    noted: shown.map((f) => plain(findingWords(f, input.references).sentence)),
    shoes: [...(input.shoes ?? [])],
    closing: [
      'Foot training, toe spacing and any change of footwear are stopped until you have seen the foot.',
      'This letter describes what was seen and measured. It is not a diagnosis; local rules come first.',
    ],
    practitioner: input.practitioner,
  }
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
    ...list('Also noted:', letter.noted),
    ...list('Shoes:', letter.shoes),
    '',
    ...letter.closing,
    '',
    letter.practitioner,
  ].join('\n')
}
