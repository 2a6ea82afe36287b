export * from './fadePlan'
export * from './supportDevice'
