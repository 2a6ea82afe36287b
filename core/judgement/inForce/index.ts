export * from './inForce'
