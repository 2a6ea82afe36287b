export * from './planTransition'
