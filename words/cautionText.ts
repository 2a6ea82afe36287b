import type {
  CautionEffect,
  CautionId,
  CautionQuestion,
  CautionSign,
  Release,
  ReleasePart,
  Role,
} from '@sturvo/core/cautions'

export const cautionQuestionText: Record<CautionQuestion, string> = {
  cannotBearWeight: 'Cannot take weight, or changed shape, after an injury',
  tenderBone: 'One spot on a bone is sharply tender (ball, navicular, base of the fifth, heel when squeezed)',
  hotSwollen: 'Hot, swollen foot',
  openWound: 'Open wound, spreading redness, or fever',
  coldPale: 'Cold, pale or blue foot, or no pulse to feel',
  newNumbness: 'New numbness or weakness',
  calfSwollen: 'Calf swollen and sore',
  popPushOff: 'Heard or felt a pop, and lost push-off',
  nightPain: 'Pain at night that rest does not ease',
  shapeChange: 'The foot changed its shape quickly',
  eyeJointSkin: 'Red eye, swollen joints or a rash together with heel pain',
  childLimping: 'The child limps or has a fever',
  diabetesOrNumb: 'Diabetes, or lost feeling in the feet (10 g filament missed)',
  circulation: 'Circulation disease, or fingers and toes that go white in the cold',
  boneHistory: 'Earlier stress fracture, low bone density, or too little food for the training',
  inflammatory: 'Inflammatory joint disease',
  anticoagulants: 'Blood thinners (anticoagulants)',
  pregnancy: 'Pregnant',
  recentOperation: 'Operation on foot or leg less than 12 weeks ago',
  jointFusion: 'Fused or implanted big-toe joint',
  stiffBigToe: 'Stiff, arthritic big toe',
  hypermobility: 'Joints that go too far (hypermobility)',
  falls: 'Falls in the last year',
  thinFatPad: 'Thin fat pad under heel or ball',
  allergy: 'Skin or latex allergy',
  oldInjury: 'Old injury: broken toe, sprains, scars',
}

/** One finding in two texts: for the practitioner and for the client. */
export const cautionText: Record<CautionId, { name: string; practitioner: string; client: string }> = {
  noWeight: {
    name: 'Cannot take weight',
    practitioner: 'Cannot take weight after an injury: a break has to be ruled out before anything else.',
    client: 'Please have the foot looked at today, before any exercise.',
  },
  tenderBone: {
    name: 'Tender bone',
    practitioner: 'Point-tender bone: a stress reaction has to be ruled out.',
    client: 'One spot of bone needs a look before we train the foot.',
  },
  hotSwollen: {
    name: 'Hot, swollen foot',
    practitioner:
      'Hot and swollen: infection, a clot, gout or a Charcot foot have to be ruled out today; with diabetes even when it does not hurt.',
    client: 'A hot, swollen foot should be seen by a doctor today.',
  },
  openWound: {
    name: 'Open wound or spreading redness',
    practitioner: 'Open wound, spreading redness or fever: to be seen today; nothing touches or loads it.',
    client: 'A wound or spreading redness should be seen by a doctor today.',
  },
  coldPale: {
    name: 'Cold, pale or blue foot',
    practitioner: 'Cold, pale or blue, or no pulse: blood supply has to be checked today.',
    client: 'A cold or pale foot should be seen by a doctor today.',
  },
  newNumbness: {
    name: 'New numbness or weakness',
    practitioner: 'New loss of feeling or strength: the cause has to be found before any training.',
    client: 'New numbness or weakness should be looked at before we train.',
  },
  calfSwollen: {
    name: 'Swollen, sore calf',
    practitioner: 'Swollen, sore calf: a clot has to be ruled out today.',
    client: 'A swollen, sore calf should be seen by a doctor today.',
  },
  popPushOff: {
    name: 'Pop and lost push-off',
    practitioner: 'A pop and no push-off since: a torn tendon has to be ruled out today.',
    client: 'A pop with lost push-off should be seen by a doctor today.',
  },
  nightPain: {
    name: 'Pain at night',
    practitioner: 'Pain at night that rest does not ease: needs a medical look.',
    client: 'Pain that wakes you at night should be seen by a doctor first.',
  },
  shapeChange: {
    name: 'Quick change of shape',
    practitioner: 'A foot that changes shape quickly in an adult: tendon or joint has to be looked at first.',
    client: 'A foot that changes its shape quickly needs a look first.',
  },
  eyeJointSkin: {
    name: 'Heel pain with eye, joints or skin',
    practitioner:
      'Heel pain together with a red eye, swollen joints or a rash: inflammatory disease has to be ruled out.',
    client: 'Heel pain together with eye, joint or skin trouble should be seen by a doctor.',
  },
  childLimping: {
    name: 'Child who limps',
    practitioner: 'A child who limps or has a fever: to be seen before anything else.',
    client: 'A child who limps should be seen by a doctor first.',
  },
  feeling: {
    name: 'Diabetes or lost feeling',
    practitioner:
      'No barefoot outside, no spacers, no cold, no ball; skin looked at daily; care led by someone licensed.',
    client: 'Look at the skin of your feet every day and do not go barefoot outside.',
  },
  circulation: {
    name: 'Circulation or cold hands and feet',
    practitioner: 'No cold and no compression.',
    client: 'No cold packs and nothing tight round the foot.',
  },
  boneHistory: {
    name: 'Bone history',
    practitioner: 'No bounce; the transition takes half as long again and starts on soft ground.',
    client: 'We go slower, so that bone has time to adapt.',
  },
  inflammatory: {
    name: 'Inflammatory joints',
    practitioner: 'Nothing forced and no bounce; a flare means hold.',
    client: 'On a bad day, pause; nothing is forced.',
  },
  anticoagulants: {
    name: 'Blood thinners',
    practitioner: 'No firm ball and no rubbing across a tendon: bruising.',
    client: 'No hard ball and no deep rubbing.',
  },
  pregnancy: {
    name: 'Pregnancy',
    practitioner: 'Balance beside a support, no new extremes of range.',
    client: 'Balance next to something steady; no new extremes.',
  },
  freshBreak: {
    name: 'Bone broken in the last 12 weeks',
    practitioner:
      'Whoever looks after the bone releases it first, by name and day; then no bounce, nothing forced, soft ground.',
    client: 'The bone has to be released by your doctor first.',
  },
  freshSprain: {
    name: 'Sprain or strain of late',
    practitioner:
      'Passive range, then active, then strength, balance, bounce; no end of range, no hops, support at hand.',
    client: 'Step by step: nothing to the end of its range, and something to hold.',
  },
  injuryPassive: {
    name: 'Injured side still swollen, or not looked at',
    practitioner:
      'Rest, brace and passive range, lying or sitting. Next: active range, once Look finds no swelling.',
    client: 'Only gentle movements, sitting or lying, until the swelling is gone.',
  },
  injuryRange: {
    name: 'Injured side: range first',
    practitioner:
      'Active range without load. Next: strength, once it hurts 2 or less and the knee comes as near to the wall as on the other side, within a tenth.',
    client: 'Movement without load until it moves like the other side.',
  },
  injuryStrength: {
    name: 'Injured side: strength before balance',
    practitioner:
      'Strength on two legs. Next: balance, once heel raises reach nine tenths of the other side.',
    client: 'On two legs until it is nearly as strong as the other side.',
  },
  recentOperation: {
    name: 'Operation in the last 12 weeks',
    practitioner: "The surgeon's rules come first; no bounce, nothing forced.",
    client: 'What your surgeon said comes first.',
  },
  jointFusion: {
    name: 'Big-toe joint fused or implanted',
    practitioner: 'No big-toe extension drills.',
    client: 'Do not stretch the big toe.',
  },
  stiffBigToe: {
    name: 'Stiff, arthritic big toe',
    practitioner: 'Not beyond comfort; a rocker or stiff-soled shoe is a fair choice.',
    client: 'Move the big toe only as far as it is comfortable.',
  },
  hypermobility: {
    name: 'Joints that go too far',
    practitioner: 'Strength in the middle of the range, no stretching at its end.',
    client: 'Train in the middle of the movement, do not stretch to the end.',
  },
  child: {
    name: 'Under 16',
    practitioner: 'No load plan from this tool; soreness at a growth plate is referred.',
    client: 'Children play and move; we do not give a load plan.',
  },
  balanceRisk: {
    name: '65 or more, or falls',
    practitioner: 'Support at hand in every standing drill; eyes shut only guarded.',
    client: 'Keep something steady within reach when you stand on one leg.',
  },
  thinFatPad: {
    name: 'Thin fat pad',
    practitioner: 'Keep some cushion under heel and ball.',
    client: 'Keep some cushion under the foot.',
  },
  allergy: {
    name: 'Skin or latex allergy',
    practitioner: 'Kit is filtered: nothing with latex or that rubs the skin.',
    client: 'Tell us about anything that irritates your skin.',
  },
  fixedFlat: {
    name: 'Structurally flat, grade 3',
    practitioner: 'No promise of an arch; support stays.',
    client: 'Support stays; we train strength and comfort, not shape.',
  },
  oldInjury: {
    name: 'Old injury',
    practitioner:
      'The body may have found a way round it: change it gently, and only if something is limited.',
    client: 'We change things gently around the old injury.',
  },
  twoSided: {
    name: 'Pain on one side',
    practitioner: 'Care for both sides: the other foot carries what this one avoids.',
    client: 'We look after both feet, not only the sore one.',
  },
  soreSpots: {
    name: 'Sore spots',
    practitioner: 'Go lightly over the marked spots.',
    client: 'Go lightly over the sore spots.',
  },
}

export const effectText: Record<CautionEffect, string> = {
  blocksPlan: 'no plan until seen',
  noLoadPlan: 'no load plan',
  noBarefootOutside: 'no barefoot outside',
  noSpacers: 'no spacers',
  noBall: 'no ball',
  noFirmBall: 'no firm ball',
  noCrossRub: 'no rubbing across tendons',
  noDeepPress: 'no deep press',
  noKnobs: 'no knobs under the sole',
  notOnBack: 'not flat on the back',
  noBigToeLoad: 'no weight over a bent big toe',
  noThinSoles: 'no thin soles',
  passiveOnly: 'passive range only, lying or sitting',
  noStrengthYet: 'active range, no strength yet',
  noBalanceYet: 'two legs, no balance yet',
  noCold: 'no cold',
  noCompression: 'no compression',
  noBounce: 'no bounce',
  noBigToeExtension: 'no big-toe stretch',
  bigToeInComfort: 'big toe within comfort',
  nothingForced: 'nothing forced',
  midRangeOnly: 'middle of the range only',
  noNewExtremes: 'no new extremes',
  surgeonRules: "surgeon's rules first",
  oneLegSupported: 'one leg only with something to hold',
  supportAtHand: 'support at hand',
  noEyesShutAlone: 'eyes shut only guarded',
  softGround: 'starts on soft ground',
  longerTransition: 'longer transition',
  keepCushion: 'keep some cushion',
  checkKitSkin: 'kit checked for the skin',
  supportStays: 'support stays',
  dailySkinLook: 'skin looked at daily',
  licensedLead: 'led by someone licensed',
  gentleChange: 'change gently',
  goLightly: 'lightly over sore spots',
}

/** What a release by name may open. */
export const releasePartText: Record<ReleasePart, string> = {
  toes: 'toes under load and stretch',
  thinSoles: 'thin soles',
  spacers: 'spacers',
  fullLoad: 'full weight, one leg, heavy sets',
  bounce: 'bounce and running',
}

/** What somebody else let go, and what stays shut. */
export function releaseSentence(release: Release | undefined): string {
  if (!release || release.opens.length === 0)
    return 'It opens gentle, seated work; everything else stays shut.'
  return `Open since ${release.from}: ${release.opens.map((part) => releasePartText[part]).join(', ')}.`
}

/** What raised a caution that nobody was asked about. */
export const signText: Record<CautionSign, string> = {
  ageChild: 'from the year of birth',
  ageOld: 'from the year of birth',
  thinFatPadSeen: 'from the fat pad seen in Look',
  fixedFlatFound: 'from the grade of the arch',
  operationLately: 'from the history',
  fractureLately: 'from the history',
  sprainLately: 'from the history',
  injuryAtPassive: 'from the history and the swelling in Look',
  injuryAtRange: 'from range and pain against the other side',
  injuryAtStrength: 'from heel raises against the other side',
  bloodThinnerTaken: 'from the medicines',
  diabetesMedicineTaken: 'from the medicines',
  steroidTaken: 'from the medicines',
  boneMedicineTaken: 'from the medicines',
  goutMedicineTaken: 'from the medicines',
  swellingSeen: 'from the swelling seen in Look',
  stressFractureNoted: 'from the history',
  injuryNoted: 'from the history',
  oneSidedPain: 'from the pain map',
  soreSpotMarked: 'from the pain map',
  nightPainMarked: 'from the pain map',
}

export const roleText: Record<Role, string> = {
  doctor: 'the family doctor',
  urgentCare: 'a doctor, today',
  footDoctor: 'a licensed foot doctor',
  surgeon: 'the surgeon who did the operation',
  childDoctor: "the children's doctor",
}
export const levelText = { stop: 'Stop', limit: 'Limit', mind: 'Mind' } as const
