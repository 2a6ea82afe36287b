export * from './eyeKinds'
