export * from './capacities'
export * from './exercise'
export * from './library'
export * from './ownDrill'
export * from './deficits'
export * from './painGate'
export * from './priorities'
export * from './surer'
export * from './takeUp'
export * from './gateIds'
export * from './gates'
export * from './effectRules'
export * from './rules'
export * from './options'
export {
  programmeOf,
  phaseFrames,
  foundationOf,
  isNothing,
  rulesFor,
  type PlanInput,
  type Programme,
} from './programme'
export * from './choosePlan'
export * from './solvePlan'
export { firstChoice } from './firstPlan'
export { highsSolver } from './highsSolver'
export * from './compare'
export { broken, valueOf, type Chosen } from './value'
