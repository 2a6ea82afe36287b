export * from './shape'
export * from './footOutline'
export * from './sideShape'
export * from './footShapeOf'
