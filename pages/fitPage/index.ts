export * from './fitPage'
