import { referenceTable, type ReferenceProblem } from '@sturvo/core/reference'
import type { Problem } from '@sturvo/core/problem'

const headerValues: Partial<Record<string, string>> = {
  unit: 'kPa is known',
  side: 'left, right or both',
  task: 'stance, single, walk or squat',
  rows: 'a whole number',
  cols: 'a whole number',
  pitch_mm: 'mm, above zero',
  rate_hz: 'Hz, above zero',
}

const one = (value: number) => String(Math.round(value * 100) / 100)

const outlineFaults: Record<Extract<Problem, { code: 'badOutline' }>['reason'], string> = {
  unreadable: 'This file is neither readable JSON nor a readable SVG drawing. Nothing was taken in.',
  noPath: 'There is no path in this drawing. Nothing was taken in: draw the outline as one closed path.',
  severalPaths:
    'There are several lines in this drawing. Nothing was taken in: leave the outline alone in it.',
  points: 'An outline needs at least 8 points, each with x and y in mm. Nothing was taken in.',
  open: 'The outline is open: its ends do not meet. Nothing was taken in: close it.',
  crossing: 'The outline crosses itself. Nothing was taken in: draw it once round.',
  unit: 'The outline is not as long as a foot or a shoe. Nothing was taken in: check the unit.',
  side: 'The side of an outline is left or right. Nothing was taken in.',
}

/** The unit that was probably meant: a foot of 26 "mm" was drawn in centimetres. */
function unitGuess(lengthMm: number): string {
  const fits = (mm: number) => mm > 180 && mm < 340
  if (fits(lengthMm * 10)) return ': it was probably drawn in cm'
  if (fits(lengthMm * 25.4)) return ': it was probably drawn in inches'
  return ''
}

/** A sentence for each problem: what happened, what is safe, what to do. A code without words does not compile. */
export const problemText: { [C in Problem['code']]: (p: Extract<Problem, { code: C }>) => string } = {
  emptyImage: () => 'The picture has no pixels. Nothing was changed: choose another picture.',
  imageTooSmall: (p) =>
    `The picture is ${p.widthPx} × ${p.heightPx} pixels; a print needs at least ${p.neededPx} each way. Nothing was changed: scan it larger.`,
  imageTooLarge: (p) =>
    `The picture has ${one(p.megapixels)} megapixels; up to ${one(p.limitMegapixels)} can be read. Nothing was changed: scan it smaller.`,
  unreadableImage: () =>
    'This file is not a whole PNG, JPEG, WebP or TIFF picture. Nothing was changed: save it again and choose it anew.',
  scaleMissing: () =>
    'The scale of the picture is missing. Give the millimetres of one pixel, or the size of the sheet.',
  scaleImpossible: (p) =>
    `A scale of ${one(p.mmPerPx)} mm a pixel cannot be: it lies between ${p.low} and ${p.high}. Nothing was changed: check the scale.`,
  noContact: () =>
    'No footprint was found on this picture. The picture is kept: move the threshold or choose another.',
  notAFoot: () =>
    'What was found is as wide at the heel as at the ball: no foot leaves that. The picture is kept: choose another, or wipe away what is no print.',
  blankSheet: () =>
    'The sheet is blank: nothing on it stands out from the paper. The picture is kept: ink more or choose another.',
  tooManyPrints: (p) =>
    `There are ${p.found} prints on this picture and ${p.expected} was expected. The picture is kept: cut it apart or choose another.`,
  axisTooShort: (p) =>
    `The print is only ${p.lengthMm} mm long; at least ${p.neededMm} mm are measured. Check the scale and the ends of the axis.`,
  sheetUnsure: () =>
    'The sheet was not found for sure. Take the picture again with all four corners in it, or give the millimetres of a pixel.',
  badCorners: () =>
    'The four corners do not make a sheet. Drag them to the corners of the paper, starting at the top left.',
  collinearPoints: () => 'The three points lie on one line, so no load can be shared between them.',
  noLoad: (p) => `The three points of the ${p.side} foot carry nothing. Weigh again.`,
  negativeLoad: (p) => `A load of the ${p.side} foot is below zero. Set the scale to zero and weigh again.`,
  noFootOnMat: () =>
    'No foot was found on the mat. Nothing was changed: record again with the foot wholly on it.',
  tooFewFrames: (p) =>
    `There are only ${p.frames} moments; at least ${p.neededFrames} are needed. Nothing was changed: record longer.`,
  badHeader: (p) =>
    p.reason === 'missing'
      ? `The key "${p.key}" is missing at the top of the file. Nothing was taken in: add a line "# ${p.key}: …".`
      : p.reason === 'doubled'
        ? `Line ${p.line}: the key "${p.key}" is given a second time. Nothing was taken in: keep one of them.`
        : p.reason === 'tooMany'
          ? `Line ${p.line}: there are more remarks at the top than any recording has. Nothing was taken in.`
          : p.reason === 'tooLong'
            ? `Line ${p.line}: this remark is longer than any recording has. Nothing was taken in.`
            : `Line ${p.line}: "${p.value}" is not a value for "${p.key}"${headerValues[p.key] ? ` (${headerValues[p.key]})` : ''}. Nothing was taken in.`,
  badColumns: (p) =>
    `Line ${p.line} has ${p.found} ${p.found === 1 ? 'column' : 'columns'} where ${p.expected} were expected. Nothing was taken in: check this line.`,
  badNumber: (p) =>
    `Line ${p.line}, column ${p.column} (${p.path}) ${
      p.reason === 'notANumber'
        ? 'is not a number'
        : p.reason === 'negative'
          ? 'is below zero'
          : `is beyond ${p.limit} ${p.unit}`
    }. Nothing was taken in: check this line.`,
  timeNotRising: (p) =>
    `Line ${p.line}: the time does not rise. Nothing was taken in: each line must be later than the one before.`,
  noFrames: () => 'There is not one moment in this file. Nothing was taken in: choose a whole recording.',
  tooManyCells: (p) =>
    `"${p.key}": the file announces ${p.cells} values a moment; up to ${p.limit} can be read. Nothing was taken in.`,
  tooManyFrames: (p) =>
    `There are more than ${p.limit} moments in this file. Nothing was taken in: cut it into shorter ones.`,
  truncatedFile: () =>
    'The packed file ends too early or is damaged. Nothing was taken in: copy it anew from where it was recorded.',
  badOutline: (p) =>
    p.reason === 'unit' && p.lengthMm !== undefined
      ? `The outline is ${one(p.lengthMm)} mm long${unitGuess(p.lengthMm)}. Nothing was taken in: check the unit.`
      : outlineFaults[p.reason],
  cancelled: () => 'Stopped. The earlier result still stands.',
}

/** The sentence for one problem. */
export function sentenceOf(problem: Problem): string {
  // the table has one entry for each code, so the entry fits the problem it is looked up with
  const words = problemText[problem.code] as (p: Problem) => string
  return words(problem)
}

/** What is wrong with a changed reference table, in one sentence. */
export function referenceSentence(problem: ReferenceProblem): string {
  return problem.what === 'order'
    ? `"${referenceTable[problem.lower].label}" must stay below "${referenceTable[problem.higher].label}".`
    : `"${referenceTable[problem.id].label}" must stay above zero.`
}
