export * from './butterworth'
export * from './resample'
