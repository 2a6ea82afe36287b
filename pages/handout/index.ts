export { handoutOf, type Handout, type WeekSheet } from './handout'
export { planSheetOf, type PlanSheet } from './planSheet'
export { letterText } from './letter'
