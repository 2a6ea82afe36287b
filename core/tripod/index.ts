export * from './tripodShares'
export * from './readTripod'
