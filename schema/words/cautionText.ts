import type { CautionEffect, CautionId, CautionQuestion, Role } from '@sturvo/core/cautions'

export const cautionQuestionText: Record<CautionQuestion, string> = {
  cannotBearWeight: 'Cannot take weight, or changed shape, after an injury',
  tenderBone: 'One spot on a bone is sharply tender',
  hotSwollen: 'Hot, swollen foot',
  calfSwollen: 'Calf swollen and sore',
  nightPain: 'Pain at night that rest does not ease',
  diabetesOrNumb: 'Diabetes, or lost feeling in the feet',
  boneHistory: 'Earlier stress fracture, or low bone density',
  jointFusion: 'Fused or implanted big-toe joint',
  falls: 'Falls in the last year',
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
    practitioner: 'Hot and swollen: infection, a clot, gout or a Charcot foot have to be ruled out today.',
    client: 'A hot, swollen foot should be seen by a doctor today.',
  },
  calfSwollen: {
    name: 'Swollen, sore calf',
    practitioner: 'Swollen, sore calf: a clot has to be ruled out today.',
    client: 'A swollen, sore calf should be seen by a doctor today.',
  },
  nightPain: {
    name: 'Pain at night',
    practitioner: 'Pain at night that rest does not ease: needs a medical look.',
    client: 'Pain that wakes you at night should be seen by a doctor first.',
  },
  feeling: {
    name: 'Diabetes or lost feeling',
    practitioner:
      'No barefoot outside, no spacers, no cold, no ball; skin looked at daily; care led by someone licensed.',
    client: 'Look at the skin of your feet every day and do not go barefoot outside.',
  },
  boneHistory: {
    name: 'Bone history',
    practitioner: 'No bounce; the transition takes half as long again and starts on soft ground.',
    client: 'We go slower, so that bone has time to adapt.',
  },
  jointFusion: {
    name: 'Big-toe joint fused or implanted',
    practitioner: 'No big-toe extension drills.',
    client: 'Do not stretch the big toe.',
  },
  balanceRisk: {
    name: '65 or more, or falls',
    practitioner: 'Support at hand in every standing drill; eyes shut only guarded.',
    client: 'Keep something steady within reach when you stand on one leg.',
  },
  oldInjury: {
    name: 'Old injury',
    practitioner:
      'The body may have found a way round it: change it gently, and only if something is limited.',
    client: 'We change things gently around the old injury.',
  },
}

export const effectText: Record<CautionEffect, string> = {
  blocksPlan: 'no plan until seen',
  noBarefootOutside: 'no barefoot outside',
  noSpacers: 'no spacers',
  noBall: 'no ball',
  noCold: 'no cold',
  noBounce: 'no bounce',
  noBigToeExtension: 'no big-toe stretch',
  supportAtHand: 'support at hand',
  noEyesShutAlone: 'eyes shut only guarded',
  softGround: 'starts on soft ground',
  longerTransition: 'longer transition',
  gentleChange: 'change gently',
}

export const roleText: Record<Role, string> = {
  doctor: 'the family doctor',
  urgentCare: 'a doctor, today',
  footDoctor: 'a licensed foot doctor',
  surgeon: 'the surgeon who did the operation',
}
export const levelText = { stop: 'Stop', limit: 'Limit', mind: 'Mind' } as const
