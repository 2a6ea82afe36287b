export * from './spacingStart'
export * from './spacingPlan'
