export * from './tripodShares'
export * from './readTripod'
export * from './rigidTripod'
