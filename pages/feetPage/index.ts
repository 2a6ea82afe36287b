export * from './feetPage'
export * from './svgNode'
