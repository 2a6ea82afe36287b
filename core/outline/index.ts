export * from './measureOutline'
export * from './outlineBorders'
export * from './outlineDifferences'
export * from './outlineFrame'
