export * from './fadePlan'
export * from './orthosis'
