import type { Caution } from '@sturvo/core/cautions'
import type { Finding } from '@sturvo/core/reading'
import type { References } from '@sturvo/core/reference'
import { cautionText, findingWords, plain, roleText } from '@sturvo/words'

const notedMost = 6 // findings nobody pinned

/** The referral letter: from whom, why, what was found, what was stopped. No diagnosis. */
export function letterText(input: {
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
}): string {
  const { practice, client, stops } = input
  const see = [...new Set(stops.map((c) => (c.see ? roleText[c.see] : roleText.doctor)))].join(' or ')
  const isPinned = (f: Finding) => input.pinnedFindings.includes(f.id)
  const shown = [
    ...input.findings.filter(isPinned),
    ...input.findings.filter((f) => !isPinned(f) && f.concern !== 'fine').slice(0, notedMost),
  ]
  return [
    `${practice.name}, ${practice.place}`,
    input.on,
    '',
    `To ${see}`,
    '',
    `About ${client.name}${client.birthYear === null ? '' : `, born ${client.birthYear}`}`,
    '',
    'Please see this person. At a foot visit today we found:',
    ...stops.map((c) => `- ${cautionText[c.id].name}. ${cautionText[c.id].practitioner}`),
    ...(shown.length > 0
      ? ['', 'Also noted:', ...shown.map((f) => `- ${plain(findingWords(f, input.references).sentence)}`)]
      : []),
    ...(input.shoes && input.shoes.length > 0
      ? ['', 'Shoes:', ...input.shoes.map((line) => `- ${line}`)]
      : []),
    '',
    'Foot training, toe spacing and any change of footwear are stopped until you have seen the foot.',
    'This letter describes what was seen and measured. It is not a diagnosis; local rules come first.',
    '',
    input.practitioner,
  ].join('\n')
}
