export * from './pronationProfile'
