export * from './measureOutline'
export * from './outlineDifferences'
