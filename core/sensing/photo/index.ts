export * from './views'
export * from './planeScale'
export * from './measurePhoto'
