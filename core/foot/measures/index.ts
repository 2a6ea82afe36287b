export * from './measureTable'
export * from './foot'
export * from './errorKinds'
