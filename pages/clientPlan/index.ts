export * from './clientPlan'
