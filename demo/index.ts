export { seedDemo } from './seedDemo'
export { madeUpClients } from './people'
