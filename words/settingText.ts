import type { PracticeSettings } from '@sturvo/core/reading'

type SettingWords<K extends keyof PracticeSettings> = {
  name: string
  changes: string
  choices: { [V in PracticeSettings[K]]: string }
}

/** Where practitioners disagree: each view in neutral words, and what it changes. */
export const settingText: { [K in keyof PracticeSettings]: SettingWords<K> } = {
  loadTarget: {
    name: 'Load target',
    changes:
      'Target in the tripod. Equal thirds puts the load centre at the middle of the triangle, further forward than quiet standing.',
    choices: { heelHalf: 'Heel half: about 50 / 25 / 25', equalThirds: 'Equal thirds' },
  },
  tripodPoints: {
    name: 'Tripod points',
    changes: 'Where the triangle stands on the foot.',
    choices: { heads: 'Joint heads: 1st, 5th and heel', pads: 'Toe pads and heel' },
  },
  plantarFascia: {
    name: 'Sore plantar fascia',
    changes: 'Which drills are allowed for that complaint.',
    choices: { strengthen: 'Strengthen and unload', lengthen: 'Lengthen, roll and cool' },
  },
  toeCurl: {
    name: 'Toe-curl drills',
    changes: 'Which curl drills the plan may choose.',
    choices: {
      pointedOnly: 'Only with the ankle pointed',
      allowed: 'Allowed',
      avoided: 'Avoided: dome with quiet toes',
    },
  },
  hipDrills: {
    name: 'Hip drills',
    changes: 'When hip drills may join the plan.',
    choices: { always: 'Always, with foot work', whenKneeIn: 'Only where the knee tracks inwards' },
  },
  pressureTools: {
    name: 'Pressure tools',
    changes: 'Which balls the plan may roll a foot over.',
    choices: { softOnly: 'Soft ball only', firmAllowed: 'Firm ball allowed' },
  },
  correction: {
    name: 'Start of correction',
    changes: 'What the plan weighs first, and whether local mobilising joins it.',
    choices: {
      wholeChain: 'Whole chain first, local mobilising only if that fails',
      localFirst: 'Local first',
    },
  },
  barefoot: {
    name: 'Barefoot',
    changes: 'Target share of hours, growth and first exposure of the transition.',
    choices: {
      gradual: 'Gradual, training before running',
      cautious: 'Cautious, no barefoot running',
      most: 'Minimal shoes most of the time',
    },
  },
  bigToeGoal: {
    name: 'Big-toe bend goal',
    changes: 'When big-toe extension counts as short.',
    choices: { sixty: '60°', sixtyFive: '65°' },
  },
  precision: {
    name: 'How precise',
    changes: 'Weight of left–right differences.',
    choices: { limits: 'Act only on what limits the client', symmetry: 'Aim for symmetry' },
  },
  matTrials: {
    name: 'Several recordings',
    changes: 'Which of several recordings of the same task counts.',
    choices: { mean: 'The mean of all', best: 'The steadiest', last: 'The last one' },
  },
  pronation: {
    name: 'Pronation',
    changes: 'What the profile says to do about a foot that does not hold.',
    choices: { bothWays: 'Own it both ways', limit: 'Limit it' },
  },
  archSupport: {
    name: 'Arch support',
    changes:
      'Whether help from below is planned next to the grade, and which checks of shoes follow from it.',
    choices: {
      trainFirst: 'Train first, support only where grade 2+ or pain needs it',
      whileTraining: 'Support while training',
      supportFirst: 'Support first',
    },
  },
  shoePriority: {
    name: 'Shoe priority',
    changes: 'Which stack and drop are looked for, and the order of the shoe ladder.',
    choices: { lowStackFirst: 'Low stack before zero drop', zeroDropFirst: 'Zero drop first' },
  },
  deviceSource: {
    name: 'Device source',
    changes: 'Which device is tried first. A custom one always goes through a licensed prescriber.',
    choices: { shelfFirst: 'Off-the-shelf trial first', customFirst: 'Custom made first' },
  },
  licence: {
    name: 'Licence',
    changes: 'Techniques outside it are hidden. Local law and your own licence come first.',
    choices: {
      coach: 'Coach or trainer',
      therapist: 'Physical therapist or similar',
      podiatrist: 'Foot doctor or podiatrist',
    },
  },
}
