import type { HeldBack } from '@sturvo/core/inForce'
import { leftOutText } from './planText'

/** Said on the client's page: what waits is not named, nor why; whoever found it tells. */
export const heldOnPhoneText =
  'Something new was found at your last visit, so a part of your plan waits. Do what stands here; your practitioner tells you how it goes on.'

/** What waits of a plan in force, a line each, for who led the visit. @param nameOf name of a drill by its id */
export function heldLines(
  { drills, lowered, shoes, spacers, running }: HeldBack,
  nameOf: (id: string) => string,
): string[] {
  // one reason is said once, however many drills it holds
  const byReason = new Map<string, string[]>()
  for (const { id, because } of drills) {
    const why = leftOutText(because)
    byReason.set(why, [...(byReason.get(why) ?? []), nameOf(id)])
  }
  return [
    ...[...byReason].map(([why, names]) => `${names.join(' · ')}: ${why}.`),
    ...(lowered.length > 0
      ? [`Less of ${lowered.map(nameOf).join(', ')}: no more than may be done now.`]
      : []),
    ...(shoes === 'wait' ? ['New shoes wait.'] : []),
    ...(shoes === 'noMore' ? ['New shoes stay at the minutes of that week.'] : []),
    ...(spacers ? ['Spacers wait.'] : []),
    ...(running ? ['Running in new shoes waits.'] : []),
  ]
}
