export * from './angleCsv'
export * from './readStance'
