export * from './measureTable'
export * from './foot'
