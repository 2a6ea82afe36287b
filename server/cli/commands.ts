import type { Seed } from './serve'
import { isSupervised, supervise } from './supervise'

export type Surroundings = {
  seed: Seed
  passwordFrom: () => Promise<string>
  /** a server is run as a child and started again when it falls over */
  isWatched?: boolean
}

export type Command = {
  /** the words it is called by */
  name: string
  summary: string
  usage: string
  options: readonly (readonly [option: string, meaning: string])[]
  example: string
  /** loaded when it is called: a measure should not wait for a server to be read */
  run: (args: readonly string[], around: Surroundings) => Promise<string>
}

const db = ['--db FILE', 'the file of the practice'] as const
const port = ['--port N', 'the port it listens on, 4173 where none is given'] as const
const side = ['--side left|right', 'which foot it is, where the file does not say so'] as const

/** Every command of the command line, in the order in which they are listed. */
export const commands: readonly Command[] = [
  {
    name: 'demo',
    summary: 'open the made-up practice',
    usage: 'demo [--port N] [--fresh] [--db FILE]',
    options: [
      port,
      ['--fresh', 'make it up anew'],
      ['--db FILE', 'where it lies; a file that is no made-up practice is refused'],
    ],
    example: 'demo --port 4200',
    run: (args, around) =>
      watched('demo', args, around, async () => (await import('./serve')).demo(args, around.seed)),
  },
  {
    name: 'serve',
    summary: 'open a real practice; the first visit creates its owner',
    usage:
      'serve --db FILE [--port N] [--tls-cert FILE --tls-key FILE | --behind-proxy] [--copies DIR] [--replicate DIR|URL]',
    options: [
      db,
      port,
      ['--tls-cert FILE', 'a certificate: speak HTTPS and listen on every address of this machine'],
      ['--tls-key FILE', 'its key'],
      ['--behind-proxy', 'a proxy on this machine speaks HTTPS for it'],
      ['--copies DIR', 'where the daily copies go, beside the practice where none is given'],
      ['--replicate DIR|URL', 'copy every change there as it happens'],
      [
        'STURVO_DB_URL',
        'in the environment: a libSQL server that holds the practice; pictures stay beside --db',
      ],
      ['STURVO_DB_PLAIN', 'in the environment: yes lets an address of another machine be one without TLS'],
      ['STURVO_DB_TOKEN', 'in the environment: what that server asks for'],
      ['STURVO_COPY_PASSPHRASE', 'in the environment: seals the daily copies'],
      ['STURVO_PUBLIC_URL', 'in the environment: where clients reach the practice'],
    ],
    example: 'serve --db practice.db --port 4300',
    run: (args, around) => watched('serve', args, around, async () => (await import('./serve')).serve(args)),
  },
  {
    name: 'test',
    summary: 'run every check and test',
    usage: 'test [--changed [--since REV] | --long]',
    options: [
      ['--changed', 'only what the change touches, by git and by who imports it'],
      ['--since REV', 'what has changed since this commit'],
      ['--long', 'every random case, every file looked at for its format'],
    ],
    example: 'test',
    // the shell does this one, for it needs tools that no practice needs
    run: () => Promise.resolve('Run ./sturvo test from the shell.'),
  },
  {
    name: 'measure footprint',
    summary: 'measure the prints on a picture',
    usage:
      'measure footprint IMAGE (--mm-per-px X | --sheet a4|letter) [--side left|right] [--toes auto|none]',
    options: [
      ['--mm-per-px X', 'millimetres of one pixel'],
      ['--sheet a4|letter', 'the sheet of paper in the picture'],
      side,
      ['--toes auto|none', 'whether toes are looked for'],
    ],
    example: 'measure footprint print.png --mm-per-px 0.3',
    run: async (args) => (await import('./measureFootprint')).measureFootprint(args),
  },
  {
    name: 'measure pressure',
    summary: 'measure a recording of a pressure mat',
    usage: 'measure pressure FILE.csv[.gz] [--points heads|pads]',
    options: [['--points heads|pads', 'three points under the joint heads, or under the toe pads']],
    example: 'measure pressure docs/examples/stance.csv.gz',
    run: async (args) => (await import('./measurePressure')).measurePressure(args),
  },
  {
    name: 'measure rearfoot',
    summary: 'measure a series of heel angles',
    usage: 'measure rearfoot FILE.csv',
    options: [],
    example: 'measure rearfoot docs/examples/heel-angle.csv',
    run: async (args) => (await import('./measureRearfoot')).measureRearfoot(args),
  },
  {
    name: 'measure outline',
    summary: 'measure the outline of a foot',
    usage: 'measure outline FILE.svg|json [--side left|right]',
    options: [side],
    example: 'measure outline docs/examples/foot.json',
    run: async (args) => (await import('./measureOutline')).measureOutline(args),
  },
  {
    name: 'measure shoe',
    summary: 'drop, minimal-shoe score and tipping angle of a shoe',
    usage: 'measure shoe FILE.json',
    options: [],
    example: 'measure shoe docs/examples/shoe.json',
    run: async (args) => (await import('./measureShoe')).measureShoe(args),
  },
  {
    name: 'fit',
    summary: 'lay a foot over the inside of a shoe',
    usage:
      'fit FOOT.svg|json SHOE.svg|json [--gap 3] [--stretch 2] [--activity walk|run] [--side left|right]',
    options: [
      ['--gap MM', 'between heel and shoe'],
      ['--stretch MM', 'what the upper gives'],
      ['--activity walk|run', 'what it is worn for'],
      side,
    ],
    example: 'fit docs/examples/foot.json docs/examples/town-shoe.svg',
    run: async (args) => (await import('./fit')).fit(args),
  },
  {
    name: 'plan',
    summary: 'the plan of a visit, with its reasons',
    usage: 'plan VISIT.json [--minutes M] [--sessions N] [--kit a,b] [--previous PLAN.json]',
    options: [
      ['--minutes M', 'minutes a session, instead of those in the visit'],
      ['--sessions N', 'sessions a week'],
      ['--kit a,b', 'kit at hand'],
      ['--previous PLAN.json', 'the plan in force: what still serves is kept'],
    ],
    example: 'plan docs/examples/visit.json',
    run: async (args) => (await import('./plan')).planOfFile(args),
  },
  {
    name: 'transition',
    summary: 'the change of shoes week by week',
    usage: 'transition VISIT.json [--pace slow|usual|brisk] [--simulate N --seed S]',
    options: [
      ['--pace slow|usual|brisk', 'instead of that of the visit'],
      ['--simulate N', 'compare paces under assumptions, with so many made-up clients'],
      ['--seed S', 'the same seed, the same numbers'],
    ],
    example: 'transition docs/examples/visit.json --simulate 2000 --seed 7',
    run: async (args) => (await import('./transition')).transitionOfFile(args),
  },
  {
    name: 'followup',
    summary: 'what each day of a log would have said',
    usage: 'followup VISIT.json LOG.json',
    options: [],
    example: 'followup docs/examples/visit.json docs/examples/log.json',
    run: async (args) => (await import('./followup')).followupOfFile(args),
  },
  {
    name: 'check',
    summary: 'look through a whole practice for anything that cannot be read',
    usage: 'check --db FILE [--copies DIR]',
    options: [db, ['--copies DIR', 'where its copies lie: the audit is held against what they know']],
    example: 'check --db practice.db',
    run: async (args) => (await import('./check')).check(args),
  },
  {
    name: 'export',
    summary: 'everything of one client, or of the practice, in an open format',
    usage: 'export --db FILE --client ID|all --as bundle|json|fhir|csv|ics|pdf --to FILE',
    options: [
      db,
      ['--client ID', 'the id of a client, or all'],
      [
        '--as FORMAT',
        'bundle (zip with pictures), json, fhir, csv (measures), ics and pdf of the newest plan',
      ],
      ['--to FILE', 'where it is written; a file that is there is not written over'],
    ],
    example: 'export --db practice.db --client all --as bundle --to everything.sturvo.zip',
    run: async (args) => (await import('./inAndOut')).exportFile(args),
  },
  {
    name: 'import',
    summary: 'take a file in: a bundle, a FHIR bundle, a table of measures',
    usage: 'import FILE --db FILE [--look] [--choose newer|here|there]',
    options: [
      db,
      ['--look', 'only say what would happen'],
      [
        '--choose newer|here|there',
        'what becomes of records that were changed in both; newer where none is given',
      ],
    ],
    example: 'import everything.sturvo.zip --db practice.db --look',
    run: async (args) => (await import('./inAndOut')).importFile(args),
  },
  {
    name: 'backup',
    summary: 'copy a whole practice, while it is open or not',
    usage: 'backup TO --db FILE [--seal --passphrase-stdin]',
    options: [
      db,
      ['--seal', 'one file that only a passphrase opens, instead of a folder'],
      ['--passphrase-stdin', 'the passphrase is read from standard input'],
      ['--like DIR', 'an earlier copy beside it: files it has already take no room again'],
    ],
    example: 'backup /mnt/copies/friday --db practice.db',
    run: async (args, { passwordFrom }) => (await import('./copies')).backup(args, passwordFrom),
  },
  {
    name: 'restore',
    summary: 'put a copy in the place of a practice, after looking all through it',
    usage: 'restore FROM (--db FILE [--replace] | --trial) [--passphrase-stdin]',
    options: [
      ['FROM', 'a folder, a sealed file, or what --replicate wrote'],
      db,
      ['--replace', 'where a practice is there: it is kept under another name'],
      ['--trial', 'restore it beside everything, read all of it, take it away again'],
      ['--near FILE', 'with --trial: a practice beside which it is opened, instead of beside the copy'],
      ['--passphrase-stdin', 'the passphrase is read from standard input'],
    ],
    example: 'restore /mnt/copies/friday --db practice.db',
    run: async (args, { passwordFrom }) => (await import('./copies')).restore(args, passwordFrom),
  },
  {
    name: 'user add',
    summary: 'add somebody who may sign in',
    usage: 'user add --db FILE --name N --email E --role owner|practitioner|assistant --password-stdin',
    options: [
      db,
      ['--name N', 'as it is shown'],
      ['--email E', 'what they sign in with'],
      ['--role R', 'owner, practitioner or assistant'],
      ['--password-stdin', 'the password is read from standard input'],
    ],
    example:
      'user add --db practice.db --name "Bram Oddny" --email bram@tideway.example --role assistant --password-stdin',
    run: async (args, { passwordFrom }) => (await import('./users')).addUser(args, passwordFrom),
  },
  {
    name: 'user reset',
    summary: 'a new password; signs that account out everywhere',
    usage: 'user reset --db FILE --email E --password-stdin [--without-factor]',
    options: [
      db,
      ['--email E', 'what they sign in with'],
      ['--password-stdin', 'the new password is read from standard input'],
      ['--without-factor', 'takes the second factor away too: telephone and recovery codes are lost'],
    ],
    example: 'user reset --db practice.db --email bram@tideway.example --password-stdin',
    run: async (args, { passwordFrom }) => (await import('./users')).resetUser(args, passwordFrom),
  },
]

async function watched(
  name: string,
  args: readonly string[],
  { isWatched }: Surroundings,
  serve: () => Promise<string>,
): Promise<string> {
  return isWatched && !isSupervised() ? supervise([name, ...args]) : serve()
}

const exitCodes = `Exit codes: 0 done · 2 cannot be done as asked; one sentence on standard error says why`

/** What `--help` says about one command. */
export function helpOf(command: Command): string {
  const width = Math.max(6, ...command.options.map(([option]) => option.length))
  return [
    `sturvo ${command.usage}`,
    '',
    `${command.summary[0]!.toUpperCase()}${command.summary.slice(1)}.`,
    ...(command.options.length > 0 ? ['', 'Options:'] : []),
    ...command.options.map(([option, meaning]) => `  ${option.padEnd(width)}  ${meaning}`),
    `  ${'--help'.padEnd(width)}  this text`,
    '',
    `Example: sturvo ${command.example}`,
    exitCodes,
  ].join('\n')
}

/** The list of commands, or of those that begin with a word. */
export function listOf(some: readonly Command[]): string {
  const width = Math.max(...some.map((c) => c.name.length))
  return [
    'Usage: sturvo COMMAND …',
    '',
    ...some.map((c) => `  ${c.name.padEnd(width)}  ${c.summary}`),
    '',
    'sturvo COMMAND --help tells more about one of them.',
    exitCodes,
  ].join('\n')
}
