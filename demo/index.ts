export { seedDemo } from './seedDemo'
export { madeUpClients } from './people'
export { shelves } from './shoes'
