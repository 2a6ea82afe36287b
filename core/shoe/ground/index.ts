export * from './baseUnderLeg'
