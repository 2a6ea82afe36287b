export * from './archClass'
