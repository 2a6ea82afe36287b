export * from './spacingStart'
