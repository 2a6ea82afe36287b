export * from './carriedOver'
