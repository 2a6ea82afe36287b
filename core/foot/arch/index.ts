export * from './archClass'
export * from './archMotion'
export * from './archPosition'
export * from './archMap'
