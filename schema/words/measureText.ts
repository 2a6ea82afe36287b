import type { MeasureId } from '@sturvo/core/measures'

export type MeasureWords = { name: string; note: string; help: string; group: string }
const arch = 'arch, from the inside'
const w = (name: string, note: string, help: string, group: string): MeasureWords => ({
  name,
  note,
  help,
  group,
})

/** Names as practitioners say them, the note under the name, and what it is good for. */
export const measureText: Record<MeasureId, MeasureWords> = {
  navicularSit: w(
    'Navicular, sitting',
    'mm above the floor',
    'Height of the navicular bump, foot on the floor without weight. With standing it gives the travel (navicular drop).',
    arch,
  ),
  navicularStand: w(
    'Navicular, standing',
    'mm · relaxed, both feet',
    'The same bump in relaxed stance on two feet. Says where the arch stands, not how it moves.',
    arch,
  ),
  navicularSingle: w(
    'On one leg',
    'mm · knee forward, what is left to yield',
    'Standing on one leg with the knee forward. Standing less this is the reserve.',
    arch,
  ),
  navicularActive: w(
    'Lifted by the client',
    'mm · toes quiet',
    'The client lifts the arch with long, quiet toes. Decides between grade 1 and 2.',
    arch,
  ),
  navicularPassive: w(
    'Lifted by hand',
    'mm',
    'You lift the arch by hand. Decides between grade 2 and 3.',
    arch,
  ),
  archSeen: w(
    'Arch seen from the side',
    'standing',
    'A quick look from the inner side. Counts little, and steadies the class.',
    arch,
  ),
  truncatedLength: w(
    'Heel to first joint',
    'mm · truncated length',
    'From the back of the heel to the first metatarsal joint. Makes the height of the arch comparable between feet.',
    'outline, from above',
  ),
  ballWidth: w(
    'Ball width',
    'mm · standing',
    'Across the first and fifth metatarsal heads, standing. Compared with the shoe.',
    'outline, from above',
  ),
  toeWidth: w(
    'Width at the toes',
    'mm · standing',
    'Greatest width in front of the ball, toes at rest. Compared with the shoe.',
    'outline, from above',
  ),
  halluxAngle: w(
    'Big-toe lean',
    '° · hallux angle',
    'Between the inner border of the foot and of the big toe. Below 15° straight, from 20° moderate, from 40° marked.',
    'outline, from above',
  ),
  toeState: w(
    'Toes',
    'the stiffest of the lesser toes',
    'Straight, bent but straightened by hand, or bent and fixed. A fixed toe is never spaced by force.',
    'outline, from above',
  ),
  scaleHeel: w(
    'Under the heel',
    'kg on the scale',
    'Three scales under heel, big-toe ball and little-toe ball, quiet stance.',
    'three scales',
  ),
  scaleInner: w('Under the big-toe ball', 'kg on the scale', 'First metatarsal head.', 'three scales'),
  scaleOuter: w('Under the little-toe ball', 'kg on the scale', 'Fifth metatarsal head.', 'three scales'),
  feltHeel: w(
    'Heel feels',
    '0 nothing … 10 most',
    'What the client feels in quiet stance. Counts as felt, with a wider error.',
    'felt by the client',
  ),
  feltInner: w(
    'Big-toe ball feels',
    '0 nothing … 10 most',
    'What the client feels in quiet stance.',
    'felt by the client',
  ),
  feltOuter: w(
    'Little-toe ball feels',
    '0 nothing … 10 most',
    'What the client feels in quiet stance.',
    'felt by the client',
  ),
  kneeToWall: w(
    'Knee to wall',
    'mm · heel down',
    'Big toe to wall when the knee just touches with the heel down. Goal 125, limited below 95.',
    'range',
  ),
  kneeToWallFeel: w(
    'What stops it',
    'at the end of the range',
    'A pinch in front points to the joint, a pull at the back to tissue length.',
    'range',
  ),
  bigToeExtension: w(
    'Big-toe bend',
    '° · extension, by hand',
    'Big toe bent up by hand. The goal is set for the practice: 60 or 65°.',
    'range',
  ),
  singleLegOpen: w(
    'One leg, eyes open',
    's',
    'Seconds until the arch is lost or the other foot touches down. Goal 30.',
    'balance and strength',
  ),
  singleLegShut: w(
    'One leg, eyes shut',
    's · stay within reach',
    'The same with eyes shut. Stand close.',
    'balance and strength',
  ),
  heelRaises: w(
    'Single-leg heel raises',
    'times',
    'Full height, straight knee, one a two seconds. Goal 25.',
    'balance and strength',
  ),
  heelRest: w(
    'Heel angle, relaxed',
    '° · rolled in +',
    'Line of the heel against upright, standing. 0 to 6 is usual.',
    'heel, from behind',
  ),
  heelActive: w('Corrected by the client', '°', 'The client brings the heel upright.', 'heel, from behind'),
  heelPassive: w('Corrected by hand', '°', 'You bring the heel upright.', 'heel, from behind'),
  archRestWord: w(
    'Arch at rest',
    'where there is no number',
    'Words count when there is no height.',
    'arch, in words',
  ),
  archActiveWord: w(
    'Client lifts it',
    'toes quiet',
    'Can: all the way. Partly: some of it.',
    'arch, in words',
  ),
  archPassiveWord: w(
    'Lifted by hand',
    'without force',
    'Can: all the way. Partly: some of it.',
    'arch, in words',
  ),
  heelRestWord: w(
    'Heel at rest',
    'where there is no number',
    'Words count when there is no angle.',
    'heel, in words',
  ),
  heelActiveWord: w('Client corrects it', '', 'Can: all the way. Partly: some of it.', 'heel, in words'),
  heelPassiveWord: w(
    'Corrected by hand',
    'without force',
    'Can: all the way. Partly: some of it.',
    'heel, in words',
  ),
}
