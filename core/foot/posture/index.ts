export * from './postureScore'
