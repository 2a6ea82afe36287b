export * from './shoe'
export * from './minimalShoeScore'
export * from './shelf'
