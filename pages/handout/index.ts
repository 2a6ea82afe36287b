export { handoutOf, type Handout } from './handout'
export { letterText } from './letter'
