import type { SelfTestId, StopSign } from '@sturvo/core/followup'

const day = (text: string) =>
  new Intl.DateTimeFormat('en-GB', {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    timeZone: 'UTC',
  }).format(new Date(`${text}T12:00:00Z`))
const plural = new Intl.PluralRules('en')
const count = (n: number, one: string, other: string) => `${n} ${plural.select(n) === 'one' ? one : other}`
const minutes = (n: number) => count(Math.round(n), 'minute', 'minutes')

/**
 * Every word of the client's page that does not come with the plan. A translation is one more table of this shape.
 */
export const english = {
  title: 'Your plan',
  day,
  minutes,
  opening: 'Opening your plan …',
  closedTitle: 'This page is closed',
  closed: 'This link opens no plan. Please call the practice.',
  noNet: 'There is no connection. Open this page once with the network on; after that it works without.',
  tryAgain: 'Try again',
  call: (phone: string) => `Call ${phone}`,
  wordTitle: 'Type your four digits',
  wordHelp: 'Your practice gave them to you with the link.',
  wordWrong: 'These are not the digits. Look again: after ten wrong tries the page locks.',
  open: 'Open',
  version: (number: number) => `Plan version ${number}.`,
  until: (d: string) => `This page works until ${day(d)}.`,
  allSent: 'All sent. Works without a network too.',
  coming: 'The pictures are still coming. Leave the network on for a moment.',
  waiting: (n: number) =>
    `${count(n, 'note waits', 'notes wait')} on this phone, sent when there is a network`,
  notSent: (n: number) => `${count(n, 'note', 'notes')} could not be sent. Tell your practice.`,
  brokenFile:
    'This file cannot be opened here. Open it in a newer browser, or ask your practice for it once more.',
  here: (n: number) => `${count(n, 'note', 'notes')} on this phone. This page sends nothing by itself.`,
  hereNone: 'This page is a file: it works without a network, and sends nothing by itself.',
  give: 'Give my notes to the practice',
  giveTitle: 'Give your notes to the practice',
  giveHelp: (n: number) =>
    `${count(n, 'note', 'notes')}. Let the practice scan the picture, or send them the text.`,
  picture: (n: number, of: number) => `Picture ${n} of ${of}`,
  nextPicture: 'Next picture',
  copyText: 'Copy the text',
  saveFile: 'Save as a file',
  textOfIt: 'The text',
  copied: 'Copied. Paste it into a message.',
  notCopied: 'This browser does not copy. Tap the text, then copy it.',
  giveAll: 'Also what I gave before',
  giveAgain: 'Giving the same notes twice does no harm.',
  given: 'The practice has them',
  begins: (d: string) => `Your plan begins on ${day(d)}.`,
  over: 'This plan has ended. Your practice makes the next one with you.',
  restDay: 'Nothing planned today. Rest is part of it.',
  session: 'Today’s session',
  sessionOf: (drills: number, min: number) =>
    `${count(drills, 'exercise', 'exercises')}, about ${minutes(min)}`,
  morningPart: 'Morning part',
  eveningPart: 'Evening part',
  start: 'Start',
  goOn: 'Go on',
  again: 'Do it again',
  done: 'Done today',
  easier: 'Easier this time',
  spacers: 'Toe spacers',
  shoes: 'New shoes or barefoot',
  today: (n: number) => `${minutes(n)} today`,
  inOneGo: (n: number) => `at most ${n} in one go`,
  next: (rise: { date: string; minutes: number }) =>
    `Then, from ${day(rise.date)} at the earliest: ${minutes(rise.minutes)}`,
  held: {
    silence: 'The same as last week: write down how it was on most days, then it grows.',
    pain: 'The same as last week: it hurt more than it should. It grows after a calm week.',
    stepBack: 'Less today, and in the easier form: it hurt clearly more. It grows again after calm weeks.',
    stale:
      'This page has not reached your practice for more than a week. Until it does: only the exercises, little and easy.',
  },
  watchStart: 'Start the watch',
  watchStop: 'Stop the watch',
  watchMore: 'Add 5 minutes',
  watchReset: 'Set to zero',
  tooLong: 'That is more than planned for one go. Take a break.',
  enough: 'That is enough for today.',
  softer: 'For now on the softer ground you walked on before.',
  morning: 'This morning',
  firstSteps: 'The first steps hurt',
  sore: 'Still sore from yesterday',
  noPain: 'not at all',
  mostPain: 'worst there is',
  ofTen: (name: string, n: number) => `${name}: ${n} of 10`,
  write: 'Write how it was',
  writeAgain: 'Change what you wrote',
  written: 'You wrote it down today.',
  week: (w: { done: number; planned: number }) => `${w.done} of ${w.planned} sessions this week`,
  trained: 'The exercises',
  doneness: { done: 'all done', partly: 'some of them', not: 'not today' },
  twoMore: 'Could you have done two more?',
  yes: 'Yes',
  no: 'No',
  pain: 'Worst pain today',
  where: 'Where? Tap the spot.',
  place: (side: 'left' | 'right', part: string) => `${side} foot, ${part}`,
  parts: { heel: 'heel', middle: 'middle', ball: 'ball', toes: 'toes' },
  leftFoot: 'Left foot',
  rightFoot: 'Right foot',
  removeLast: 'Take the last spot away',
  cramp: 'I had a cramp',
  spacersMin: 'Spacers, minutes',
  shoesMin: 'New shoes, minutes',
  words: 'Anything else?',
  save: 'Save',
  back: 'Back',
  saved: 'Written down.',
  notKept: 'This phone could not keep that. Try again, or call your practice.',
  noStore:
    'This browser forgets what you write when you close the page. Open the link in a normal window, not a private one.',
  wasAway: 'You were away for a while. It waits where you left it.',
  writeYesterday: 'Write how yesterday was',
  writeOf: (d: string) => `How it was on ${day(d)}`,
  wrong: 'Something is wrong',
  stopTitle: 'Is it one of these?',
  stopHelp:
    'Tick what is true. Your plan pauses at once, and your practice sees it when it opens its list. Nobody reads this live.',
  stopNone: 'None of these',
  stopSend: 'Pause my plan',
  stopped: 'Your plan is paused',
  stoppedWhy: 'You wrote:',
  stoppedDo:
    'Do no exercises, no spacers and no new shoes until your practice has looked at it. Wear the shoes you know.',
  nobodyLive: 'Nobody reads this page live. Please call.',
  emergency: 'If it is an emergency',
  stillWaits: 'This note has not been sent yet. Please call.',
  signs: {
    boneTender: 'One small spot on a bone hurts when I press it',
    restPain: 'It hurts at night, or when I sit still',
    forefootSwelling: 'The top of my forefoot is swollen',
    hopPain: 'It hurts when I hop on that foot',
    numb: 'Toes or foot feel numb',
    colourChange: 'Toes or foot turned pale, blue or dark red',
    fever: 'I have a fever, or the foot is hot',
    calfSwelling: 'My calf is swollen and sore',
    brokenSkin: 'The skin is open, or a wound does not close',
    lostPushOff: 'I felt a pop, or cannot push off or rise on my toes',
  } satisfies Record<StopSign, string>,
  tests: {
    kneeToWall: {
      title: 'Knee to the wall',
      how: [
        'Put a ruler on the floor, its end at the wall.',
        'Stand with one foot along the ruler and bend your knee to the wall.',
        'Move the foot back as far as the knee still touches and the heel stays down.',
        'Read how far the big toe is from the wall.',
      ],
      care: 'Hold on to something. Stop if it hurts.',
    },
    singleLegOpen: {
      title: 'Stand on one leg',
      how: [
        'Stand barefoot beside a table, one hand just above it.',
        'Keep your eyes open. Tap the button as you lift the other foot.',
        'Tap again when the foot comes down, the hand touches or the standing foot moves.',
      ],
      care: 'Only beside something firm, and only when somebody is near if you fall easily.',
    },
    heelRaises: {
      title: 'Heel raises on one leg',
      how: [
        'Stand on one leg, fingertips on a wall.',
        'Rise as high as you can and come down slowly, knee straight.',
        'Count until you cannot rise as high any more.',
      ],
      care: 'Stop at once if it hurts, also if you could do more.',
    },
    toeGap: {
      title: 'Room beside the big toe',
      how: [
        'Sit, foot flat on the floor, and spread your toes.',
        'Put a stack of equal coins between the big toe and the next.',
        'Count how many stand there without pushing.',
      ],
      care: 'Do not push the toes apart with the coins.',
    },
  } satisfies Record<SelfTestId, { title: string; how: string[]; care: string }>,
  testUnit: { mm: 'Millimetres', s: 'Seconds', times: 'Times', coins: 'Coins' },
  testMost: (n: number) => `A number from 0 to ${n}.`,
  testSays: 'Your practice looks at these numbers. They change nothing in your plan by themselves.',
  smallTests: 'Small test today',
  tried: 'Written down',
  standUp: 'Foot is up',
  standDown: 'Foot is down',
  seconds: (n: number) => count(n, 'second', 'seconds'),
  ready: 'Get ready',
  rest: 'Rest',
  both: 'both feet',
  left: 'left foot',
  right: 'right foot',
  set: (n: number, of: number) => `set ${n} of ${of}`,
  reps: (n: number) => `${count(n, 'time', 'times')}, slowly`,
  hold: 'hold',
  secondsLeft: (n: number) => `${count(n, 'second', 'seconds')} left`,
  pause: 'Pause',
  skip: 'Skip',
  previous: 'Back one',
  finish: 'Finish',
  paused: 'Paused',
  crampNow: 'Cramp',
  crampHelp:
    'A cramp is usual at first. Let go, pull the toes gently up with your hand, breathe. Go on when it is over, or skip.',
  watchFor: 'Watch:',
  easierForm: 'Easier:',
  easierAsk: 'Too hard? The easier form',
  sound: 'Sound',
  vibration: 'Vibration',
  voice: 'Count aloud',
  finished: 'That was it.',
  tooMuch: 'Too much, if',
  care: 'Take care',
  changed: 'New',
  understood: 'All right',
  options: 'Sound and voice',
  leave: 'Leave',
  stretches: (doneCount: number, all: number) => `${doneCount} of ${all} sets done`,
}
export type ClientWords = typeof english

/** The same words half as long again, to see whether a translation would fit. */
export function stretched(words: ClientWords): ClientWords {
  const longer = (text: string) => text + ' ~'.repeat(Math.ceil(text.length / 4))
  const of = (value: unknown): unknown => {
    if (typeof value === 'string') return longer(value)
    if (Array.isArray(value)) return value.map(of)
    if (typeof value === 'function')
      return (...given: unknown[]) => longer(String((value as (...a: unknown[]) => unknown)(...given)))
    return Object.fromEntries(Object.entries(value as object).map(([key, inner]) => [key, of(inner)]))
  }
  return of(words) as ClientWords
}

/** Chosen once, when the page opens. */
export const words: ClientWords =
  new URLSearchParams(globalThis.location?.search ?? '').get('words') === 'long'
    ? stretched(english)
    : english
