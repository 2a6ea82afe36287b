export { handoutOf, type Handout, type WeekSheet } from './handout'
export { planSheetOf, type PlanSheet } from './planSheet'
export { shoePageOf, type ShoePage } from './shoePage'
export { letterOf, letterText, type Letter } from './letter'
